import { Refusal } from '../refusal'

/** One instruction of a compiled formula, for a machine with a stack of blocks. */
export type Instruction =
  | { readonly kind: 'constant'; readonly value: number }
  | { readonly kind: 'input'; readonly index: number }
  | { readonly kind: 'binary'; readonly operator: '+' | '-' | '*' | '/' | '^' }
  | { readonly kind: 'call'; readonly name: FunctionName }

/** `neg` is the sign before a number; it cannot be written as a name. */
export type FunctionName = 'neg' | (typeof NAMED_FUNCTIONS)[number]
const NAMED_FUNCTIONS = ['sqrt', 'exp', 'ln', 'log10', 'abs', 'sin', 'cos', 'tan'] as const
const isFunctionName = (name: string): name is FunctionName => NAMED_FUNCTIONS.some((known) => known === name)
const CONSTANTS: Record<string, number> = { pi: Math.PI }

/** Longest formula taken: far beyond any measurement model, and short enough that nothing recurses deeply. */
const LONGEST = 500

/**
 * A measurement model as a formula of named inputs: `+ − * / ^ ( )`, sqrt, exp, ln, log10, abs, sin, cos, tan, pi.
 * Compiled to instructions; nothing of it is ever run as program text.
 *
 * @throws {Refusal} for anything that is not such a formula, naming the place
 */
export function compileFormula(text: string, inputNames: readonly string[]): readonly Instruction[] {
  if (text.length > LONGEST) throw new Refusal('model', `is ${text.length} characters long`, `shorten it to ${LONGEST}`)
  const parser = new Parser(tokensOf(text), inputNames)
  return parser.whole()
}

type Token = { readonly text: string; readonly at: number }

function tokensOf(text: string): Token[] {
  const pattern =
    /\s*(?:(\d+(?:\.\d*)?(?:e[+-]?\d+)?|\.\d+(?:e[+-]?\d+)?)|([A-Za-zα-ωΑ-Ω_][\wα-ωΑ-Ω]*)|([-+*/^()−·×]))/giuy
  const tokens: Token[] = []
  const end = text.trimEnd().length
  while (pattern.lastIndex < end) {
    const at = pattern.lastIndex
    const match = pattern.exec(text)
    if (!match)
      throw new Refusal(
        'model',
        `cannot be read at “${text.slice(at, at + 12)}”`,
        'use numbers, input names and + − * / ^ ( )',
      )
    const symbol = match[0].trim()
    tokens.push({ text: { '−': '-', '·': '*', '×': '*' }[symbol] ?? symbol, at })
  }
  return tokens
}

/** Recursive descent over sums, products, signs and powers. */
class Parser {
  private place = 0
  private readonly out: Instruction[] = []

  constructor(
    private readonly tokens: readonly Token[],
    private readonly inputNames: readonly string[],
  ) {}

  whole(): readonly Instruction[] {
    this.sum()
    const left = this.tokens[this.place]
    if (left) throw this.refusal(`“${left.text}” is not expected`)
    return this.out
  }

  private sum(): void {
    this.product()
    for (let operator = this.take('+', '-'); operator; operator = this.take('+', '-')) {
      this.product()
      this.out.push({ kind: 'binary', operator })
    }
  }

  private product(): void {
    this.signed()
    for (let operator = this.take('*', '/'); operator; operator = this.take('*', '/')) {
      this.signed()
      this.out.push({ kind: 'binary', operator })
    }
  }

  private signed(): void {
    if (this.take('-')) {
      this.signed()
      this.out.push({ kind: 'call', name: 'neg' })
    } else if (this.take('+')) this.signed()
    else this.power()
  }

  /** `^` binds to the right and closer than a sign before it: −2^2 is −4. */
  private power(): void {
    this.atom()
    if (!this.take('^')) return
    this.signed()
    this.out.push({ kind: 'binary', operator: '^' })
  }

  private atom(): void {
    const token = this.tokens[this.place++]
    if (!token) throw this.refusal('it ends where a number or an input is expected')
    if (token.text === '(') this.closing()
    else if (/^[\d.]/.test(token.text)) this.out.push({ kind: 'constant', value: Number(token.text) })
    else this.named(token.text)
  }

  private named(name: string): void {
    const index = this.inputNames.indexOf(name)
    if (index >= 0) this.out.push({ kind: 'input', index })
    else if (isFunctionName(name)) {
      if (!this.take('(')) throw this.refusal(`${name} needs its argument in brackets`)
      this.closing()
      this.out.push({ kind: 'call', name })
    } else if (Object.hasOwn(CONSTANTS, name)) this.out.push({ kind: 'constant', value: CONSTANTS[name] ?? 0 })
    else throw this.refusal(`“${name}” is neither an input nor a function (inputs: ${this.inputNames.join(', ')})`)
  }

  private closing(): void {
    this.sum()
    if (!this.take(')')) throw this.refusal('a bracket is not closed')
  }

  private take<T extends string>(...wanted: readonly T[]): T | undefined {
    const found = wanted.find((text) => text === this.tokens[this.place]?.text)
    if (found !== undefined) this.place++
    return found
  }

  private refusal(reason: string): Refusal {
    return new Refusal('model', reason, 'check the formula')
  }
}
