'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { legOf } from '@/bench/practice/course'
import { BENCH_SET_UP_IDS, BENCH_SET_UPS, type BenchSetUp } from '@/bench/rig/benchSetUps'
import { RIG_FAULTS } from '@/bench/rig/rigFaults'
import { wordsAsShown } from '@/core/format/decimalMark'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { Choice } from '../../kit/parts/Choice'
import { Notice } from '../../kit/parts/Notice'
import { Refused } from '../../kit/parts/Refused'
import { Tick } from '../../kit/parts/Tick'
import { HookUpPicture } from '../../kit/pictures/HookUpPicture'
import { useLetter } from '../shell/useLetter'
import { AutomaticPanel } from './AutomaticPanel'
import { pressedPart } from './pressedPart'
import { RigCommunicator } from './RigCommunicator'
import { RigControls } from './RigControls'
import { RigEvents, RigReadings, RigTrace } from './RigViews'
import { useRig } from './useRig'

const SPEEDS = [
  ['1', 'as the clock'],
  ['5', '5 times as fast'],
  ['20', '20 times as fast'],
] as const

/** The simulated rig, to try a procedure before standing at the pipe. Nothing of it is recorded. */
export function BenchDesk() {
  const [setUp, setSetUp] = useState<BenchSetUp>('three-valve')
  // Another every time somebody comes: what was hidden the last time is known.
  const [turn, setTurn] = useState(() => Math.floor(Math.random() * 2 ** 31))
  const [speed, setSpeed] = useState('1')
  const [hides, setHides] = useState(false)
  const [isTold, setTold] = useState(false)
  const { rig, fault, reading, trace, act, refused, ...run } = useRig(setUp, {
    seed: turn,
    speed: Number(speed),
    hides,
  })
  const { piping } = rig.facts
  const vent = () => {
    run.byHand()
    act({ act: 'source', to: null }, { act: 'pump', to: 'vented' })
  }
  useLetter('vent', vent)
  return (
    <div className="stack">
      <div className="actions">
        <Choice
          label="What is on the bench"
          value={setUp}
          options={BENCH_SET_UP_IDS.map((id) => [id, wordsAsShown(BENCH_SET_UPS[id].title)] as const)}
          choose={(id) => setSetUp(BENCH_SET_UP_IDS.find((each) => each === id) ?? setUp)}
          sx={{ minWidth: 'min(320px, 100%)' }}
        />
        <Choice label="Time goes" value={speed} options={SPEEDS} choose={setSpeed} sx={{ minWidth: 160 }} />
        <Tick
          label="Something is wrong with it"
          checked={hides}
          change={(next) => {
            setHides(next)
            setTold(false)
          }}
        />
        <Button
          variant="outlined"
          onClick={() => {
            setTurn(turn + 1)
            setTold(false)
          }}
        >
          Begin again
        </Button>
        {fault && (
          <Button variant="outlined" disabled={isTold} onClick={() => setTold(true)}>
            What is it?
          </Button>
        )}
      </div>
      {fault && isTold && (
        <Notice role="status">
          <strong>In the {RIG_FAULTS[fault].part}:</strong> {RIG_FAULTS[fault].title}.
        </Notice>
      )}
      <div className="two-col">
        <div className="stack">
          <div style={{ height: 380 }}>
            <HookUpPicture
              facts={{ ...piping, signal: rig.model.kind === 'pneumatic' ? '20-100kPa' : '4-20mA' }}
              state={rig.hookUp}
              press={(part) => act(pressedPart(part, rig))}
            />
          </div>
          <RigControls rig={rig} act={act} />
          <RigCommunicator rig={rig} act={act} leg={legOf(rig)} />
          <Refused words={refused} />
        </div>
        <div className="stack">
          <RigReadings rig={rig} reading={reading} />
          <RigTrace points={trace} unit={pressureUnitLabel(rig.facts.unit)} />
          <AutomaticPanel {...run} rig={rig} vent={vent} />
          <RigEvents rig={rig} />
        </div>
      </div>
    </div>
  )
}
