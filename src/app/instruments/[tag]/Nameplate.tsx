import { limitWords } from '@/core/error/limitWords'
import { formatPlain } from '@/core/format/formatNumber'
import { REFERENCE_MEDIA } from '@/core/reference/referenceKind'
import { HOOK_UPS } from '@/core/run/plan/hookUp'
import { POINT_ORDERS } from '@/core/run/plan/plan'
import { pointName, testPointPercents } from '@/core/run/plan/pointScale'
import { signalLabel } from '@/core/signal/signal'
import { isReverseActing, zeroPosition } from '@/core/transfer/calibratedRange'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { type Configuration, INSTRUMENT_KINDS } from '@/schema/configuration'
import { rangeText, unitWithKind } from '@/server/services/beam'
import type { InstrumentPageData } from '@/server/services/instrumentPage'
import { bodyWords } from '@/words/bodyWords'
import { transferWords } from '@/words/transferWords'

/** What it is, as the register has it. */
export function Nameplate({ page: { instrument } }: { page: InstrumentPageData }) {
  const { configuration: c } = instrument
  const range = { lrv: c.lrv, urv: c.urv, unit: c.unit }
  const remarks = [
    isReverseActing(range) && 'reverse-acting',
    zeroPosition(range) !== 'at zero' && `zero ${zeroPosition(range)}`,
  ].filter(Boolean)
  const facts: [string, string][] = [
    ['Kind', INSTRUMENT_KINDS[c.kind]],
    ...(c.nameplate ? [['Nameplate', nameplateWords(c.nameplate)] as [string, string]] : []),
    ...(c.readability
      ? [
          [
            'Read to',
            `${formatPlain(c.readability.division * c.readability.fraction)} ${pressureUnitLabel(c.unit)}`,
          ] as [string, string],
        ]
      : []),
    ['Range', `${rangeText(c)}${remarks.length > 0 ? ` (${remarks.join(', ')})` : ''}`],
    ['Output', `${signalLabel(c.signal)}, ${transferWords(c.transfer)}`],
    ...(c.displayScale
      ? [
          [
            'Display',
            `${formatPlain(c.displayScale.lower)} … ${formatPlain(c.displayScale.upper)} ${c.displayScale.unit}`,
          ] as [string, string],
        ]
      : []),
    ...(c.hostRoot ? [['Host', 'takes the square root'] as [string, string]] : []),
    ['Connected by', HOOK_UPS[c.hookUp]],
    ...(c.touchedBy
      ? [['Touched only by', c.touchedBy.map((medium) => REFERENCE_MEDIA[medium]).join(', ')] as [string, string]]
      : []),
    [
      'Sensor',
      `${formatPlain(c.lrl)} … ${formatPlain(c.url)} ${unitWithKind(c)}, smallest span ${formatPlain(c.minSpan)}`,
    ],
    ...(c.body ? [['Body', bodyWords(c.body, c.unit)] as [string, string]] : []),
    ['Error limit', limitWords(c.errorLimit)],
    ['Adjust limit', c.adjustLimit ? limitWords(c.adjustLimit) : 'none: adjusted only when outside'],
    [
      'Test points',
      `${testPointPercents(c)
        .map((percent) => pointName(percent, c))
        .join(', ')}, ${POINT_ORDERS[c.pointOrder]}`,
    ],
  ]
  return (
    <section aria-labelledby="nameplate">
      <h2 id="nameplate">Nameplate and register</h2>
      <dl className="facts" style={{ marginTop: 8 }}>
        {facts.map(([name, value]) => (
          <div key={name} style={{ display: 'contents' }}>
            <dt>{name}</dt>
            <dd className="num">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  )
}

const nameplateWords = ({ maker, model, serialNumber }: NonNullable<Configuration['nameplate']>) =>
  [maker, model, serialNumber && `serial ${serialNumber}`].filter(Boolean).join(', ')
