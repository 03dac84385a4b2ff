import Link from 'next/link'
import { limitWords } from '@/core/error/limitWords'
import { formatPlain } from '@/core/format/formatNumber'
import { signalLabel } from '@/core/signal/signal'
import { PRESSURE_KINDS } from '@/core/units/pressureKind'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { BeamData } from '@/schema/beam'
import type { Configuration } from '@/schema/configuration'
import { RangeBeam } from '../../kit/pictures/RangeBeam'
import { RUN_STYLES } from './RunStyles'

type Props = { tag: string; configuration: Configuration; beam: BeamData; references?: string }

/** Which instrument this is, what it is ranged to and what it may be wrong by. */
export function RunHead({ tag, configuration: c, beam, references }: Props) {
  const facts = [
    `${formatPlain(c.lrv)} … ${formatPlain(c.urv)} ${pressureUnitLabel(c.unit)} ${PRESSURE_KINDS[c.pressureKind].suffix}  →  ${signalLabel(c.signal)}`,
    `limit ${limitWords(c.errorLimit)}`,
    ...(c.adjustLimit ? [`adjust beyond ${limitWords(c.adjustLimit)}`] : []),
    ...(references ? [references] : []),
  ]
  return (
    <div className="run-head">
      {RUN_STYLES}
      <div>
        <h1>
          <Link href={`/instruments/${encodeURIComponent(tag)}`} style={{ textDecoration: 'none' }}>
            {tag}
          </Link>{' '}
          <span className="run-what">{c.description}</span>
        </h1>
        <p className="soft small num">{facts.join(' · ')}</p>
      </div>
      <div className="beam-box">
        <RangeBeam data={beam} detail="small" fontSize={11.5} />
      </div>
    </div>
  )
}
