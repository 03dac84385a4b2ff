/**
 * A command header as SCPI-99 writes it: `SOURce:PRESsure[:LEVel]`. Capitals are the short form; short or long is taken,
 * nothing between; what stands in brackets may be left out.
 */
export function matcherOf(pattern: string): (nodes: readonly string[]) => boolean {
  const wanted = pattern
    .replaceAll('[:', ':[')
    .split(':')
    .filter((node) => node !== '')
    .map((node) => ({ isOptional: node.startsWith('['), ...formsOf(node.replaceAll(/[[\]]/g, '')) }))
  const matches = (nodes: readonly string[], from: number): boolean => {
    const next = wanted[from]
    if (!next) return nodes.length === 0
    const [head, ...rest] = nodes
    if (head !== undefined && (head === next.short || head === next.long) && matches(rest, from + 1)) return true
    return next.isOptional && matches(nodes, from + 1)
  }
  return (nodes) => matches(nodes, 0)
}

const formsOf = (node: string) => ({ short: node.replaceAll(/[a-z]/g, ''), long: node.toUpperCase() })

/** One program message unit: its header from the root, whether it asks, and its parameters as they stand. */
export type Unit = {
  readonly nodes: readonly string[]
  readonly isQuery: boolean
  readonly isCommon: boolean
  readonly args: readonly string[]
}

const HEADER = /^(\*[A-Z]+|:?[A-Z][A-Z0-9_]*(?::[A-Z][A-Z0-9_]*)*)(\?)?(?:\s+(.*))?$/i

/**
 * The units of a line, one after the other; null for one that is none. A header without a colon before it goes on from
 * the place of the one before (SCPI-99, 6.2.4); common commands change nothing of that place.
 */
export function unitsOf(line: string): (Unit | null)[] {
  let place: readonly string[] = []
  return line
    .split(';')
    .map((text) => text.trim())
    .filter((text) => text !== '')
    .map((text) => {
      const [, header, query, rest] = HEADER.exec(text) ?? []
      if (header === undefined) return null
      const isQuery = query === '?'
      const args = rest === undefined || rest.trim() === '' ? [] : rest.split(',').map((arg) => arg.trim())
      if (header.startsWith('*')) return { nodes: [header.toUpperCase()], isQuery, isCommon: true, args }
      const own = header.toUpperCase().replace(/^:/, '').split(':')
      const nodes = header.startsWith(':') ? own : [...place, ...own]
      place = nodes.slice(0, -1)
      return { nodes, isQuery, isCommon: false, args }
    })
}
