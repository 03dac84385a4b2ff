import { Refusal } from '@/core/refusal'
import { dsiFactor } from '@/core/units/dsiUnit'
import type { RangeToRead, ReadCertificate, ReadPoint, ReadRange } from './readCertificate'
import { all, contentOf, first, type Node, numbersOf, textOf } from './xmlNode'

/**
 * A digital calibration certificate, version 3 of the schema PTB publishes (https://ptb.de/dcc, structure from memory):
 * administrativeData with coreData, items and calibrationLaboratory; measurementResults with results whose data are lists
 * of quantities in D-SI. What each quantity is, its `refType` tells (`basic_measuredValue`, …), or its name.
 *
 * @param document as `parseXml` gives it
 * @param ranges of the reference it is read for
 * @throws {Refusal} in words, for what is no such certificate or has no point for these ranges
 */
export function readDcc(document: Node, ranges: readonly RangeToRead[]): ReadCertificate {
  const root = first(document, 'digitalCalibrationCertificate')
  if (!root)
    throw new Refusal(
      'file',
      'this file is no digital calibration certificate',
      'choose its XML, or type the certificate',
    )
  const version = textOf(root['@schemaVersion']) ?? ''
  if (!version.startsWith('3'))
    throw new Refusal(
      'file',
      `its schema is version ${version || 'unknown'}`,
      'version 3 is read; type this certificate',
    )
  const administrative = first(root, 'administrativeData') ?? {}
  const core = first(administrative, 'coreData') ?? {}
  const laboratory = first(administrative, 'calibrationLaboratory') ?? {}
  const results = all(first(root, 'measurementResults') ?? {}, 'measurementResult').flatMap((measurement) =>
    all(first(measurement, 'results') ?? {}, 'result').flatMap((result) => listsOf(result, contentOf(measurement))),
  )
  const read = results.map((list) => ({ list, range: rangeFor(list, ranges) }))
  const taken = mergedRanges(read.flatMap(({ list, range }) => (range ? [{ list, range }] : [])))
  if (taken.length === 0)
    throw new Refusal(
      'file',
      'none of its results has points in the unit and reach of a range of this reference',
      'look whether it is the certificate of another one, or type it',
    )
  return {
    number: textOf(core.uniqueIdentifier) ?? null,
    laboratory: contentOf(first(laboratory, 'contact') ?? {}) ?? null,
    accreditation: textOf(laboratory.calibrationLaboratoryCode) ?? null,
    calibratedOn: textOf(core.endPerformanceDate)?.slice(0, 10) ?? null,
    ranges: taken,
    remarks: [
      'The schema has no place for a due date: enter it.',
      ...read.flatMap(({ list, range }) =>
        range ? [] : [`“${list.name}” was not taken: it belongs to no range of this reference.`],
      ),
    ],
  }
}

/** Quantities of one list that belong together, point by point. */
type ResultList = {
  readonly name: string
  readonly isFound: boolean
  readonly quantities: readonly Quantity[]
}

type Meaning = 'indicated' | 'reference' | 'nominal' | 'error' | 'correction'
type Quantity = {
  readonly meaning: Meaning
  readonly unit: string
  readonly values: readonly number[]
  readonly uncertainties: readonly number[]
  readonly coverageFactor: number | null
}

function listsOf(result: Node, measured: string | undefined): ResultList[] {
  const name = contentOf(result) ?? measured ?? 'a result'
  const data = all(result, 'data')
  return data
    .flatMap((each) => nested(each))
    .flatMap((list) => {
      const quantities = all(list, 'quantity').flatMap(quantityOf)
      if (quantities.length === 0) return []
      const types = [result, list].map((node) => textOf(node['@refType']) ?? '').join(' ')
      return [{ name, isFound: /beforeAdjustment/i.test(types), quantities }]
    })
}

/** Lists may stand in lists; quantities may stand in the data themselves. */
const nested = (node: Node): Node[] => [node, ...all(node, 'list').flatMap(nested)]

const MEANINGS: readonly (readonly [Meaning, RegExp, RegExp])[] = [
  ['error', /measurementError|_error|deviation/i, /error|deviation/i],
  ['correction', /correction/i, /correction/i],
  ['indicated', /measuredValue|indicat/i, /indicat|shown|reading|measured/i],
  ['reference', /referenceValue/i, /reference|applied|true/i],
  ['nominal', /nominalValue|setValue/i, /nominal|set/i],
]

function quantityOf(node: Node): Quantity[] {
  const type = textOf(node['@refType']) ?? ''
  const name = contentOf(node) ?? ''
  const [meaning] =
    MEANINGS.find(([, byType]) => byType.test(type)) ??
    (type === '' ? MEANINGS.find(([, , byName]) => byName.test(name)) : undefined) ??
    []
  const series = first(node, 'realListXMLList')
  if (!meaning) return []
  if (series) return [{ meaning, ...xmlList(series) }]
  const reals = [...all(node, 'real'), ...all(first(node, 'list') ?? {}, 'real')]
  return reals.length === 0 ? [] : [{ meaning, ...realList(reals) }]
}

