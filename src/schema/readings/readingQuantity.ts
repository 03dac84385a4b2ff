import type { World } from '../world'

/** One quantity that a reading carries, whole: boxes, shapes, SQL, corrections, copies and certificate are derived from it. */
export type ReadingQuantity = {
  /** Column of the table `reading`: numeric, so that the digits typed are kept. */
  readonly column: string
  /**
   * How it enters the reading: `measured` is what was applied and what came out, at every point; `beside` is read with
   * them; the others are what one of the two was computed from.
   */
  readonly enters: 'measured' | 'beside' | 'computes applied' | 'computes output'
  /** Whether a run asks for it at a point, in % of input span. */
  readonly isAsked: (world: World, percent: number) => boolean
  /** Why a reading without it is refused where it is asked for. */
  readonly whenMissing: { readonly reason: (world: World, percent: number) => string; readonly remedy: string }
  /** Its box in the entry line; `place` orders them as they are typed. */
  readonly box: { readonly place: number; readonly label: (world: World) => string; readonly inDialog: string }
  /** Its column of the point ladder; null where the ladder shows it otherwise. */
  readonly ladderHead: string | null
  /** Its line under the table of a round; null where a table of the certificate holds it. */
  readonly certificate: {
    readonly title: string
    readonly words: (shown: string, reading: Readonly<Partial<Record<string, string>>>) => string
  } | null
}

/** What is typed at every point that asks for it. */
export const READ_AT_EVERY_POINT: ReadingQuantity['whenMissing'] = {
  reason: () => 'is not given, and this run reads it at every point',
  remedy: 'read it and enter it',
}
