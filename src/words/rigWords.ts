import type { RigEvent } from '@/bench/rig/rigModel'
import { formatFixed } from '@/core/format/formatNumber'
import type { Hazard } from '@/core/run/work/hookUpHazards'

/** What came of it, without drama: what it does to instrument and people, as it would be told at the bench. */
const CAME_OF_IT: Record<Hazard, string> = {
  'one-side': 'One side of the cell stood under process pressure alone: it may be overloaded, and its zero moves.',
  'vent-to-process': 'A vent was open to the process: it blew out. Hot or toxic fluid would have hurt.',
  bypass: 'The process ran from one side to the other through the equaliser; a filled leg would be gone.',
  'hose-at-process': 'The hose stood under process pressure: reference and pump are not made for it.',
  'hose-under-pressure': 'The hose was put on or taken off under pressure: it whips, and what comes out hits.',
  'leg-lost': 'The filled leg ran out: zero is wrong by its head until it is filled again.',
  'fill-lost': 'What was filled in ran out: fill it again before it goes back into service.',
  'not-filled': 'The leg’s valve was opened with the fill missing.',
}

/** What comes of a hazard, in words. */
export const hazardWords = (hazard: Hazard): string => CAME_OF_IT[hazard]

/** An event in words, with when it came about. */
export function rigEventWords(event: RigEvent): string {
  const at = `${formatFixed(event.at, 0)} s: `
  switch (event.kind) {
    case 'hazard':
      return at + CAME_OF_IT[event.hazard]
    case 'overload':
      return `${at}The cell had ${formatFixed(Math.abs(event.pa) / 1e5, 1)} bar across it, more than it stands: its zero has moved for good.`
    case 'travel-ends':
      return `${at}The pump’s screw is all the way ${event.end}: open the vent, wind it back, and begin again.`
    default:
      return event satisfies never
  }
}
