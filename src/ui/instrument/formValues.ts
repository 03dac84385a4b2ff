import { adjustedByOf } from '@/core/adjust/adjustedBy'
import type { ErrorLimit } from '@/core/error/errorLimit'
import { formatPlain } from '@/core/format/formatNumber'
import { REFERENCE_MEDIUM_IDS, type ReferenceMedium } from '@/core/reference/referenceKind'
import type { DeviceSetUp } from '@/core/setUp/deviceSetUp'
import type { PressureUnit } from '@/core/units/pressureUnit'
import type { Configuration } from '@/schema/configuration'
import type { SetUpBoxes } from '@/schema/deviceSetUp'

/** The instrument form's boxes hold text; the schema makes numbers of it, here and on the server. */
export type LimitValues = {
  combine: 'sum' | 'larger'
  terms: { kind: string; value: string; step: string; unit: string }[]
}
export type InstrumentValues = {
  tag: string
  reason: string
  configuration: Record<
    | 'description'
    | 'area'
    | 'kind'
    | 'pressureKind'
    | 'unit'
    | 'signal'
    | 'pointOrder'
    | 'lrl'
    | 'url'
    | 'minSpan'
    | 'lrv'
    | 'urv'
    | 'intervalMonths'
    | 'testPoints'
    | 'pointScale'
    | 'hookUp'
    | 'adjustedBy',
    string
  > & {
    errorLimit: LimitValues
    adjustLimit: LimitValues | null
    transfer: { kind: string; cutOffPercent: string }
    displayScale: { lower: string; upper: string; unit: string } | null
    body: BodyValues | null
    hostRoot: boolean
    nameplate: { maker: string; model: string; serialNumber: string }
    readability: { division: string; fraction: string }
    repeatabilityPercentSpan: string
    limitSource: string
    owner: string
    touchedBy: Record<ReferenceMedium, boolean>
    setUp: SetUpBoxes
  }
}
export type BodyValues = {
  family: string
  capsule: string
  maxSpan: string
  allowsReverse: boolean
  construction: string
  links: { name: string; minSpan: string; maxSpan: string }[]
  link: string
}

/** A body of which nothing is typed yet. */
export const EMPTY_BODY: BodyValues = {
  family: '',
  capsule: '',
  maxSpan: '',
  allowsReverse: true,
  construction: '',
  links: [],
  link: '',
}

const text = (value: number) => formatPlain(value).replace('−', '-')

const setUpText = (value: number | undefined) => (value === undefined ? '' : text(value))

/** What is keyed in beside the range, as boxes. */
function setUpBoxes(set: DeviceSetUp): SetUpBoxes {
  return {
    application: set.application ?? '',
    dampingSeconds: setUpText(set.dampingSeconds),
    displayDampingSeconds: setUpText(set.displayDampingSeconds),
    displayDecimals: setUpText(set.displayDecimals),
    startView: set.startView ?? '',
    failure: set.failure ?? '',
    alarmLowMilliamp: setUpText(set.alarmLowMilliamp),
    alarmHighMilliamp: setUpText(set.alarmHighMilliamp),
    isWriteProtected: set.isWriteProtected === undefined ? '' : set.isWriteProtected ? 'yes' : 'no',
    deviceTag: set.deviceTag ?? '',
    mounting: set.mounting ?? '',
  }
}

const mediaFlags = (media: readonly ReferenceMedium[]) =>
  Object.fromEntries(REFERENCE_MEDIUM_IDS.map((medium) => [medium, media.includes(medium)])) as Record<
    ReferenceMedium,
    boolean
  > // of every id

