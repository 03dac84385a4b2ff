import { Refusal } from '../../src/core/refusal'

/** A step of the set-up could not be done: says which, why, and what the person can do. */
export class StepFailure extends Error {
  constructor(
    readonly step: string,
    readonly reason: string,
    readonly remedy: string,
    options?: ErrorOptions,
  ) {
    super(`${step}: ${reason}. ${remedy}`, options)
    this.name = 'StepFailure'
  }
}

/** Tells the person at the terminal what is being done. */
export function say(step: string, doing: string): void {
  // Whoever comes second is told it too.
  tellParent({ doing: `${step}: ${doing}` })
  console.log(`· ${step}: ${doing}`)
}

/** Tells the process that started this one, where it listens. */
export function tellParent(said: { doing?: string; address?: string }): void {
  if (process.connected) process.send?.(said)
}

/** Runs a conductor; a StepFailure becomes its three parts in words, anything else its stack. Both end with 1. */
export async function runConductor(conductor: () => Promise<void>): Promise<void> {
  try {
    await conductor()
  } catch (error) {
    const failure = asFailure(error)
    console.error(
      failure instanceof StepFailure ? `✕ ${failure.step}: ${failure.reason}.\n  ${failure.remedy}` : failure,
    )
    process.exit(1)
  }
}

/** An option that is none comes from Node's own parser of arguments; a refusal from the services says field, reason and remedy. */
function asFailure(error: unknown): unknown {
  if (error instanceof Refusal) return new StepFailure(error.field, error.reason, error.remedy)
  const isOption = error instanceof Error && 'code' in error && String(error.code).startsWith('ERR_PARSE_ARGS')
  return isOption
    ? new StepFailure('options', error.message.split('. ')[0] ?? '', 'Give --help to see them all.')
    : error
}
