'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { ADJUSTMENT_KINDS } from '@/core/adjust/adjustmentKind'
import { formatFixed } from '@/core/format/formatNumber'
import { decimalsShown } from '@/core/run/judge/decimalsShown'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import type { LinkedTrim } from '@/schema/links'
import type { World } from '@/schema/world'
import { Refused } from '../../../kit/parts/Refused'
import type { Link } from './useLink'

type Props = {
  readonly link: Link
  readonly runId: string
  readonly world: World
  readonly reload: () => Promise<void>
}

/** Trims over the link, one at a time under a person's eye: written, read back, put back where it reads wrong, recorded. */
export function LinkTrims({ link, runId, world, reload }: Props) {
  const { shown, order } = link
  const [isBusy, setBusy] = useState(false)
  const [refused, setRefused] = useState<string | null>(null)
  const member = shown?.members.find((each) => each.runId === runId)
  if (!shown || !member || member.pv === null) return null
  const { configuration, inputUnit } = world
  const unit = pressureUnitLabel(inputUnit)
  const { target } = decimalsShown(world, [])
  const ends = [configuration.lrv, configuration.urv].map((end) => convertPressure(end, configuration.unit, inputUnit))
  const [lower = 0, upper = 0] = ends
  const did = async (act: Parameters<typeof order>[0]) => {
    setBusy(true)
    const answer = await order(act)
    setRefused(answer.isDone ? null : answer.words)
    await reload()
    setBusy(false)
  }
  const goTo = (to: number) => (
    <Button size="small" disabled={isBusy} onClick={() => did({ kind: 'set', to })}>
      Go to {formatFixed(to, target)} {unit}
    </Button>
  )
  const trim = (kind: LinkedTrim) => (
    <Button
      size="small"
      variant="outlined"
      disabled={isBusy || !shown.isSteady}
      onClick={() => did({ kind: 'trim', trim: kind, adjustmentId: crypto.randomUUID() })}
    >
      {ADJUSTMENT_KINDS[kind]}
    </Button>
  )
  return (
    <section className="stack" aria-labelledby="link-trims">
      <h2 id="link-trims">Trim over the link</h2>
      <p className="small soft num">
        {shown.isSteady ? 'It stands still' : 'It still moves'} at {formatFixed(shown.applied ?? 0, target)} {unit}: PV{' '}
        {formatFixed(member.pv, target)} {pressureUnitLabel(configuration.unit)}
        {member.output !== null && `, meter ${formatFixed(member.output, 4)} mA`}
        {member.ao !== null && `, AO ${formatFixed(member.ao, 4)} mA`}. Each is read back, and put back where it reads
        wrong.
      </p>
      <div className="actions">
        {goTo(lower)}
        {lower === 0 && configuration.pressureKind !== 'absolute' && trim('zero-trim')}
        {trim('lower-sensor-trim')}
      </div>
      <div className="actions">
        {goTo(upper)}
        {trim('upper-sensor-trim')}
      </div>
      {configuration.signal === '4-20mA' && member.output !== null && (
        <div className="actions">
          {trim('output-trim')} <span className="small soft">at 4 and 20 mA, held for it</span>
        </div>
      )}
      <Refused words={refused} />
    </section>
  )
}
