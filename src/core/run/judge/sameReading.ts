/** A reading's figures as text. */
type Figures = {
  readonly applied: string
  readonly output: string
  readonly pv?: string | null | undefined
  readonly ao?: string | null | undefined
  readonly display?: string | null | undefined
}

/** Whether two readings say the same to the last digit: a correction that changes nothing is none. */
export const isSameReading = (a: Figures, b: Figures): boolean =>
  (['applied', 'output', 'pv', 'ao', 'display'] as const).every((field) => (a[field] ?? null) === (b[field] ?? null))
