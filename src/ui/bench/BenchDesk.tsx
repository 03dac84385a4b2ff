'use client'
import Button from '@mui/material/Button'
import { Fragment, useState } from 'react'
import { decimalsOfStep, formatFixed } from '@/core/format/formatNumber'
import { BENCH_SET_UP_IDS, BENCH_SET_UPS, type BenchSetUp } from '@/core/rig/benchSetUps'
import type { RigReading } from '@/core/rig/readRig'
import { RIG_FAULTS } from '@/core/rig/rigFaults'
import type { Rig } from '@/core/rig/rigModel'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { rigTrace } from '@/pictures/rigTrace'
import { rigEventWords } from '@/words/rigWords'
import { Choice } from '../parts/Choice'
import { Notice } from '../parts/Notice'
import { Refused } from '../parts/Refused'
import { Tick } from '../parts/Tick'
import { HookUpPicture } from '../pictures/HookUpPicture'
import { SceneSvg } from '../pictures/SceneSvg'
import { useSize } from '../pictures/useSize'
import { AutomaticPanel } from './AutomaticPanel'
import { RigControls } from './RigControls'
import { TRACE_SECONDS, useRig } from './useRig'

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
  return (
    <div className="stack">
      <div className="actions">
        <Choice
          label="What is on the bench"
          value={setUp}
          options={BENCH_SET_UP_IDS.map((id) => [id, BENCH_SET_UPS[id].title] as const)}
          choose={(id) => setSetUp(BENCH_SET_UP_IDS.find((each) => each === id) ?? setUp)}
          sx={{ minWidth: 320 }}
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
            <HookUpPicture facts={{ ...piping, signal: '4-20mA' }} state={rig.hookUp} />
          </div>
          <RigControls rig={rig} act={act} />
          <Refused words={refused} />
        </div>
        <div className="stack">
          <Readings rig={rig} reading={reading} />
          <Trace points={trace} unit={pressureUnitLabel(rig.facts.unit)} />
          <AutomaticPanel
            {...run}
            rig={rig}
            vent={() => {
              run.byHand()
              act({ act: 'source', to: null }, { act: 'pump', to: 'vented' })
            }}
          />
          <Events rig={rig} />
        </div>
      </div>
    </div>
  )
}

/** What can be read: reference, meter, and by the communicator what the instrument itself says. */
function Readings({ rig, reading }: { rig: Rig; reading: RigReading }) {
  const unit = pressureUnitLabel(rig.facts.unit)
  const decimals = decimalsOfStep(rig.facts.reference.step)
  const shown = (value: number | null, digits: number, label: string) =>
    value === null ? '—' : `${formatFixed(value, digits)} ${label}`
  const rows = [
    ['Reference', shown(reading.reference, decimals, unit)],
    ['Meter', shown(reading.milliamp, 4, 'mA')],
    ['PV, by the communicator', shown(reading.pv, decimals, unit)],
    ['AO, by the communicator', shown(reading.ao, 4, 'mA')],
    ['At its terminals', shown(reading.terminalVolts, 2, 'V')],
  ] as const
  return (
    <section aria-labelledby="readings">
      <h2 id="readings">Readings</h2>
      <dl className="facts num">
        {rows.map(([what, words]) => (
          <Fragment key={what}>
            <dt>{what}</dt>
            <dd>{words}</dd>
          </Fragment>
        ))}
      </dl>
    </section>
  )
}

type TraceProps = { readonly points: Parameters<typeof rigTrace>[0]['points']; readonly unit: string }

function Trace({ points, unit }: TraceProps) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 560, height: 200 })
  return (
    <section aria-labelledby="trace">
      <h2 id="trace">Pressure of the last minute, {unit}</h2>
      <div ref={ref} className="picture" style={{ height: 200 }}>
        <SceneSvg scene={rigTrace({ points, unit, windowSeconds: TRACE_SECONDS }, { ...size, fontSize: 12 })} />
      </div>
    </section>
  )
}

/** What came of what was done; read out as it comes. */
function Events({ rig }: { rig: Rig }) {
  return (
    <section aria-labelledby="events">
      <h2 id="events">What came of it</h2>
      <ol className="plain-list" role="log" aria-label="What came of it">
        {rig.events.map((event) => (
          <li key={`${event.kind} ${event.at} ${'hazard' in event ? event.hazard : ''}`} className="tone-look">
            {rigEventWords(event)}
          </li>
        ))}
      </ol>
      {rig.events.length === 0 && <p className="soft">Nothing has gone wrong.</p>}
    </section>
  )
}
