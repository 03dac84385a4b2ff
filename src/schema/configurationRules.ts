import type { z } from 'zod'
import { ADJUSTED_BY, possibleAdjustedBy } from '@/core/adjust/adjustedBy'
import { limitSides } from '@/core/error/errorLimit'
import { exceeds } from '@/core/error/verdict'
import { isWithin } from '@/core/error/within'
import { formatPlain } from '@/core/format/formatNumber'
import { fitIssues, fitIssueWords, linkForSpan } from '@/core/range/fitIssues'
import { sensorBody } from '@/core/range/sensorBody'
import { orRefused } from '@/core/refusal'
import { inputPercentOfPoint, pointName } from '@/core/run/plan/pointScale'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from './configuration'

const isWithinSensor = (input: number, { lrl, url }: { lrl: number; url: number }) =>
  isWithin(input, { low: lrl, high: url })

/** What no sensor can do, and limits that nobody could meet; field by field, in words. */
export function refuseImpossible(config: Configuration, ctx: z.RefinementCtx): void {
  const refuse = (field: string, message: string) => ctx.addIssue({ code: 'custom', path: [field], message })
  const unit = pressureUnitLabel(config.unit)
  if (config.lrl >= config.url) {
    refuse('url', `must lie above LRL (${formatPlain(config.lrl)} ${unit})`)
    return
  }
  if (config.lrv === config.urv) {
    refuse('urv', `equals LRV (${formatPlain(config.lrv)} ${unit}), so the span is zero: enter a different URV`)
    return
  }
  for (const issue of fitIssues(config, sensorBody(config))) {
    const words = fitIssueWords(issue, unit)
    if (issue.code === 'below-lrl' || issue.code === 'above-url')
      refuse(
        issue.end,
        `outside what the sensor can do (${formatPlain(config.lrl)} … ${formatPlain(config.url)} ${unit})`,
      )
    else if (issue.code === 'span-too-small')
      refuse(
        'urv',
        `span ${formatPlain(issue.span)} ${unit} is under the smallest this sensor allows (${formatPlain(issue.minSpan)} ${unit})`,
      )
    else refuse(issue.code === 'no-link' ? 'body' : 'urv', words)
  }
  refuseWrongLink(config, refuse)
  refuseOtherAdjusting(config, refuse)
  if (config.hostRoot && config.transfer.kind !== 'linear')
    refuse('transfer', 'the host takes the root already, so here it would be taken twice: choose linear')
  refusePointsAndLimits(config, refuse)
}

/** Air has no trims, and a dial no buttons. */
function refuseOtherAdjusting(config: Configuration, refuse: (field: string, message: string) => void): void {
  const { adjustedBy } = config
  const possible = possibleAdjustedBy(config)
  if (adjustedBy !== undefined && !possible.includes(adjustedBy))
    refuse(
      'adjustedBy',
      `an instrument of this kind and output has no ${ADJUSTED_BY[adjustedBy]}: choose ${possible.map((id) => ADJUSTED_BY[id]).join(', or ')}`,
    )
}

/** A link that stands where it does not serve the range is a slip of the register, or of somebody's hand. */
function refuseWrongLink({ lrv, urv, body }: Configuration, refuse: (field: string, message: string) => void): void {
  if (!body || body.link === null) return
  const serving = linkForSpan(Math.abs(urv - lrv), body.links, body.link)
  if (serving && serving.name !== body.link)
    refuse('body', `the link stands at ${body.link}, and this span needs ${serving.name}: look, and correct either`)
}

function refusePointsAndLimits(config: Configuration, refuse: (field: string, message: string) => void): void {
  const basis = { range: { lrv: config.lrv, urv: config.urv, unit: config.unit }, url: config.url }
  for (const point of config.testPoints) {
    const percent = percentOfTestPoint(point, config, refuse)
    if (percent === null) return
    const target = inputAtPercent(percent, basis.range)
    if (!isWithinSensor(target, config)) {
      refuse(
        'testPoints',
        `${pointName(percent, config)} is ${formatPlain(target)} ${pressureUnitLabel(config.unit)}, outside what the sensor can do`,
      )
      return
    }
    const limit = limitSides(target, config.errorLimit, basis)
    if (limit.above === 0 || limit.below === 0) {
      refuse(
        'errorLimit',
        `is zero at the ${pointName(percent, config)} point, which nothing could meet: add a term or drop the point`,
      )
      return
    }
    const adjust = config.adjustLimit && limitSides(target, config.adjustLimit, basis)
    if (adjust && (exceeds(adjust.above, limit.above) || exceeds(adjust.below, limit.below))) {
      refuse(
        'adjustLimit',
        `is wider than the error limit at the ${pointName(percent, config)} point: it must lie inside it`,
      )
      return
    }
  }
}

/** A test point in % of input span; null where it was refused. */
function percentOfTestPoint(
  point: number,
  config: Configuration,
  refuse: (field: string, message: string) => void,
): number | null {
  if (config.pointScale === 'output' && config.transfer.kind === 'linear') {
    refuse('pointScale', '% of flow means % of span where no root is taken: choose % of span')
    return null
  }
  const refused = (words: string) => {
    refuse('testPoints', words)
    return null
  }
  return orRefused(
    () => {
      const percent = inputPercentOfPoint(point, config)
      if (config.pointScale === 'value' || (point >= -10 && point <= 110)) return percent
      return refused(point < -10 ? 'a point lies below −10 %' : 'a point lies above 110 %')
    },
    ({ line }) => refused(line),
  )
}
