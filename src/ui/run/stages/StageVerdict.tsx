import { VerdictPanel } from '../judge/VerdictPanel'
import type { StageProps } from './stageView'

/** What the readings say of the instrument. */
export function StageVerdict({ run, state, facts, timeZone }: StageProps) {
  return (
    <VerdictPanel run={run} state={state} decimals={facts.decimals.percent} timeZone={timeZone} advice={facts.advice} />
  )
}
