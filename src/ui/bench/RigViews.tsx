'use client'
import { Fragment } from 'react'
import type { RigReading } from '@/bench/rig/readRig'
import type { Rig } from '@/bench/rig/rigModel'
import { decimalsOfStep, formatFixed } from '@/core/format/formatNumber'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { rigTrace, type TracePoint } from '@/pictures/rigTrace'
import { rigEventWords } from '@/words/rigWords'
import { SceneSvg } from '../../kit/pictures/SceneSvg'
import { useSize } from '../../kit/pictures/useSize'
import { TRACE_SECONDS } from './useRig'

/** What can be read of a rig, with its name, in words; what it has not is left out. */
export function readingRows({ facts, model }: Rig, reading: RigReading): (readonly [what: string, words: string])[] {
  const unit = pressureUnitLabel(facts.unit)
  const decimals = decimalsOfStep(facts.reference.step)
  const shown = (value: number | null, digits: number, label: string) =>
    value === null ? '—' : `${formatFixed(value, digits)} ${label}`
  return [
    ['Reference', shown(reading.reference, decimals, unit)],
    ...(model.output ? ([['Meter', shown(reading.milliamp, 4, 'mA')]] as const) : []),
    ...(reading.outputKPa === null ? [] : ([['Output', shown(reading.outputKPa, 2, 'kPa')]] as const)),
    ...(model.digital
      ? ([
          ['PV, by the communicator', shown(reading.pv, decimals, unit)],
          ['AO, by the communicator', shown(reading.ao, 4, 'mA')],
        ] as const)
      : []),
    ...(model.kind.endsWith('gauge') ? ([['Its own display', shown(reading.display, decimals, unit)]] as const) : []),
    ...(reading.host === null ? [] : ([['Panel', shown(reading.host, 2, unit)]] as const)),
    ...(model.output ? ([['At its terminals', shown(reading.terminalVolts, 2, 'V')]] as const) : []),
  ]
}

/** What can be read: reference, meter, and by the communicator what the instrument itself says. */
export function RigReadings({ rig, reading }: { rig: Rig; reading: RigReading }) {
  return (
    <section aria-labelledby="readings">
      <h2 id="readings">Readings</h2>
      <dl className="facts num">
        {readingRows(rig, reading).map(([what, words]) => (
          <Fragment key={what}>
            <dt>{what}</dt>
            <dd>{words}</dd>
          </Fragment>
        ))}
      </dl>
    </section>
  )
}

/** The pressure of the last minute at the rig. */
export function RigTrace({ points, unit }: { readonly points: readonly TracePoint[]; readonly unit: string }) {
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
export function RigEvents({ rig }: { rig: Rig }) {
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
