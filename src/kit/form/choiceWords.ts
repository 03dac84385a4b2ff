import { GUARD_BANDS } from '@/core/conformity/guardBand'
import { CAUSES } from '@/core/diagnosis/cause'
import { ORIFICE_TAPS } from '@/core/flow/orifice'
import { VESSEL_ARRANGEMENTS } from '@/core/level/vesselSetUp'
import { DRIFT_FROM, KNOWN_BY, REFERENCE_KINDS } from '@/core/reference/referenceKind'
import { APPLICATIONS } from '@/core/setUp/application'
import { SIGNAL_IDS, type Signal, signalLabel } from '@/core/signal/signal'
import { QUANTITIES, QUANTITY_IDS } from '@/core/units/quantity'

const UNIT_LABELS = new Map(
  QUANTITY_IDS.flatMap((quantity) =>
    Object.entries(QUANTITIES[quantity].units).map(([id, { label }]) => [id, label] as const),
  ),
)
const QUANTITY_LABELS = new Map(QUANTITY_IDS.map((id) => [id as string, QUANTITIES[id].label]))
const OWN_WORDS: Record<string, string> = {
  relative: 'relative density (water 1)',
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
  ...APPLICATIONS,
  ...VESSEL_ARRANGEMENTS,
  ...ORIFICE_TAPS,
}

/** Words of choices whose ids mean something only in their own field: “none” is a guard band and a fault. */
const WORDS_OF_FIELD: Record<string, Readonly<Record<string, string>>> = {
  guardBand: GUARD_BANDS,
  fault: CAUSES,
  cause: CAUSES,
  deviceKind: Object.fromEntries(Object.entries(REFERENCE_KINDS).map(([id, { label }]) => [id, label])),
  knownBy: KNOWN_BY,
  driftFrom: DRIFT_FROM,
  of: {
    percentReading: '% of what it shows',
    percentSpan: '% of its span',
    percentUrl: '% of full scale',
    floor: 'in its own unit',
    steps: 'counts of its last digit',
  },
}

/**
 * A choice as a person reads it: unit labels, signals, causes, or the id with its hyphens as blanks.
 *
 * @param field key of the field that offers the choice
 */
export function choiceWords(id: string, field = ''): string {
  const signal = SIGNAL_IDS.find((candidate) => candidate === id)
  return (
    WORDS_OF_FIELD[field]?.[id] ??
    OWN_WORDS[id] ??
    (signal && signalLabel(signal satisfies Signal)) ??
    UNIT_LABELS.get(id) ??
    QUANTITY_LABELS.get(id) ??
    // Only ids of ours lose their hyphens: the name of a standard keeps its own.
    (/^[a-z-]+$/.test(id) ? id.replaceAll('-', ' ') : id)
  )
}
