import { limitFromText } from '@/core/error/limitText'
import { pointsFromText, pointsText } from '@/core/reference/pointsText'
import { DRIFT_FROM, KNOWN_BY, REFERENCE_KINDS } from '@/core/reference/referenceKind'
import { Refusal } from '@/core/refusal'
import { EMPTY_OF_REFERENCE, REFERENCE_FIELD_LIST } from '@/schema/referenceFields'
import {
  type Column,
  choiceColumn,
  column,
  dateColumn,
  labelsOf,
  numberColumn,
  numberIn,
  plainText,
  unitColumn,
} from '../../schema/list/column'

const required = true
type Given = Parameters<typeof column>[0]

/** Terms of a range: figures without a unit, or in its own, are terms of its own. */
const termsColumn = (given: Given): Column =>
  column({
    hint: '0.02 % of reading + 0.005 % of span; 0.01; 3 counts',
    read: (text) => {
      // The unit stands in another column; a figure in it is written without.
      const { terms } = limitFromText(text, given.key, '')
      return terms.map((term) => {
        if (term.kind === 'absolute' || term.kind === 'counts')
          throw new Refusal(given.key, `“${text}” has a unit`, 'write the figure in the unit of the range, without it')
        return { of: term.kind, value: numberIn(term.value, given.key) }
      })
    },
    write: (value) => (isTerms(value) ? value.map(termText).join(' + ') : ''),
    ...given,
  })

type Term = { readonly of: string; readonly value: number }
const isTerms = (value: unknown): value is readonly Term[] => Array.isArray(value)
const OF: Record<string, string> = {
  percentReading: ' % of reading',
  percentSpan: ' % of span',
  percentUrl: ' % of full scale',
  floor: '',
  steps: ' counts',
}
const termText = ({ of, value }: Term) => `${value}${OF[of] ?? ''}`

/** Points of a certificate on one line. */
const pointsColumn = (given: Given): Column =>
  column({
    hint: '0: 0.01 ±0.002; 100: −0.02 ±0.003',
    read: (text) =>
      pointsFromText(text, given.key).map(({ indicated, correction, uncertainty }) => ({
        indicated: numberIn(indicated, given.key),
        reference: null,
        correction: numberIn(correction, given.key),
        uncertainty: numberIn(uncertainty, given.key),
      })),
    write: (value) => (Array.isArray(value) && value.length > 0 ? pointsText(value) : ''),
    ...given,
  })

const MEASURES = {
  'pressure gauge': { kind: 'pressure', pressureKind: 'gauge' },
  'pressure absolute': { kind: 'pressure', pressureKind: 'absolute' },
  'pressure differential': { kind: 'pressure', pressureKind: 'differential' },
  electrical: { kind: 'electrical' },
  resistance: { kind: 'resistance' },
  temperature: { kind: 'temperature' },
} as const

/** What it measures, with the unit from its own column. */
const measuresColumn = column({
  key: 'range.measures',
  title: 'Measures',
  hint: Object.keys(MEASURES).join(' | '),
  isRequired: required,
  read: (text) => {
    const found = Object.entries(MEASURES).find(([words]) => plainText(words) === plainText(text))
    if (!found)
      throw new Refusal('range.measures', `“${text}” is none of them`, `write ${Object.keys(MEASURES).join(', ')}`)
    return found[1]
  },
  write: (value) => {
    const { kind, pressureKind } = (value ?? {}) as { kind?: string; pressureKind?: string } // as the form has it
    return kind === undefined ? '' : pressureKind === undefined ? kind : `${kind} ${pressureKind}`
  },
})

/** The list of references as a file: a row for each range. */
export const REFERENCE_COLUMNS: readonly Column[] = [
  column({ key: 'device.code', title: 'Code', aliases: ['id', 'asset'], isRequired: required }),
  choiceColumn(labelsOf(REFERENCE_KINDS), {
    key: 'device.deviceKind',
    title: 'Kind',
    aliases: ['type'],
    isRequired: required,
  }),
  ...REFERENCE_FIELD_LIST.map(([name, { column: of }]) => of(`device.${name}`)),
  column({ key: 'range.mark', title: 'Mark', hint: 'tells modules apart; empty for the only one' }),
  column({ key: 'range.serialNumber', title: 'Serial number of the range' }),
  measuresColumn,
  unitColumn({ key: 'range.measures.unit', title: 'Unit', isRequired: required }),
  numberColumn({ key: 'range.rangeLow', title: 'From', aliases: ['range low'], isRequired: required }),
  numberColumn({ key: 'range.rangeHigh', title: 'To', aliases: ['range high'], isRequired: required }),
  numberColumn({ key: 'range.overRange', title: 'Never above' }),
  numberColumn({ key: 'range.resolution', title: 'Resolution', isRequired: required }),
  termsColumn({ key: 'range.accuracy', title: 'Accuracy', isRequired: required }),
  choiceColumn(
    { sum: 'added up', larger: 'the larger of them' },
    { key: 'range.accuracyCombine', title: 'Terms of the accuracy' },
  ),
  choiceColumn(KNOWN_BY, { key: 'range.knownBy', title: 'Uncertainty from' }),
  choiceColumn(DRIFT_FROM, { key: 'range.driftFrom', title: 'Drift from' }),
  termsColumn({ key: 'range.driftPerYear', title: 'Drift a year' }),
  termsColumn({ key: 'range.temperature.perKelvin', title: 'For each kelvin outside' }),
  numberColumn({ key: 'range.temperature.lowCelsius', title: 'Band from, °C' }),
  numberColumn({ key: 'range.temperature.highCelsius', title: 'Band to, °C' }),
  numberColumn({ key: 'range.gravity', title: 'Gravity where it stands, m/s²' }),
  numberColumn({ key: 'range.piston.area', title: 'Effective area, cm²' }),
  numberColumn({ key: 'range.piston.mass', title: 'Mass of the piston, kg' }),
  numberColumn({ key: 'range.piston.massDensity', title: 'Density of the masses, kg/m³' }),
  numberColumn({ key: 'range.piston.referenceCelsius', title: 'Area holds at, °C' }),
  numberColumn({ key: 'range.piston.areaExpansion', title: 'Expansion of the area, 1e-6/K' }),
  numberColumn({ key: 'range.piston.distortion', title: 'Distortion, 1e-6/MPa' }),
  numberColumn({ key: 'range.piston.surfaceTension', title: 'Surface tension of the oil, mN/m' }),
  column({ key: 'certificate.number', title: 'Certificate number', aliases: ['certificate', 'certificate no'] }),
  column({ key: 'certificate.laboratory', title: 'Laboratory' }),
  column({ key: 'certificate.accreditation', title: 'Accreditation' }),
  dateColumn({ key: 'certificate.calibratedOn', title: 'Calibrated on', aliases: ['calibrated', 'last calibration'] }),
  dateColumn({ key: 'certificate.dueOn', title: 'Due on', aliases: ['due', 'due date'] }),
  numberColumn({ key: 'certificate.coverageFactor', title: 'k' }),
  termsColumn({ key: 'certificate.uncertainty', title: 'U as terms' }),
  pointsColumn({ key: 'certificate.points', title: 'Points as given back' }),
  pointsColumn({ key: 'certificate.found', title: 'Points as found' }),
]

/** What stands where a cell is empty. */
export const REFERENCE_START = {
  device: EMPTY_OF_REFERENCE,
  range: {
    ...{ mark: '', serialNumber: '', overRange: null, accuracyCombine: 'sum', knownBy: 'accuracy' },
    ...{ driftFrom: 'declared', driftPerYear: [], temperature: null, gravity: null, piston: null },
  },
}
