'use client'
import { formatPlain } from '@/core/format/formatNumber'
import { linkForSpan } from '@/core/range/fitIssues'
import { sensorBody } from '@/core/range/sensorBody'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { rangeDeskBeam, rangeDeskBeamHeight } from '@/pictures/rangeDeskBeam'
import { hostScale } from '@/plans/hostScale'
import type { ReferenceOffer } from '@/plans/offers'
import type { RangePlan } from '@/plans/rangePlanShape'
import type { WantedForm } from '@/schema/desks'
import { SceneSvg } from '../../kit/pictures/SceneSvg'
import { useSize } from '../../kit/pictures/useSize'
import type { DeskInstrument } from './deskTypes'

type Props = {
  instrument: DeskInstrument
  wanted: WantedForm | null
  plan: RangePlan | null
  offer: ReferenceOffer | undefined
}

/** The beam with everything on it, as wide as there is room. */
export function RangeDeskBeam({ instrument: { configuration: c }, wanted, plan, offer }: Props) {
  const font = 13
  const [ref, { width }] = useSize<HTMLDivElement>({ width: 1200, height: rangeDeskBeamHeight(font) })
  const next = plan?.next ?? c
  const body = sensorBody(plan?.verdict.kind === 'capsule' ? next : c)
  const isSpan = wanted !== null && wanted.lrv !== wanted.urv
  const host = wanted && hostScale({ ...c, ...wanted, hostRoot: wanted.hostRoot ? true : undefined })
  const reference = offer?.standard.quantity === 'pressure' ? offer.standard : null
  const inUnit = (value: number) => (reference ? convertPressure(value, reference.unit, c.unit) : value)
  const scene = rangeDeskBeam(
    {
      ...body,
      unitLabel: pressureUnitLabel(c.unit),
      present: c,
      wanted: wanted && isSpan ? { ...wanted, fits: plan !== null && plan.verdict.kind !== 'impossible' } : null,
      presentLink: c.body?.link ?? null,
      neededLink:
        wanted && isSpan && plan?.verdict.kind !== 'impossible'
          ? (linkForSpan(Math.abs(wanted.urv - wanted.lrv), body.links, next.body?.link ?? null)?.name ?? null)
          : null,
      host: host && {
        lower: `${formatPlain(host.lower)} ${host.unit}`,
        upper: `${formatPlain(host.upper)} ${host.unit}`,
      },
      reference: reference && {
        label: `${reference.code} reaches${offer?.ratioText ? `, ratio ${offer.ratioText}` : ''}`,
        low: inUnit(reference.rangeLow),
        high: inUnit(reference.rangeHigh),
      },
    },
    { width, fontSize: font },
  )
  return (
    <div ref={ref} className="picture desk-beam">
      <SceneSvg scene={scene} />
    </div>
  )
}
