/** What the range beam shows; all in one unit. */
export type BeamData = {
  readonly lrl: number
  readonly url: number
  /** Null for what has none, such as a reference. */
  readonly minSpan: number | null
  readonly lrv: number
  readonly urv: number
  readonly unitLabel: string
  readonly reference?: { readonly label: string; readonly low: number; readonly high: number }
}
