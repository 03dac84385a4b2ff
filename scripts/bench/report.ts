/** The middle of some values. */
export const median = (values: readonly number[]): number => quantile(values, 0.5)

/** The value below which a share of the values lies (nearest rank). */
export const quantile = (values: readonly number[], share: number): number =>
  values.toSorted((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? 0

/** A table in Markdown under its heading. */
export function table(title: string, head: readonly string[], rows: readonly (readonly string[])[]): string {
  const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`
  return [
    `## ${title}`,
    '',
    line(head),
    line(head.map((_, index) => (index === 0 ? '---' : '--:'))),
    ...rows.map(line),
    '',
  ].join('\n')
}
