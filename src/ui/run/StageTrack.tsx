import { STAGE_LABELS, STAGES, type Stage } from '@/core/run/work/stage'

type Props = {
  stage: Stage
  isClosed?: boolean
  /** Shows a stage that is done; absent where the run is only drawn. */
  lookAt?: (stage: Stage) => void
  /** The stage looked at in the place of the one it stands at. */
  lookedAt?: Stage | null
}

/** The stages of a run, and where it stands; one that is done can be looked at. */
export function StageTrack({ stage, isClosed = false, lookAt, lookedAt = null }: Props) {
  const here = STAGES.indexOf(stage)
  return (
    <ol className="stage-track" aria-label="Stages of the run">
      {STAGES.map((name, index) => {
        const state = isClosed || index < here ? 'is-done' : index === here ? 'is-here' : ''
        const isLooked = name === lookedAt
        return (
          <li key={name} className={state} aria-current={state === 'is-here' ? 'step' : undefined}>
            {lookAt && state === 'is-done' && name !== 'prepare' ? (
              <button type="button" className="track-button" aria-pressed={isLooked} onClick={() => lookAt(name)}>
                {STAGE_LABELS[name]}
              </button>
            ) : (
              STAGE_LABELS[name]
            )}
          </li>
        )
      })}
    </ol>
  )
}
