'use client'
import Button from '@mui/material/Button'
import { Fragment, useState } from 'react'
import type { RigAct } from '@/bench/rig/actOnRig'
import type { Rig } from '@/bench/rig/rigModel'
import { formatFixed } from '@/core/format/formatNumber'
import { VALVES, type Valve } from '@/core/run/work/valves'
import { decimalText, typedNumber } from '@/core/units/decimalText'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { NumberBox } from '../../kit/form/boxes'
import { LabelledSlider } from '../../kit/parts/LabelledSlider'

type Props = { readonly rig: Rig; readonly act: (...acts: readonly RigAct[]) => void }

/** Every part of the rig that can be moved, each by a control with its name and its state. */
export function RigControls({ rig, act }: Props) {
  const { hookUp, screw, hasSupply } = rig
  const valves = Object.entries(hookUp.valves) as [Valve, 'open' | 'closed'][] // keys are valves
  return (
    <div className="stack">
      {valves.length > 0 && (
        <fieldset className="bare-fieldset">
          <legend className="small soft">Valves</legend>
          <div className="actions">
            {valves.map(([valve, state]) => (
              <Button
                key={valve}
                variant={state === 'open' ? 'outlined' : 'contained'}
                aria-pressed={state === 'closed'}
                onClick={() => act({ act: 'valve', valve, to: state === 'open' ? 'closed' : 'open' })}
              >
                {VALVES[valve]}: {state}
              </Button>
            ))}
          </div>
        </fieldset>
      )}
      <fieldset className="bare-fieldset">
        <legend className="small soft">Hose, pump and supply</legend>
        <div className="actions">
          <Button variant="outlined" onClick={() => act({ act: 'hose', to: hookUp.rig.hose === 'on' ? 'off' : 'on' })}>
            Hose: {hookUp.rig.hose}
          </Button>
          <Button
            variant="outlined"
            onClick={() => act({ act: 'pump', to: hookUp.rig.pump === 'vented' ? 'at-work' : 'vented' })}
          >
            Pump: {hookUp.rig.pump === 'vented' ? 'vented' : 'at work'}
          </Button>
          <Button variant="outlined" onClick={() => act({ act: 'stroke' })}>
            One stroke
          </Button>
          <Button variant="outlined" onClick={() => act({ act: 'supply', to: hasSupply ? 'off' : 'on' })}>
            Loop supply: {hasSupply ? 'on' : 'off'}
          </Button>
          {rig.facts.legPa !== 0 && !hookUp.isFilled && (
            <Button variant="outlined" onClick={() => act({ act: 'fill', to: 'refilled' })}>
              Fill the leg again
            </Button>
          )}
        </div>
        <LabelledSlider
          label="Pump’s screw"
          says={`${formatFixed(screw * 100, 0)} % in`}
          min={0}
          max={1}
          step={0.01}
          value={screw}
          change={(to) => act({ act: 'press', to })}
        />
      </fieldset>
      {rig.model.screws && <Screws act={act} />}
      <Source rig={rig} act={act} />
      {rig.facts.bottlePa !== undefined && <Regulator rig={rig} act={act} />}
    </div>
  )
}

/** An eighth of a turn: as little as a screwdriver tells. */
const TURN = 0.125

/** Zero and span, by their screws: what one does is seen at both ends. */
function Screws({ act }: Pick<Props, 'act'>) {
  return (
    <fieldset className="bare-fieldset">
      <legend className="small soft">Screws, an eighth of a turn</legend>
      <div className="actions">
        {(['zero', 'span'] as const).map((screw) => (
          <Fragment key={screw}>
            <Button variant="outlined" onClick={() => act({ act: 'screw', screw, turns: -TURN })}>
              {screw} down
            </Button>
            <Button variant="outlined" onClick={() => act({ act: 'screw', screw, turns: TURN })}>
              {screw} up
            </Button>
          </Fragment>
        ))}
      </div>
    </fieldset>
  )
}

/** A regulator on a bottle: it lets gas in up to its setting, and nothing out again. */
function Regulator({ rig, act }: Props) {
  const [text, setText] = useState('')
  const to = typedNumber(text)
  return (
    <fieldset className="bare-fieldset">
      <legend className="small soft">Regulator on a bottle: it lets in and never out</legend>
      <div className="actions">
        <NumberBox label={`Up to, ${pressureUnitLabel(rig.facts.unit)}`} value={text} change={setText} />
        <Button variant="outlined" disabled={to === null} onClick={() => to !== null && act({ act: 'regulator', to })}>
          Let it in
        </Button>
        <Button
          variant="outlined"
          disabled={rig.regulatorPa === null}
          onClick={() => act({ act: 'regulator', to: null })}
        >
          Shut it
        </Button>
      </div>
    </fieldset>
  )
}

/** A source that sets its own pressure, in the place of the hand pump. */
function Source({ rig, act }: Props) {
  const [text, setText] = useState('')
  const isHolding = rig.sourcePa !== null
  const set = () => {
    try {
      act({ act: 'source', to: Number(decimalText(text, 'set point')) })
    } catch {
      // What is no number is not set: the box still says so by itself.
    }
  }
  return (
    <fieldset className="bare-fieldset">
      <legend className="small soft">Source that sets its own pressure</legend>
      <div className="actions">
        <NumberBox label={`Set to, ${pressureUnitLabel(rig.facts.unit)}`} value={text} change={setText} />
        <Button variant="outlined" disabled={text.trim() === ''} onClick={set}>
          Hold it
        </Button>
        <Button variant="outlined" disabled={!isHolding} onClick={() => act({ act: 'source', to: null })}>
          Let go
        </Button>
      </div>
    </fieldset>
  )
}
