'use client'
import type { HookUpState } from '@/core/run/work/hookUpState'
import type { HookUpFacts } from '@/core/run/work/isolateSteps'
import { type HookUpPart, hookUpParts, hookUpScheme } from '@/pictures/hookUpScheme'
import { SceneSvg } from './SceneSvg'
import { useSize } from './useSize'

type Props = {
  readonly facts: HookUpFacts
  readonly state: HookUpState
  /** Works a part that is pressed in the drawing; absent where it only shows. By keys every part has its button beside it. */
  readonly press?: (part: HookUpPart) => void
}

/** As large as a finger. */
const PART_PX = 44

/** The hook-up with hose and valves as they stand, filling its container. */
export function HookUpPicture({ facts, state, press }: Props) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 600, height: 380 })
  return (
    <div ref={ref} className="picture" style={{ position: 'relative', height: '100%', minHeight: 240 }}>
      <SceneSvg scene={hookUpScheme(facts, state, { ...size, fontSize: size.width < 420 ? 11 : 13 })} />
      {press &&
        hookUpParts(facts).map((part) => (
          // For the pointer alone: who works by keys or by ear has the same as a named button beside the drawing.
          <div
            key={part.part === 'valve' ? part.valve : part.part}
            aria-hidden
            data-part={part.part === 'valve' ? part.valve : part.part}
            onClick={() => press(part)}
            style={{
              position: 'absolute',
              left: part.at[0] * size.width - PART_PX / 2,
              top: part.at[1] * size.height - PART_PX / 2,
              width: PART_PX,
              height: PART_PX,
              cursor: 'pointer',
              borderRadius: '50%',
            }}
          />
        ))}
    </div>
  )
}
