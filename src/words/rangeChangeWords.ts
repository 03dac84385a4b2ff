/** What is recorded of a range change beside who, when and why. */
export type RangeChangeDetail = {
  readonly headline: string
  readonly link: { readonly from: string | null; readonly to: string } | null
  readonly capsule: string | null
  readonly capsuleWork: {
    readonly torque: number
    readonly torqueUnit: string
    readonly manual: string
    readonly serial: string
  } | null
  readonly loopChanges: readonly string[]
  /** What was said of it when it was applied and is not undone by it, such as a host that keeps its scale. */
  readonly notes: readonly string[]
}

/** A recorded range change in words: what it took, by what torque from where, and what of the loop changed with it. */
export function rangeChangeWords({ link, capsule, capsuleWork, loopChanges, notes }: RangeChangeDetail): string {
  const parts = [
    link && `Link ${link.from === null ? '' : `from ${link.from} `}to ${link.to}`,
    capsule && `Capsule ${capsule}${capsuleWork?.serial ? `, serial ${capsuleWork.serial}` : ''}`,
    capsuleWork && `bolts to ${capsuleWork.torque} ${capsuleWork.torqueUnit} (${capsuleWork.manual})`,
    ...loopChanges,
  ].filter((part) => part !== null && part !== '')
  const done = parts.length === 0 ? 'Re-ranged, nothing opened.' : `${parts.join('; ')}.`
  return notes.length === 0 ? done : `${done} Said when it was applied: ${notes.join(' ')}`
}
