import { formatPlain } from '@/core/format/formatNumber'
import { pointValue } from '@/core/run/plan/pointScale'
import type { RunStep } from '@/schema/recordedRun'
import { mayDo, whoMay } from '@/schema/roles'
import type { RunView } from '@/schema/runView'
import type { World } from '@/schema/world'
import { AdjustFoot } from './AdjustFoot'
import type { DeskFacts } from './deskFacts'
import { EntryLine } from './EntryLine'
import { JudgeFoot } from './JudgeFoot'
import { PauseFoot } from './PauseFoot'
import { type Signer, SignFoot } from './SignFoot'
import type { Typed } from './typedReading'
import { WorkFoot } from './WorkFoot'

type Props = {
  run: RunView
  facts: DeskFacts
  person: Signer
  timeZone: string
  write: (route: string, body: unknown) => Promise<string | null>
  seal: (signing: unknown) => Promise<string | null>
  onTyped: (typed: Typed) => void
  correct?: (step: RunStep) => void
}

/** The one thing to do next. */
export function RunFoot({ run, facts, person, timeZone, write, seal, onTyped, correct }: Props) {
  const { world } = run
  const { stage, armed, list, nextWork, steps, round, judged, lastRead, hasBegunRestore } = facts
  if (!mayDo(person.role, 'calibrate'))
    return (
      <p className="soft">
        {person.name} is a {person.role} and looks on: {whoMay('calibrate')} does this work.
      </p>
    )
  if (facts.pause) return <PauseFoot pause={facts.pause} timeZone={timeZone} goOn={(end) => write('pauses', end)} />
  const adjust = (reason: string) => write('decision', { round: round.round, decision: 'adjust', reason })
  const mayAdjustAgain = !hasBegunRestore && (round.decision === null || round.decision.decision === 'leave')
  if (armed)
    return (
      <EntryLine
        world={world}
        step={armed}
        scatter={facts.scatter}
        count={round.steps.length}
        decimals={facts.decimals}
        accept={(reading) => write('readings', { ...reading, stepId: armed.id })}
        noteOvershoot={(noted) => write('overshoots', { ...noted, stepId: armed.id })}
        onTyped={onTyped}
        correctLast={() => lastRead && correct?.(lastRead)}
      />
    )
  if (list && nextWork)
    return (
      <WorkFoot
        list={list}
        step={nextWork}
        place={{ position: steps.indexOf(nextWork), count: steps.length }}
        answer={(answer) => write('work-steps', answer)}
        recorded={round.adjustments.length + (run.loopChecks?.length ?? 0)}
        {...(list === 'restore' && mayAdjustAgain && { adjustAgain: adjust })}
      />
    )
  if (facts.advice)
    return (
      <JudgeFoot
        advice={facts.advice}
        decide={(decision, reason) => write('decision', { round: round.round, decision, reason })}
      />
    )
  if (stage === 'adjust')
    return (
      <AdjustFoot
        count={round.adjustments.length}
        points={registerPoints(world)}
        open={(fewerPoints) => write('rounds', { round: run.rounds.length, fewerPoints })}
      />
    )
  return (
    <SignFoot
      person={person}
      isOutside={judged.analysis.verdict === 'outside'}
      isWithheld={judged.analysis.verdict === 'not-stated'}
      {...readersBeside(run, person.name)}
      seal={seal}
      {...(mayAdjustAgain && !world.amends && { adjustAgain: adjust })}
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

/** The points of a run as they are typed: in the scale the register gives them in. */
const registerPoints = ({ points, configuration }: World): string =>
  [...new Set(points.map(({ percent }) => percent))]
    .map((percent) => formatPlain(Number(pointValue(percent, configuration).toPrecision(6))).replace('−', '-'))
    .join(', ')
