/** How far a run that takes its own readings is. */
export type AutomaticPhase = 'going' | 'creeping' | 'settling' | 'taking' | 'paused'

/** What it does now, at which point, in words: the same on the Bench and in a run. */
export function automaticWords(phase: AutomaticPhase, { place, target }: { place: string; target: string }): string {
  switch (phase) {
    case 'going':
      return `On the way to point ${place}, ${target}`
    case 'creeping':
      return `Creeping up to point ${place}, ${target}, from its side`
    case 'settling':
      return `Waiting at point ${place}, ${target}`
    case 'taking':
      return `Taking point ${place}, ${target}`
    case 'paused':
      return `Paused at point ${place}: the pressure is held`
    default:
      return phase satisfies never
  }
}
