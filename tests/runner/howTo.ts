/** What a how-to does, in its own order: a file made, a file changed, or something that must now hold. */
export type HowToStep =
  | { readonly kind: 'file'; readonly path: string; readonly text: string }
  | { readonly kind: 'change'; readonly path: string; readonly hunks: readonly string[][] }
  | { readonly kind: 'expect'; readonly what: 'tsc' | 'test'; readonly file: string; readonly fails: string | null }

/**
 * The steps of a how-to, read from its fenced blocks:
 * - a block whose first line is `// path` (or `-- path` in SQL) is a file, whole;
 * - a `diff` block changes the file its first line names (`--- path`): blank-led lines are there already, `-` go, `+` come;
 *   `…` on a line of its own leads on to another place of the same file;
 * - a `walk` block says what holds now: `tsc passes`, `tsc fails: words of it`, `test FILE passes`, `test FILE fails: words`.
 *
 * @throws {Error} for a block that is none of these
 */
export function stepsOf(page: string): HowToStep[] {
  return [...page.matchAll(/^```(\w+)\n([\s\S]*?)^```$/gm)].flatMap(([, language = '', body = '']): HowToStep[] => {
    if (language === 'walk') return body.trim().split('\n').map(expectation)
    const [head = '', ...lines] = body.replace(/\n$/, '').split('\n')
    if (language === 'diff') return [{ kind: 'change', path: pathIn(head, /^--- (\S+)$/), hunks: hunksOf(lines) }]
    const path = pathIn(head, /^(?:\/\/|--) (\S+)$/)
    return [{ kind: 'file', path, text: `${lines.join('\n')}\n` }]
  })
}

function pathIn(head: string, pattern: RegExp): string {
  const path = pattern.exec(head)?.[1]
  if (path === undefined) throw new Error(`a block begins with “${head}” and names no file`)
  return path
}

const hunksOf = (lines: readonly string[]): string[][] =>
  lines
    .join('\n')
    .split('\n…\n')
    .map((hunk) => hunk.split('\n'))

function expectation(line: string): HowToStep {
  const [, what, file = '', outcome, fails] = /^(tsc|test)(?: (\S+))? (passes|fails)(?:: (.+))?$/.exec(line) ?? []
  if (
    (what !== 'tsc' && what !== 'test') ||
    (what === 'test') !== (file !== '') ||
    (outcome === 'fails') !== (fails !== undefined)
  )
    throw new Error(`“${line}” is nothing a walk can look at`)
  return { kind: 'expect', what, file, fails: fails ?? null }
}

/**
 * A text with the changes of a how-to made.
 *
 * @throws {Error} where what the how-to says is there is not, or is there twice
 */
export function changed(text: string, hunks: readonly (readonly string[])[], path: string): string {
  return hunks.reduce((now, hunk) => {
    const of = (marks: string) => hunk.filter((line) => marks.includes(line.charAt(0))).map((line) => line.slice(1))
    const before = of(' -')
    const lines = now.split('\n')
    const places = lines.flatMap((_, at) => (before.every((line, index) => lines[at + index] === line) ? [at] : []))
    const [place] = places
    if (place === undefined || places.length > 1)
      throw new Error(`${path} has these lines ${places.length} times:\n${before.join('\n')}`)
    return lines.toSpliced(place, before.length, ...of(' +')).join('\n')
  }, text)
}
