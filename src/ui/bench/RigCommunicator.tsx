'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import type { RigAct } from '@/bench/rig/actOnRig'
import { readRig } from '@/bench/rig/readRig'
import type { Rig } from '@/bench/rig/rigModel'
import { typedNumber } from '@/core/units/decimalText'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { NumberBox } from '../../kit/form/boxes'

type Props = {
  readonly rig: Rig
  readonly act: (...acts: readonly RigAct[]) => void
  /** What presses from the other side, in the unit; 0 without a filled leg. */
  readonly leg: number
}
type Written = Extract<RigAct, { act: 'write' }>['written']

/** What a digital communicator writes: trims by what reference and meter show now, range, damping, a held current, protection. */
export function RigCommunicator({ rig, act, leg }: Props) {
  const { model, fixedMilliamp, isProtected } = rig
  const [lrv, setLrv] = useState('')
  const [urv, setUrv] = useState('')
  const [damping, setDamping] = useState('')
  if (!model.digital) return null
  const write = (written: Written) => act({ act: 'write', written })
  const now = () => readRig(rig)
  const unit = pressureUnitLabel(rig.facts.unit)
  const figure = (text: string) => typedNumber(text) ?? Number.NaN
  return (
    <fieldset className="bare-fieldset stack">
      <legend className="small soft">By the communicator</legend>
      <div className="actions">
        <Button variant="outlined" onClick={() => write({ what: 'zero-trim' })}>
          Zero trim
        </Button>
        {(['lower', 'upper'] as const).map((end) => (
          <Button
            key={end}
            variant="outlined"
            onClick={() => write({ what: 'sensor-trim', end, truth: now().reference - leg })}
          >
            {end === 'lower' ? 'Lower' : 'Upper'} trim, to the reference
          </Button>
        ))}
      </div>
      {model.output && (
        <div className="actions">
          {([4, 20] as const).map((milliamp) => (
            <Button
              key={milliamp}
              variant={fixedMilliamp === milliamp ? 'contained' : 'outlined'}
              onClick={() => write({ what: 'fixed-current', milliamp })}
            >
              Hold {milliamp} mA
            </Button>
          ))}
          {(['lower', 'upper'] as const).map((end) => (
            <Button
              key={end}
              variant="outlined"
              disabled={fixedMilliamp !== (end === 'lower' ? 4 : 20)}
              onClick={() => write({ what: 'output-trim', end, measured: now().milliamp ?? Number.NaN })}
            >
              Output trim at {end === 'lower' ? 4 : 20}, to the meter
            </Button>
          ))}
          <Button
            variant="outlined"
            disabled={fixedMilliamp === null}
            onClick={() => write({ what: 'fixed-current', milliamp: null })}
          >
            Let it follow
          </Button>
        </div>
      )}
      <div className="actions">
        <NumberBox label={`LRV, ${unit}`} value={lrv} change={setLrv} sx={{ width: 110 }} />
        <NumberBox label={`URV, ${unit}`} value={urv} change={setUrv} sx={{ width: 110 }} />
        <Button
          variant="outlined"
          disabled={lrv.trim() === '' || urv.trim() === ''}
          onClick={() => write({ what: 'range', lrv: figure(lrv), urv: figure(urv) })}
        >
          Set the range
        </Button>
        <NumberBox label="Damping, s" value={damping} change={setDamping} sx={{ width: 110 }} />
        <Button
          variant="outlined"
          disabled={damping.trim() === ''}
          onClick={() => write({ what: 'damping', seconds: figure(damping) })}
        >
          Set the damping
        </Button>
        <Button variant="outlined" onClick={() => write({ what: 'protection', isOn: !isProtected })}>
          Write protection: {isProtected ? 'on' : 'off'}
        </Button>
      </div>
    </fieldset>
  )
}
