import type { WorkList } from '@/core/run/work/workStep'
import { WorkFoot } from '../work/WorkFoot'
import type { StageProps } from './stageView'

type Props = StageProps & { list: WorkList; adjustAgain?: (reason: string) => Promise<string | null> }

/** The next step of a list of work, to be ticked. */
export function StepFoot({ run, facts, write, list, adjustAgain }: Props) {
  const { nextWork, steps, round } = facts
  if (!nextWork) return null // cannot be: with its last step answered the run has left this stage
  return (
    <WorkFoot
      list={list}
      step={nextWork}
      place={{ position: steps.indexOf(nextWork), count: steps.length }}
      restOfPart={steps
        .slice(steps.indexOf(nextWork))
        .filter(({ part, takesWords }) => part === nextWork.part && !takesWords)}
      answer={(answer) => write('work-steps', answer)}
      recorded={round.adjustments.length + (run.loopChecks?.length ?? 0) + (run.terminalChecks?.length ?? 0)}
      {...(adjustAgain && { adjustAgain })}
    />
  )
}
