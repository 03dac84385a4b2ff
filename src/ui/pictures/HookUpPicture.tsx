'use client'
import type { HookUp } from '@/core/run/plan/hookUp'
import type { ValveStates } from '@/core/run/work/valves'
import { hookUpScheme } from '@/pictures/hookUpScheme'
import { SceneSvg } from './SceneSvg'
import { useSize } from './useSize'

/** The hook-up with its valves as ticked, filling its container. */
export function HookUpPicture({ hookUp, states }: { hookUp: HookUp; states: ValveStates }) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 600, height: 380 })
  return (
    <div ref={ref} className="picture" style={{ height: '100%', minHeight: 240 }}>
      <SceneSvg scene={hookUpScheme(hookUp, states, { ...size, fontSize: size.width < 420 ? 11 : 13 })} />
    </div>
  )
}
