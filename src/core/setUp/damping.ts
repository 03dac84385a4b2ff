/** What is left of a step after a time, as a share of it: a first-order lag. e^(−t/τ). */
export const leftOfStep = (seconds: number, dampingSeconds: number): number =>
  dampingSeconds > 0 ? Math.exp(-seconds / dampingSeconds) : 0

/** Time constants until a step has come through but for 0.7 %: e^−5 = 0.0067. */
const SETTLED_AFTER = 5

/** How long to wait after a step before the output is read, s. */
export const settleSeconds = (dampingSeconds: number): number => Math.ceil(SETTLED_AFTER * dampingSeconds)

/**
 * How long the output of a run's instrument is waited for, s: by the damping found in the device, else by that of the
 * register; 0 where neither is known.
 */
export const settleSecondsOf = (world: {
  readonly dampingFoundSeconds?: number | undefined
  readonly configuration: { readonly setUp?: { readonly dampingSeconds?: number | undefined } | undefined }
}): number => settleSeconds(world.dampingFoundSeconds ?? world.configuration.setUp?.dampingSeconds ?? 0)

/** What damping is usual, by what the instrument is for; s. Common practice, no source. */
export type DampingAdvice = { readonly from: number; readonly to: number; readonly says: string }

const BY_KIND: Record<string, DampingAdvice> = {
  'flow-transmitter': { from: 1, to: 1, says: 'about 1 s for flow: noise of the flow is averaged, steps still show' },
  'level-transmitter': { from: 1, to: 3, says: '1 to 3 s for the level of a tank: waves are averaged' },
  'pressure-transmitter': { from: 0.2, to: 2, says: '0.2 s where pressure is fast, up to 2 s elsewhere' },
}
const ELSE: DampingAdvice = { from: 0.2, to: 2, says: '2 s is a common factory value; less where it must follow' }

/** The usual damping for a kind of instrument. */
export const dampingAdvice = (kind: string): DampingAdvice => BY_KIND[kind] ?? ELSE

/** What is to be said of a damping; null where it is usual. */
export function dampingNote(dampingSeconds: number, kind: string): string | null {
  const { from, to, says } = dampingAdvice(kind)
  if (dampingSeconds >= from && dampingSeconds <= to) return null
  return `${says}; wait ${settleSeconds(dampingSeconds)} s at a point`
}
