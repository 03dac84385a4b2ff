import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import type { World } from '@/schema/world'
import { ErrorCorridor } from '../../../kit/pictures/ErrorCorridor'
import { stageCorridors } from '../runPictures'

/** Both stages of a digital transmitter, each in its own corridor: the sensor against the reference, the meter against AO. */
export function StageCorridors({ world, points }: { world: World; points: readonly JudgedPoint[] }) {
  const { sensor, output } = stageCorridors(world, points)
  return (
    <div className="stage-corridors">
      <figure>
        <figcaption className="small soft">PV less applied: the sensor</figcaption>
        <ErrorCorridor data={sensor} height={330} />
      </figure>
      <figure>
        <figcaption className="small soft">meter less AO: the output stage</figcaption>
        <ErrorCorridor data={output} height={330} />
      </figure>
    </div>
  )
}
