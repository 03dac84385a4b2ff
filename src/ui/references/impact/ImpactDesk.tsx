'use client'
import GlobalStyles from '@mui/material/GlobalStyles'
import LinearProgress from '@mui/material/LinearProgress'
import { useRouter } from 'next/navigation'
import { useCallback, useMemo, useState } from 'react'
import { CHANGE_IDS, CHANGES, type Change } from '@/core/impact/recomputedRun'
import type { ChartStyle } from '@/pictures/charts/chartPicture'
import { impactChart } from '@/pictures/charts/impactChart'
import type { ImpactAsk, ImpactSummary } from '@/schema/impact'
import type { Reference } from '@/schema/reference'
import { Notice } from '../../../kit/parts/Notice'
import { Refused } from '../../../kit/parts/Refused'
import { ChartPictureView } from '../../../kit/pictures/ChartPictureView'
import { CorrectionPicture } from '../ReferencePictures'
import { ImpactFoot } from './ImpactFoot'
import { ImpactForm } from './ImpactForm'
import { ImpactTable } from './ImpactTable'
import { askOf, boxesOf } from './impactAsk'
import { impactStyles } from './impactStyles'
import { useImpact } from './useImpact'

type Props = {
  readonly reference: Reference
  readonly rangeId: string
  readonly today: string
  readonly mayFind: boolean
}

/** What a reference that was off puts in doubt: what is supposed at the left, what follows from it at the right. */
export function ImpactDesk({ reference, rangeId, today, mayFind }: Props) {
  const router = useRouter()
  const [boxes, setBoxes] = useState(() => boxesOf(reference, rangeId, today))
  const asked = useMemo(() => askOf(boxes), [boxes])
  const ask = asked.kind === 'ask' ? asked.ask : null
  const { state, shown, again } = useImpact(reference.id, ask)
  const range = reference.facts.ranges.find(({ id }) => id === boxes.rangeId)
  const made = () => {
    again()
    router.refresh()
  }
  return (
    <>
      <GlobalStyles styles={impactStyles} />
      <div className="impact">
        <section className="stack" aria-label="What is supposed">
          <ImpactForm
            {...{ reference, today, boxes, change: setBoxes }}
            refused={asked.kind === 'refused' ? asked : null}
          />
          {range && (
            <details>
              <summary>Corrections from certificate to certificate</summary>
              <CorrectionPicture reference={reference} range={range} />
            </details>
          )}
        </section>
        <section className="stack" aria-label="What follows" aria-busy={state.kind === 'working'}>
          {state.kind === 'working' && <Progress done={state.done} of={state.of} />}
          {state.kind === 'failed' && <Refused words={state.words} />}
          {shown && ask && <Follows summary={shown} ask={ask} />}
        </section>
      </div>
      {shown && ask && (
        <div className="impact-foot">
          <ImpactFoot {...{ reference, ask, summary: shown, mayFind, made }} />
        </div>
      )}
    </>
  )
}

function Progress({ done, of }: { done: number; of: number }) {
  return (
    <div role="status">
      <LinearProgress
        aria-label="Judged again"
        {...(of > 0 && { variant: 'determinate' as const, value: (100 * done) / of })}
      />
      {of > 1000 && (
        <p className="small num">
          {done} of {of} calibrations judged again
        </p>
      )}
    </div>
  )
}

const TONE: Record<Change, string> = {
  'to-fail': 'is-outside',
  'in-doubt': 'is-look',
  same: 'is-inside',
  'to-pass': 'is-rest',
}
const SHOWN_ORDER: readonly Change[] = CHANGE_IDS

function Follows({ summary, ask }: { summary: ImpactSummary; ask: ImpactAsk }) {
  const { counts, rows, dots, runs, open, doneSince } = summary
  const draw = useCallback(
    (style: ChartStyle) => {
      const day = (calendar: string) => Date.parse(`${calendar}T00:00:00Z`)
      return impactChart({ dots, counts, from: day(ask.from), to: day(ask.to) + DAY_MS }, style)
    },
    [dots, counts, ask.from, ask.to],
  )
  const unjudged = runs - SHOWN_ORDER.reduce((sum, change) => sum + counts[change], 0)
  if (runs === 0)
    return (
      <Notice>
        No sealed calibration used it in these days
        {open > 0 ? `; ${open} open ${open === 1 ? 'run uses' : 'runs use'} it` : ''}.
      </Notice>
    )
  return (
    <>
      <dl className="impact-counts">
        {SHOWN_ORDER.map((change) => (
          <div key={change} className={TONE[change]}>
            <dd className="num">{counts[change]}</dd>
            <dt>{change === 'same' ? 'stay as they were' : CHANGES[change]}</dt>
          </div>
        ))}
        <div className="is-rest">
          <dd className="num">{doneSince}</dd>
          <dt>of these calibrated again since</dt>
        </div>
      </dl>
      <ChartPictureView draw={draw} height={280} />
      {open > 0 && (
        <Notice isSmall>
          {open} open {open === 1 ? 'run uses' : 'runs use'} it too, and {open === 1 ? 'is' : 'are'} not in here.
        </Notice>
      )}
      {unjudged > 0 && (
        <Notice isSmall tone="inside-look">
          {unjudged} more could not be judged again: their readings and their record do not belong together. Have the
          chain verified.
        </Notice>
      )}
      {rows.length === 0 ? (
        <Notice tone="inside">No record changes its verdict.</Notice>
      ) : (
        <ImpactTable rows={rows} total={runs - unjudged - counts.same} />
      )}
    </>
  )
}

const DAY_MS = 86_400_000
