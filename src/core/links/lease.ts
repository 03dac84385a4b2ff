/**
 * Who works a session of links: one worker at a time, with a number that grows at each change of hands (a fencing number), so
 * that one who was stopped and wakes up again knows that it is his no more. Pure; the row in the database is changed by what
 * stands here. Source of the idea: Gray and Cheriton, “Leases”, SOSP 1989; fencing is common practice, no source.
 */
export type Lease = {
  /** The opening of a session by a process; not the process, which may open it but once. */
  readonly holder: string | null
  /** The process it is in. */
  readonly process: string | null
  readonly fence: number
  /** When the holder last said that it lives, ms of the one clock all go by; null where nobody ever did. */
  readonly beatAt: number | null
}

export type Taker = { readonly holder: string; readonly process: string }

/** Silent for so long, a holder is gone and its lease is taken over. */
export const GONE_MS = 4000
/** So long after it said that it lives a holder may still send an order: well before anybody may take over. */
export const SEND_MS = 2000

/**
 * The lease as taken over; null where it may not be: its holder lives, or it is the same process, whose work is late under
 * load and not gone. A process that has really lost its work lets go of the lease first.
 */
export function taken(lease: Lease, { holder, process }: Taker, now: number): Lease | null {
  const isFree = lease.holder === null
  const isGone = lease.beatAt !== null && now - lease.beatAt > GONE_MS && lease.process !== process
  return isFree || isGone ? { holder, process, fence: lease.fence + 1, beatAt: now } : null
}

/**
 * Says that its holder lives; null where it is another’s. Before each order it is the proof that it may be given, within
 * {@link SEND_MS}: a holder that was late under load and has not lost it goes on.
 */
export const beaten = (lease: Lease, by: Pick<Lease, 'holder' | 'fence'>, now: number): Lease | null =>
  isHeldBy(lease, by) ? { ...lease, beatAt: now } : null

/** Lets go of it, so that anybody may take it; as it was where it is another’s. */
export const released = (lease: Lease, by: Pick<Lease, 'holder' | 'fence'>): Lease =>
  isHeldBy(lease, by) ? { ...lease, holder: null, process: null } : lease

const isHeldBy = ({ holder, fence }: Lease, by: Pick<Lease, 'holder' | 'fence'>): boolean =>
  holder !== null && holder === by.holder && fence === by.fence
