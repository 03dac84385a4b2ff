import type { FunctionName, Instruction } from './formula'

const FUNCTIONS: Record<FunctionName, (x: number) => number> = {
  neg: (x: number) => -x,
  sqrt: Math.sqrt,
  exp: Math.exp,
  ln: Math.log,
  log10: Math.log10,
  abs: Math.abs,
  sin: Math.sin,
  cos: Math.cos,
  tan: Math.tan,
}

/**
 * Works a compiled formula out over blocks of inputs at once: `blocks[i][n]` is the n-th value of input i.
 *
 * @param length how many values of each block count
 * @returns a block of results; values a function is not defined for are NaN, which the caller must refuse
 */
export function evaluateBlock(
  program: readonly Instruction[],
  blocks: readonly Float64Array[],
  length: number,
): Float64Array {
  const stack: Float64Array[] = []
  for (const instruction of program) {
    switch (instruction.kind) {
      case 'constant':
        stack.push(new Float64Array(length).fill(instruction.value))
        break
      case 'input':
        stack.push(Float64Array.from(blocks[instruction.index]?.subarray(0, length) ?? []))
        break
      case 'call': {
        const values = stack.at(-1)
        if (values) applyFunction(FUNCTIONS[instruction.name], values)
        break
      }
      case 'binary': {
        const right = stack.pop()
        const left = stack.at(-1)
        if (left && right) combine(instruction.operator, left, right)
        break
      }
      default:
        instruction satisfies never
    }
  }
  return stack[0] ?? new Float64Array(length)
}

/** Works a compiled formula out at one set of inputs. */
export function evaluateFormula(program: readonly Instruction[], inputs: readonly number[]): number {
  const blocks = inputs.map((value) => Float64Array.of(value))
  return evaluateBlock(program, blocks, 1)[0] ?? 0
}

function applyFunction(f: (x: number) => number, values: Float64Array): void {
  for (let n = 0; n < values.length; n++) values[n] = f(values[n] as number) // n stays below the length
}

/** Written out per operator: one tight loop each is several times faster than a call per value. */
function combine(operator: '+' | '-' | '*' | '/' | '^', left: Float64Array, right: Float64Array): void {
  const { length } = left
  // Indices stay below the length, so the values are numbers.
  if (operator === '+') for (let n = 0; n < length; n++) left[n] = (left[n] as number) + (right[n] as number)
  else if (operator === '-') for (let n = 0; n < length; n++) left[n] = (left[n] as number) - (right[n] as number)
  else if (operator === '*') for (let n = 0; n < length; n++) left[n] = (left[n] as number) * (right[n] as number)
  else if (operator === '/') for (let n = 0; n < length; n++) left[n] = (left[n] as number) / (right[n] as number)
  else for (let n = 0; n < length; n++) left[n] = (left[n] as number) ** (right[n] as number)
}