/** Values of a list side by side; one unit or one uncertainty stands for all. */
function xmlList(series: Node): Omit<Quantity, 'meaning'> {
  const expanded =
    first(first(series, 'measurementUncertaintyUnivariateXMLList') ?? {}, 'expandedMUXMLList') ??
    first(series, 'expandedUncXMLList') ??
    {}
  return {
    unit: textOf(series.unitXMLList)?.split(/\s+/)[0] ?? '',
    values: numbersOf(series.valueXMLList),
    uncertainties: numbersOf(expanded.valueExpandedMUXMLList ?? expanded.uncertaintyXMLList),
    coverageFactor: numbersOf(expanded.coverageFactorXMLList)[0] ?? null,
  }
}

/** The same as single values, one after the other. */
function realList(reals: readonly Node[]): Omit<Quantity, 'meaning'> {
  const expandedOf = (real: Node) =>
    first(first(real, 'measurementUncertaintyUnivariate') ?? {}, 'expandedMU') ?? first(real, 'expandedUnc') ?? {}
  const [head] = reals
  return {
    unit: textOf(head?.unit) ?? '',
    values: reals.flatMap((real) => numbersOf(real.value)),
    uncertainties: reals.flatMap((real) => numbersOf(expandedOf(real).valueExpandedMU ?? expandedOf(real).uncertainty)),
    coverageFactor: head ? (numbersOf(expandedOf(head).coverageFactor)[0] ?? null) : null,
  }
}

/** The range a list belongs to: by its unit, by all its points in its reach, and by its name where several would do. */
function rangeFor(list: ResultList, ranges: readonly RangeToRead[]): RangeToRead | undefined {
  const fitting = ranges.filter((range) => {
    const points = pointsOf(list, range.unit)
    const slack = (range.rangeHigh - range.rangeLow) * 0.02
    return (
      points.length > 0 &&
      points.every(({ indicated }) => indicated >= range.rangeLow - slack && indicated <= range.rangeHigh + slack)
    )
  })
  const named = fitting.find(({ mark }) => mark !== '' && list.name.split(/[\s,:;]+/).includes(mark))
  return named ?? (fitting.length === 1 ? fitting[0] : undefined)
}

/** What it showed, what there was or the correction, and U, in a unit; no point where one of the three is missing. */
function pointsOf({ quantities }: ResultList, unit: string): ReadPoint[] {
  const of = (meaning: Meaning) => {
    const quantity = quantities.find((each) => each.meaning === meaning)
    const factor = quantity ? dsiFactor(quantity.unit, unit) : null
    if (!quantity || factor === null) return null
    const scaled = (values: readonly number[]) => values.map((value) => Number((value * factor).toPrecision(12)))
    return { values: scaled(quantity.values), uncertainties: scaled(quantity.uncertainties) }
  }
  const [indicated, error, correction] = [of('indicated'), of('error'), of('correction')]
  const reference = of('reference') ?? of('nominal')
  if (!indicated || !(reference ?? error ?? correction)) return []
  const uncertain = [error, correction, indicated, reference].find((each) => each && each.uncertainties.length > 0)
  return indicated.values.flatMap((shown, index): ReadPoint[] => {
    const u =
      uncertain &&
      (uncertain.uncertainties[index] ??
        (uncertain.uncertainties.length === 1 ? uncertain.uncertainties[0] : undefined))
    const was = reference?.values[index]
    const off = correction?.values[index] ?? (error?.values[index] === undefined ? undefined : -error.values[index])
    if (u === undefined || u === null || u <= 0 || (was === undefined && off === undefined)) return []
    // What there was goes before the correction: it has not been rounded once more.
    return [
      {
        indicated: shown,
        reference: was ?? null,
        correction: was === undefined ? (off ?? null) : null,
        uncertainty: u,
      },
    ]
  })
}

/** One entry for each range, with what was found beside what was given back. */
function mergedRanges(taken: readonly { list: ResultList; range: RangeToRead }[]): ReadRange[] {
  const marks = [...new Set(taken.map(({ range }) => range.mark))]
  return marks.map((mark) => {
    const own = taken.filter(({ range }) => range.mark === mark)
    const points = (isFound: boolean) =>
      own
        .filter(({ list }) => list.isFound === isFound)
        .flatMap(({ list, range }) => pointsOf(list, range.unit))
        .filter(({ indicated }, index, each) => each.findIndex((other) => other.indicated === indicated) === index)
    const factor = own.flatMap(({ list }) => list.quantities.flatMap(({ coverageFactor }) => coverageFactor ?? []))[0]
    const [given, found] = [points(false), points(true)]
    // Only found: it was not adjusted, and was given back so.
    return {
      mark,
      coverageFactor: factor ?? null,
      points: given.length > 0 ? given : found,
      found: given.length > 0 ? found : [],
    }
  })
}
