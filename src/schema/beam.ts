/** What the range beam shows; all in one unit. */
export type BeamData = {
  readonly lrl: number
  readonly url: number
  readonly minSpan: number
  readonly lrv: number
  readonly urv: number
  readonly unitLabel: string
  readonly reference?: { readonly label: string; readonly low: number; readonly high: number }
}
