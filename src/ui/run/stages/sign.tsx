import { isOnCondition } from '@/core/run/plan/decisionRule'
import type { RunView } from '@/schema/runView'
import { SignFoot } from '../sign/SignFoot'
import { adjustAgainOf } from './adjustAgain'
import { CurveOrBudget } from './CurveOrBudget'
import { StageReadings } from './StageReadings'
import { StageVerdict } from './StageVerdict'
import type { StageProps, StageView } from './stageView'

/** The result, and the signature under it. */
export const sign: StageView = {
  Left: (props) => (
    <>
      <StageVerdict {...props} />
      <StageReadings {...props} />
    </>
  ),
  Right: CurveOrBudget,
  Foot: SigningFoot,
}

function SigningFoot(props: StageProps) {
  const { run, facts, person, seal } = props
  const { analysis, points } = facts.judged
  const { verdict } = analysis
  return (
    <SignFoot
      person={person}
      isOutside={verdict === 'outside'}
      isWithheld={verdict === 'not-stated'}
      isConditional={isOnCondition(points)}
      {...readersBeside(run, person.name)}
      seal={seal}
      {...(!run.world.amends && adjustAgainOf(props))}
    />
  )
}

/** Who took readings in a run besides the one who signs. */
function readersBeside({ rounds }: RunView, signer: string) {
  const readers = new Set(
    rounds.flatMap(({ steps }) => steps.flatMap(({ readings }) => readings.map(({ takenBy }) => takenBy))),
  )
  return { others: [...readers].filter((name) => name !== signer), hasRead: readers.has(signer) }
}