/** An empty form. Kinds and units are preset to the commonest; no figure is. */
export const EMPTY_INSTRUMENT: InstrumentValues = {
  tag: '',
  reason: '',
  configuration: {
    description: '',
    area: '',
    kind: 'dp-transmitter',
    pressureKind: 'differential',
    unit: 'kPa',
    signal: '4-20mA',
    pointOrder: 'up-down',
    lrl: '',
    url: '',
    minSpan: '',
    lrv: '',
    urv: '',
    intervalMonths: '12',
    testPoints: '0, 25, 50, 75, 100',
    errorLimit: { combine: 'larger', terms: [{ kind: 'percentSpan', value: '', step: '', unit: 'kPa' }] },
    adjustLimit: null,
    pointScale: 'input',
    hookUp: 'three-valve',
    adjustedBy: 'trims',
    transfer: { kind: 'linear', cutOffPercent: '' },
    displayScale: null,
    body: null,
    hostRoot: false,
    nameplate: { maker: '', model: '', serialNumber: '' },
    readability: { division: '', fraction: '1' },
    repeatabilityPercentSpan: '',
    limitSource: '',
    owner: '',
    touchedBy: mediaFlags([]),
    setUp: setUpBoxes({}),
  },
}

/** The form of a registered instrument, filled from its newest version. */
export function valuesOf(tag: string, configuration: Configuration): InstrumentValues {
  const limit = ({ combine, terms }: ErrorLimit): LimitValues => ({
    combine,
    terms: terms.map((term) => ({
      kind: term.kind,
      value: text(term.value),
      step: term.kind === 'counts' ? text(term.step) : '',
      unit: term.kind === 'absolute' || term.kind === 'counts' ? term.unit : configuration.unit,
    })),
  })
  const {
    lrl,
    url,
    minSpan,
    lrv,
    urv,
    intervalMonths,
    testPoints,
    errorLimit,
    adjustLimit,
    transfer,
    displayScale,
    body,
    hostRoot,
    nameplate,
    readability,
    repeatabilityPercentSpan,
    limitSource,
    owner,
    touchedBy,
    setUp,
    ...plain
  } = configuration
  return {
    tag,
    reason: '',
    configuration: {
      ...plain,
      adjustedBy: adjustedByOf(configuration),
      lrl: text(lrl),
      url: text(url),
      minSpan: text(minSpan),
      lrv: text(lrv),
      urv: text(urv),
      intervalMonths: text(intervalMonths),
      testPoints: testPoints.map(text).join(', '),
      errorLimit: limit(errorLimit),
      adjustLimit: adjustLimit && limit(adjustLimit),
      transfer: { kind: transfer.kind, cutOffPercent: transfer.kind === 'linear' ? '' : text(transfer.cutOffPercent) },
      displayScale: displayScale && {
        lower: text(displayScale.lower),
        upper: text(displayScale.upper),
        unit: displayScale.unit,
      },
      body: body
        ? {
            family: body.family ?? '',
            capsule: body.capsule ?? '',
            maxSpan: body.maxSpan === null ? '' : text(body.maxSpan),
            allowsReverse: body.allowsReverse,
            construction: body.construction ?? '',
            links: body.links.map(({ name, minSpan, maxSpan }) => ({
              name,
              minSpan: text(minSpan),
              maxSpan: text(maxSpan),
            })),
            link: body.link ?? '',
          }
        : null,
      hostRoot: hostRoot ?? false,
      nameplate: {
        maker: nameplate?.maker ?? '',
        model: nameplate?.model ?? '',
        serialNumber: nameplate?.serialNumber ?? '',
      },
      readability: {
        division: readability ? text(readability.division) : '',
        fraction: String(readability?.fraction ?? 1),
      },
      repeatabilityPercentSpan: repeatabilityPercentSpan === undefined ? '' : text(repeatabilityPercentSpan),
      limitSource: limitSource ?? '',
      owner: owner ?? '',
      touchedBy: mediaFlags(touchedBy ?? []),
      setUp: setUpBoxes(setUp ?? {}),
    },
  }
}

/** The form of one like another: everything but what belongs to that one alone. */
export function valuesLike(configuration: Configuration): InstrumentValues {
  const values = valuesOf('', configuration)
  const { nameplate, setUp } = values.configuration
  return {
    ...values,
    configuration: {
      ...values.configuration,
      nameplate: { ...nameplate, serialNumber: '' },
      setUp: { ...setUp, deviceTag: '' },
    },
  }
}

/** The same with the unit a site begins with. */
export const emptyInstrument = (unit: PressureUnit): InstrumentValues => ({
  ...EMPTY_INSTRUMENT,
  configuration: { ...EMPTY_INSTRUMENT.configuration, unit },
})
