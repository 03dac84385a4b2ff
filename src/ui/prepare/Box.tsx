import { NumberBox, WordsBox } from '../form/boxes'

/** A box of Prepare; a figure unless it takes words. */
export function Box({ name, label, isWords = false }: { name: string; label: string; isWords?: boolean }) {
  if (!isWords) return <NumberBox name={name} label={label} />
  return <WordsBox name={name} label={label} slotProps={{ htmlInput: { maxLength: 200 } }} />
}
