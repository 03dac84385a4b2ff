import { Readings } from '../reading/Readings'
import type { StageProps } from './stageView'

/** The readings of the run, folded where something else is in the foreground. */
export function StageReadings({ run, state, facts, correct, isFolded = false }: StageProps & { isFolded?: boolean }) {
  return (
    <Readings
      run={run}
      state={state}
      armedId={facts.armed?.id ?? null}
      isFolded={isFolded}
      {...(correct && { correct })}
    />
  )
}
