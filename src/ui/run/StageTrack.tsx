import { STAGE_LABELS, STAGES, type Stage } from '@/core/run/work/stage'

/** The stages of a run, and where it stands. */
export function StageTrack({ stage, isClosed = false }: { stage: Stage; isClosed?: boolean }) {
  const here = STAGES.indexOf(stage)
  return (
    <ol className="stage-track" aria-label="Stages of the run">
      {STAGES.map((name, index) => {
        const state = isClosed || index < here ? 'is-done' : index === here ? 'is-here' : ''
        return (
          <li key={name} className={state} aria-current={state === 'is-here' ? 'step' : undefined}>
            {STAGE_LABELS[name]}
          </li>
        )
      })}
    </ol>
  )
}
