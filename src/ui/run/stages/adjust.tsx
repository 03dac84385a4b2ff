import { standingActs } from '@/core/adjust/standingActs'
import { formatPlain } from '@/core/format/formatNumber'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { pointValue } from '@/core/run/plan/pointScale'
import type { World } from '@/schema/world'
import { AdjustFoot } from '../adjust/AdjustFoot'
import { AdjustPanel } from '../adjust/AdjustPanel'
import { ScrewPad } from '../adjust/ScrewPad'
import { LinkTrims } from '../link/LinkTrims'
import { CurveOrBudget } from './CurveOrBudget'
import type { StageView } from './stageView'

/** What was done to the instrument, and the pad where it has two screws. */
export const adjust: StageView = {
  Left: ({ run, facts, mayWork, mayDrive, write, link, reload }) => (
    <>
      {mayDrive && <LinkTrims link={link} runId={run.id} world={run.world} reload={reload} />}
      <AdjustPanel
        run={run}
        nextScrew={facts.screws?.advice.nextScrew}
        advice={facts.cure}
        {...(mayWork && { record: (done: unknown) => write('adjustments', done) })}
      />
    </>
  ),
  Right: (props) => {
    const { run, facts } = props
    return (
      <CurveOrBudget {...props}>
        {facts.screws && (
          <ScrewPad
            work={facts.screws}
            unit={judgingBasis(run.world).scale.unit}
            decimals={facts.decimals.computedOutput - 1}
          />
        )}
      </CurveOrBudget>
    )
  },
  Foot: ({ run, facts, write }) => (
    <AdjustFoot
      count={standingActs(facts.round.adjustments).length}
      points={registerPoints(run.world)}
      open={(fewerPoints) => write('rounds', { round: run.rounds.length, fewerPoints })}
    />
  ),
}

/** The points of a run as they are typed: in the scale the register gives them in. */
const registerPoints = ({ points, configuration }: World): string =>
  [...new Set(points.map(({ percent }) => percent))]
    .map((percent) => formatPlain(Number(pointValue(percent, configuration).toPrecision(6))).replace('−', '-'))
    .join(', ')
