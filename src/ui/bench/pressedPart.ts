import type { RigAct } from '@/bench/rig/actOnRig'
import type { Rig } from '@/bench/rig/rigModel'
import type { HookUpPart } from '@/pictures/hookUpScheme'

/** What a part of the drawing does when it is pressed: a valve turns, the hose goes on or off, the pump is vented or set to work. */
export function pressedPart(part: HookUpPart, { hookUp, hasSupply }: Pick<Rig, 'hookUp' | 'hasSupply'>): RigAct {
  switch (part.part) {
    case 'valve':
      return { act: 'valve', valve: part.valve, to: hookUp.valves[part.valve] === 'open' ? 'closed' : 'open' }
    case 'reference':
      return { act: 'hose', to: hookUp.rig.hose === 'on' ? 'off' : 'on' }
    case 'pump':
      return { act: 'pump', to: hookUp.rig.pump === 'vented' ? 'at-work' : 'vented' }
    case 'supply':
      return { act: 'supply', to: hasSupply ? 'off' : 'on' }
    default:
      return part satisfies never
  }
}
