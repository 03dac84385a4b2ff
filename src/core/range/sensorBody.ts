import { Refusal } from '../refusal'

/** A position of a span link or jumper, and the spans it serves. */
export type LinkBand = { readonly name: string; readonly minSpan: number; readonly maxSpan: number }

/** What a capsule or cell body can do, whatever it is ranged to. All in one unit. */
export type SensorBody = {
  readonly lrl: number
  readonly url: number
  readonly minSpan: number
  /** Largest span; null where the limits alone decide. */
  readonly maxSpan: number | null
  /** Empty where there is no link to move. */
  readonly links: readonly LinkBand[]
  /** Whether URV may lie below LRV. */
  readonly allowsReverse: boolean
}

type BodyFacts = {
  readonly lrl: number
  readonly url: number
  readonly minSpan: number
  readonly body?: Partial<Pick<SensorBody, 'maxSpan' | 'links' | 'allowsReverse'>> | undefined
}

/** The body of a configuration as the core judges it. Without facts of its own it has no link, and may act in reverse. */
export const sensorBody = ({ lrl, url, minSpan, body }: BodyFacts): SensorBody => ({
  lrl,
  url,
  minSpan,
  maxSpan: body?.maxSpan ?? null,
  links: body?.links ?? [],
  allowsReverse: body?.allowsReverse ?? true,
})

/** A range by its two ends, in the unit of the body. */
export type WantedRange = { readonly lrv: number; readonly urv: number }

/**
 * Smallest span from a turndown: largest span over turndown.
 *
 * Source: definition of turndown. The 60, 200 and 800 bodies with 4:1 are common practice, no source.
 *
 * @throws {Refusal} for a turndown below 1
 */
export function minSpanOfTurndown(maxSpan: number, turndown: number): number {
  if (!(turndown >= 1)) throw new Refusal('turndown', `${turndown} : 1 is no turndown`, 'enter 1 or more')
  return maxSpan / turndown
}
