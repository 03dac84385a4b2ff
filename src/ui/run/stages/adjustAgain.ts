import type { StageProps } from './stageView'

/** The way back to Adjust, while the instrument is still out of service and was left or never decided on. */
export function adjustAgainOf({ facts: { hasBegunRestore, round }, write }: Pick<StageProps, 'facts' | 'write'>) {
  const mayAdjustAgain = !hasBegunRestore && (round.decision === null || round.decision.decision === 'leave')
  if (!mayAdjustAgain) return {}
  return { adjustAgain: (reason: string) => write('decision', { round: round.round, decision: 'adjust', reason }) }
}
