/** How an instrument is connected: decides how it is taken out of service and put back. */
export const HOOK_UPS = {
  direct: 'one isolating valve',
  'two-valve': 'two-valve manifold (block and vent)',
  'three-valve': 'three-valve manifold',
  'five-valve': 'five-valve manifold',
  'wet-leg': 'three-valve manifold with a filled leg',
  'remote-seal': 'remote seals',
  pneumatic: 'three-valve manifold, pneumatic output',
  'vacuum-manifold': 'vacuum manifold',
  bench: 'on the bench',
} as const
export type HookUp = keyof typeof HOOK_UPS
