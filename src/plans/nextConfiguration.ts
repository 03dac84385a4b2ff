import { pointsForNewRange } from '@/core/range/pointsForNewRange'
import type { RangeVerdict } from '@/core/range/rangeVerdict'
import type { Configuration } from '../schema/configuration'
import { ConfigurationNumbers } from '../schema/configurationForm'
import type { WantedForm } from '../schema/desks'
import type { RangePlan } from './rangePlanShape'

/** The configuration a range change leads to, by the rules of what may be entered. */
export function nextConfiguration(
  present: Configuration,
  wanted: WantedForm,
  verdict: RangeVerdict,
): Pick<RangePlan, 'next' | 'objections'> {
  if (verdict.kind === 'impossible') return { next: null, objections: [] }
  const { hostRoot: _, ...rest } = present
  const range = { lrv: wanted.lrv, urv: wanted.urv, unit: present.unit }
  const parsed = ConfigurationNumbers.safeParse({
    ...rest,
    lrv: wanted.lrv,
    urv: wanted.urv,
    displayScale: wanted.displayScale,
    transfer: wanted.transfer,
    ...(wanted.hostRoot && { hostRoot: true }),
    testPoints: pointsForNewRange({ scale: pointScaleOf(present, wanted), points: present.testPoints }, present, range),
    pointScale: pointScaleOf(present, wanted),
    ...bodyAfter(present, verdict),
  })
  if (parsed.success) return { next: parsed.data, objections: [] }
  return { next: null, objections: parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`) }
}

/** Points in % of flow mean nothing once no root is taken. */
const pointScaleOf = (present: Configuration, { transfer }: WantedForm): Configuration['pointScale'] =>
  transfer.kind === 'linear' && present.pointScale === 'output' ? 'input' : present.pointScale

function bodyAfter({ body }: Configuration, verdict: RangeVerdict): Partial<Configuration> {
  if (!body) return {}
  if (verdict.kind === 'link') return { body: { ...body, link: verdict.to } }
  if (verdict.kind !== 'capsule') return {}
  const { code, body: capsule } = verdict.capsule
  return {
    lrl: capsule.lrl,
    url: capsule.url,
    minSpan: capsule.minSpan,
    body: {
      ...body,
      capsule: code,
      maxSpan: capsule.maxSpan,
      links: capsule.links,
      link: verdict.link,
      allowsReverse: capsule.allowsReverse,
    },
  }
}
