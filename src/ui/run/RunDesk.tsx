'use client'
import { useRouter } from 'next/navigation'
import { useEffect, useMemo, useState } from 'react'
import type { Cause } from '@/core/diagnosis/cause'
import { hasScrews } from '@/core/run/adjustable'
import { adviseRound } from '@/core/run/adviseRound'
import { decimalsShown } from '@/core/run/decimalsShown'
import { judgingBasis } from '@/core/run/judgeSteps'
import { pointName } from '@/core/run/pointScale'
import { screwWork } from '@/core/run/screwWork'
import { STAGE_LABELS } from '@/core/run/stage'
import { workLists } from '@/core/run/workLists'
import { nextStep } from '@/core/run/workStep'
import type { BeamData } from '@/schema/beam'
import { mayDo } from '@/schema/roles'
import { presentPause, type RunStep, type RunView } from '@/schema/runView'
import { referencesOf } from '@/schema/world'
import { CorrectionDialog } from './CorrectionDialog'
import { LeaveLinks } from './LeaveLinks'
import { Others } from './Others'
import { RoundFigures } from './RoundFigures'
import { RunFoot } from './RunFoot'
import { RunHead } from './RunHead'
import { RunLeft } from './RunLeft'
import { RunRight } from './RunRight'
import { RunDrafts } from './runDrafts'
import type { EarlierCurve } from './runPictures'
import type { Signer } from './SignFoot'
import { StageTrack } from './StageTrack'
import { typedStore } from './typedStore'
import { usePresence } from './usePresence'
import { useRun } from './useRun'

type Props = {
  initial: RunView
  beam: BeamData
  earlier: EarlierCurve | null
  person: Signer
  timeZone: string
  /** What this person has typed here before and not sent. */
  draft: Record<string, unknown>
}

/** The run: stage track, point ladder, error corridor, and at the foot the one thing to do next. */
export function RunDesk({ draft, ...props }: Props) {
  return (
    <RunDrafts initial={draft}>
      <Desk {...props} />
    </RunDrafts>
  )
}

function Desk({ initial, beam, earlier, person, timeZone }: Omit<Props, 'draft'>) {
  const router = useRouter()
  const { run, state, write, reload } = useRun(initial)
  const [typed] = useState(typedStore)
  const [correcting, setCorrecting] = useState<RunStep | null>(null)
  const facts = useMemo(() => deskFacts(run, state), [run, state])
  const others = usePresence(run.id, placeOf(facts, run), reload)
  // Somebody else has sealed it or given it up: the page then leads on.
  useEffect(() => {
    if (run.status !== 'open') router.refresh()
  }, [run.status, router])
  if (!facts) return null // cannot be: a run is started with its first round

  const seal = async (signing: unknown) => {
    const refusal = await write('seal', signing)
    if (refusal === null) router.push(`/records/of/${run.id}`)
    return refusal
  }
  const abandon = async (reason: string) => {
    const refusal = await write('abandon', { reason })
    if (refusal === null) router.push(`/instruments/${encodeURIComponent(run.world.instrument.tag)}`)
    return refusal
  }
  const mayWork = mayDo(person.role, 'calibrate')
  const correct = mayWork && facts.mayCorrect && !facts.pause ? setCorrecting : undefined
  const { world } = run
  return (
    <div className="run">
      <RunHead
        tag={world.instrument.tag}
        configuration={world.configuration}
        beam={beam}
        references={`reference ${referencesOf(world)
          .map(({ code }) => code)
          .join(' and ')}`}
      />
      <div>
        <StageTrack stage={facts.stage} />
        <Others others={others} />
      </div>
      <div className="run-body">
        <div className="run-left stack">
          <RunLeft {...{ run, state, facts, timeZone, write }} {...(correct && { correct })} />
        </div>
        <div className="run-right">
          <RunRight {...{ run, state, facts, earlier, typed, write }} />
          <div>
            {!facts.list && (
              <RoundFigures
                analysis={facts.judged.analysis}
                world={world}
                decimals={facts.decimals.percent}
                isDone={!facts.armed}
              />
            )}
            {mayWork && (
              <LeaveLinks
                abandon={abandon}
                {...(!facts.pause && {
                  pause: (words: string) => write('pauses', { id: crypto.randomUUID(), kind: 'paused', words }),
                })}
              />
            )}
          </div>
        </div>
      </div>
      <div className="run-foot">
        <RunFoot {...{ run, facts, person, timeZone, write, seal, onTyped: typed.set }} {...(correct && { correct })} />
      </div>
      {correcting && (
        <CorrectionDialog
          world={world}
          step={correcting}
          timeZone={timeZone}
          onClose={() => setCorrecting(null)}
          store={(correction) => write('readings', { ...correction, stepId: correcting.id })}
        />
      )}
    </div>
  )
}

/** Everything the desk shows that follows from the run; null for a run without a round. */
export type DeskFacts = NonNullable<ReturnType<typeof deskFacts>>

function deskFacts(run: RunView, state: ReturnType<typeof useRun>['state']) {
  const { world } = run
  const round = run.rounds.at(-1)
  const judged = state.rounds.at(-1)
  if (!round || !judged) return null
  const { stage } = state
  const lists = workLists(run)
  const list = stage === 'isolate' || stage === 'restore' ? stage : null
  const steps = (list && lists?.[list]) ?? []
  const isReading = stage === 'as-found' || stage === 'as-left'
  return {
    stage,
    round,
    judged,
    lists,
    list,
    steps,
    nextWork: list && nextStep(steps, run.workSteps ?? [], list),
    hasBegunRestore: run.workSteps?.some((each) => each.list === 'restore') ?? false,
    armed: isReading ? round.steps.find((step) => step.readings.length === 0) : undefined,
    lastRead: round.steps.findLast((step) => step.readings.length > 0),
    decimals: decimalsShown(
      world,
      round.steps.flatMap((step) => step.readings.slice(-1).map((reading) => reading.output)),
    ),
    mayCorrect: round.decision === null || world.amends !== undefined,
    pause: presentPause(run),
    ...(stage === 'judge' ? adviseRound(judged, world) : { diagnosis: null, advice: undefined }),
    cure: stage === 'adjust' ? cureOf(adviseRound(judged, world)) : undefined,
    screws:
      stage === 'adjust' && hasScrews(world) ? screwWork(judged.points, round.adjustments, judgingBasis(world)) : null,
  }
}

/** What the readings point to and what is done about it; none where they do not point clearly. */
function cureOf({ diagnosis, advice }: ReturnType<typeof adviseRound>): { cause: Cause; how: string } | undefined {
  const lead = diagnosis?.answer === 'found' ? diagnosis.ranked[0] : undefined
  return lead && advice.how !== null ? { cause: lead.cause, how: advice.how } : undefined
}

/** Where somebody is in the run, as others read it. */
function placeOf(facts: DeskFacts | null, { world }: RunView): string {
  if (!facts) return ''
  const { stage, armed } = facts
  if (!armed) return STAGE_LABELS[stage]
  return `${STAGE_LABELS[stage]}, ${pointName(armed.percent, world.configuration)} ${armed.direction}`.slice(0, 80)
}
