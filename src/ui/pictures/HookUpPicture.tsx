'use client'
import type { HookUpState } from '@/core/run/work/hookUpState'
import type { HookUpFacts } from '@/core/run/work/isolateSteps'
import { hookUpScheme } from '@/pictures/hookUpScheme'
import { SceneSvg } from './SceneSvg'
import { useSize } from './useSize'

/** The hook-up with hose and valves as ticked, filling its container. */
export function HookUpPicture({ facts, state }: { facts: HookUpFacts; state: HookUpState }) {
  const [ref, size] = useSize<HTMLDivElement>({ width: 600, height: 380 })
  return (
    <div ref={ref} className="picture" style={{ height: '100%', minHeight: 240 }}>
      <SceneSvg scene={hookUpScheme(facts, state, { ...size, fontSize: size.width < 420 ? 11 : 13 })} />
    </div>
  )
}
