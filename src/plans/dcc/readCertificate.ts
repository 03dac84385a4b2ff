/** A point of a certificate as a file has it, in the unit of the range it belongs to. */
export type ReadPoint = {
  readonly indicated: number
  readonly reference: number | null
  readonly correction: number | null
  readonly uncertainty: number
}

/** What a file says of one range. */
export type ReadRange = {
  readonly mark: string
  /** Null where the file states none: whoever takes it over is asked. */
  readonly coverageFactor: number | null
  readonly points: readonly ReadPoint[]
  readonly found: readonly ReadPoint[]
}

/** What a file of a certificate says; what it leaves out is null. */
export type ReadCertificate = {
  readonly number: string | null
  readonly laboratory: string | null
  readonly accreditation: string | null
  readonly calibratedOn: string | null
  readonly ranges: readonly ReadRange[]
  /** What was not taken from it, and what does not agree, in words. */
  readonly remarks: readonly string[]
}

/** A range of the reference, as far as a file is read for it. */
export type RangeToRead = {
  readonly mark: string
  readonly unit: string
  readonly rangeLow: number
  readonly rangeHigh: number
}

type Draft = { readonly ranges: readonly { readonly mark: string }[] }

/** The form with what a file says put into it; what it does not say stays as it was. */
export const filledFrom = <D extends Draft>(initial: D, read: ReadCertificate) => ({
  ...initial,
  ...(read.number !== null && { number: read.number }),
  ...(read.laboratory !== null && { laboratory: read.laboratory }),
  ...(read.accreditation !== null && { accreditation: read.accreditation }),
  ...(read.calibratedOn !== null && { calibratedOn: read.calibratedOn }),
  ranges: initial.ranges.map((range) => {
    const found = read.ranges.find(({ mark }) => mark === range.mark)
    return found ? { ...range, ...found } : range
  }),
})
