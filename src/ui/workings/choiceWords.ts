import { GUARD_BANDS, type GuardBand } from '@/core/conformity/guardBand'
import { CAUSES, type Cause } from '@/core/diagnosis/cause'
import { SIGNAL_IDS, type Signal, signalLabel } from '@/core/signal/signal'
import { QUANTITIES, QUANTITY_IDS } from '@/core/units/quantity'

const UNIT_LABELS = new Map(
  QUANTITY_IDS.flatMap((quantity) =>
    Object.entries(QUANTITIES[quantity].units).map(([id, { label }]) => [id, label] as const),
  ),
)
const QUANTITY_LABELS = new Map(QUANTITY_IDS.map((id) => [id as string, QUANTITIES[id].label]))
const OWN_WORDS: Record<string, string> = {
  sum: 'added up',
  larger: 'the larger of them',
  percentSpan: '% of span',
  percentReading: '% of reading',
  percentUrl: '% of URL',
  absolute: 'absolute',
  counts: 'counts of the display',
  'root-to-zero': 'square root, dropping to zero below the cut-off',
  'root-with-line': 'square root, straight line below the cut-off',
  'student-t': 'Student’s t',
  arcsine: 'arcsine (U-shaped)',
}

/** A choice as a person reads it: unit labels, signals, causes, or the id with its hyphens as blanks. */
export function choiceWords(id: string): string {
  const signal = SIGNAL_IDS.find((candidate) => candidate === id)
  return (
    OWN_WORDS[id] ??
    (signal && signalLabel(signal satisfies Signal)) ??
    UNIT_LABELS.get(id) ??
    QUANTITY_LABELS.get(id) ??
    (Object.hasOwn(CAUSES, id) ? CAUSES[id as Cause] : undefined) ?? // checked just before
    (Object.hasOwn(GUARD_BANDS, id) ? GUARD_BANDS[id as GuardBand] : undefined) ?? // checked just before
    // Only ids of ours lose their hyphens: the name of a standard keeps its own.
    (/^[a-z-]+$/.test(id) ? id.replaceAll('-', ' ') : id)
  )
}
