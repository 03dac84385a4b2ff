import type { RefusedField } from '../schema/answer'
import type { AnyCalculation } from './calculation'

/**
 * Fields of an input that its calculation does not know, by name: what is misspelt must not become what is left out. None
 * where the input is refused anyway.
 */
export function unknownFields({ input }: Pick<AnyCalculation, 'input'>, sent: unknown): RefusedField[] {
  const parsed = input.safeParse(sent)
  return parsed.success ? strangers(sent, parsed.data, []) : []
}

function strangers(sent: unknown, known: unknown, path: readonly string[]): RefusedField[] {
  if (Array.isArray(sent))
    return Array.isArray(known)
      ? sent.flatMap((each, index) => strangers(each, known[index], [...path, String(index)]))
      : []
  if (!isRecord(sent) || !isRecord(known)) return []
  return Object.entries(sent).flatMap(([key, value]): RefusedField[] => {
    if (key in known) return strangers(value, known[key], [...path, key])
    const others = Object.keys(known).filter((each) => !(each in sent))
    const remedy = others.length > 0 ? `it knows ${others.slice(0, 8).join(', ')}` : 'leave it out'
    return [{ field: [...path, key].join('.'), reason: 'is no field of this calculation', remedy }]
  })
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
