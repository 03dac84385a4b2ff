'use client'
import Button from '@mui/material/Button'
import { formatFixed, formatSigned } from '@/core/format/formatNumber'
import { decimalsShown } from '@/core/run/judge/decimalsShown'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { LinkShown } from '@/schema/links'
import type { World } from '@/schema/world'
import { automaticWords } from '@/words/automaticWords'
import { Key } from '../../shell/Key'
import { useLetter } from '../../shell/useLetter'
import type { Link } from './useLink'

type Props = {
  readonly shown: LinkShown
  readonly automatic: NonNullable<LinkShown['automatic']>
  readonly order: Link['order']
  readonly world: World
  readonly mayDrive: boolean
}

/** The foot of a run that takes its own readings: what it waits for, and a person's hand on it. */
export function AutomaticFoot({ shown, automatic, order, world, mayDrive }: Props) {
  const { phase, place, count, setPoint, timesPast } = automatic
  const isPaused = phase === 'paused'
  const acts = {
    t: phase === 'settling' ? () => order({ kind: 'take-now' }) : null,
    p: () => order({ kind: isPaused ? 'go-on' : 'pause' }),
    h: () => order({ kind: 'by-hand' }),
  }
  useLetter('takeOver', mayDrive ? acts.t : null)
  useLetter('pause', mayDrive ? acts.p : null)
  useLetter('byHand', mayDrive ? acts.h : null)
  const unit = pressureUnitLabel(shown.unit)
  const { target } = decimalsShown(world, [])
  const words = automaticWords(phase, {
    place: `${place} of ${count}`,
    target: `${formatFixed(setPoint, target)} ${unit}`,
  })
  const moves =
    phase === 'settling' && shown.slopePerSecond !== null
      ? `it moves by ${formatSigned(shown.slopePerSecond, target + 1)} ${unit} a second`
      : null
  const past = timesPast > 0 ? `overshoot ${timesPast} ×, approached again from its side` : null
  return (
    <div className="link-foot">
      <div>
        <p role="status">
          <strong>{words}.</strong>
        </p>
        {/* Figures that change four times a second are to be seen, and not read out. */}
        <p className="small soft num">{[moves, past].filter(Boolean).join('; ') || ' '}</p>
      </div>
      {mayDrive && (
        <div className="actions">
          <Button variant="contained" size="large" disabled={acts.t === null} onClick={() => acts.t?.()}>
            Take it now <Key of="takeOver" />
          </Button>
          <Button variant="outlined" size="large" onClick={acts.p}>
            {isPaused ? 'Go on' : 'Pause'} <Key of="pause" />
          </Button>
          <Button variant="outlined" size="large" onClick={acts.h}>
            By hand from here <Key of="byHand" />
          </Button>
        </div>
      )}
    </div>
  )
}
