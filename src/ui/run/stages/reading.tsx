import { AutomaticFoot } from '../link/AutomaticFoot'
import { LinkedReadings } from '../link/LinkedReadings'
import { linkedBoxes } from '../link/linkedBoxes'
import { EntryLine } from '../reading/EntryLine'
import { ReferenceRule } from '../reading/ReferenceRule'
import { CurveOrBudget } from './CurveOrBudget'
import { HookUpFaults } from './HookUpNow'
import { StageReadings } from './StageReadings'
import type { StageProps, StageView } from './stageView'

/** As found and as left: the ladder, the corridor, the entry line. */
export const reading: StageView = {
  Left: (props) => (
    <>
      <HookUpFaults {...props} />
      <StageReadings {...props} />
      {props.facts.armed && <ReferenceRule step={props.facts.armed} world={props.run.world} />}
    </>
  ),
  Right: (props) => {
    const { link, run } = props
    if (!link.shown) return <CurveOrBudget {...props} />
    return (
      <div className="with-trace">
        <CurveOrBudget {...props} />
        <LinkedReadings link={link} run={run} />
      </div>
    )
  },
  Foot: ReadingFoot,
}

/** An error beyond this, % of span, was asked about when it was taken. */
const FAR_PERCENT = 10

function ReadingFoot({ run: { id, world }, facts, write, typed, correct, link, mayDrive }: StageProps) {
  const { armed, lastRead } = facts
  const { shown, order } = link
  if (!armed) return null // cannot be: with its last point read the run is at Judge
  if (shown?.automatic) return <AutomaticFoot {...{ shown, automatic: shown.automatic, order, world, mayDrive }} />
  return (
    <EntryLine
      linked={linkedBoxes(shown, { runId: id, world, percent: armed.percent })}
      isSteady={shown?.isSteady ?? false}
      world={world}
      step={armed}
      scatter={facts.scatter}
      isFarBefore={facts.judged.points.some(({ errorPercentSpan }) => Math.abs(errorPercentSpan) > FAR_PERCENT)}
      count={facts.round.steps.length}
      decimals={facts.decimals}
      accept={(taken) => write('readings', { ...taken, stepId: armed.id })}
      noteOvershoot={(noted) => write('overshoots', { ...noted, stepId: armed.id })}
      onTyped={typed.set}
      correctLast={() => lastRead && correct?.(lastRead)}
    />
  )
}
