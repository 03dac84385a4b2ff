import { formatPlain } from '@/core/format/formatNumber'
import { linearScale } from './axis'
import { beamLine, hostLine, referenceLine, ticks } from './beamGround'
import type { Ends, RangeDeskBeamData } from './beamParts'
import { linkStrip, presentBracket, smallestSpan, wantedBox } from './beamWanted'
import type { Scene } from './scene'

/** Height of the picture for a size of type. */
export const rangeDeskBeamHeight = (font: number): number => font * 15

/**
 * The range beam at full size: limits, present and wanted range, smallest span, the span each link position serves, the
 * reference's reach, and what the host shows at both ends. Drawn to proportion; a range beyond the limits is drawn there.
 */
export function rangeDeskBeam(
  data: RangeDeskBeamData,
  { width, fontSize }: { width: number; fontSize: number },
): Scene {
  const ends = data.wanted ? [data.wanted.lrv, data.wanted.urv] : []
  const low = Math.min(data.lrl, ...ends)
  const high = Math.max(data.url, ...ends)
  const margin = fontSize * 3.2
  const x = linearScale([low, high], [margin, width - margin])
  const frame = { x, font: fontSize, width, low, high }
  return {
    width,
    height: rangeDeskBeamHeight(fontSize),
    words: inWords(data),
    shapes: [
      ...linkStrip(data, frame),
      ...presentBracket(data, frame),
      ...beamLine(data, frame),
      ...smallestSpan(data, frame),
      ...wantedBox(data, frame),
      ...ticks(data, frame),
      ...referenceLine(data, frame),
      ...hostLine(data, frame),
    ],
  }
}

function inWords({
  lrl,
  url,
  unitLabel,
  minSpan,
  present,
  wanted,
  host,
  reference,
  neededLink,
}: RangeDeskBeamData): string {
  const ends = ({ lrv, urv }: Ends) => `${formatPlain(lrv)} to ${formatPlain(urv)}`
  return [
    `Sensor ${formatPlain(lrl)} to ${formatPlain(url)} ${unitLabel}, smallest span ${formatPlain(minSpan)}.`,
    `Now ${ends(present)}.`,
    wanted ? `Wanted ${ends(wanted)}: ${wanted.fits ? 'fits' : 'does not fit as it is'}.` : 'Nothing is wanted yet.',
    neededLink ? `Link position ${neededLink}.` : '',
    host ? `Host shows ${host.lower} to ${host.upper}.` : '',
    reference ? `${reference.label}: ${formatPlain(reference.low)} to ${formatPlain(reference.high)}.` : '',
  ]
    .filter((words) => words !== '')
    .join(' ')
}
