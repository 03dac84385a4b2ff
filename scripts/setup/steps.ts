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
  console.log(`· ${step}: ${doing}`)
}

/** Runs a conductor; a StepFailure becomes its three parts in words, anything else its stack. Both end with 1. */
export async function runConductor(conductor: () => Promise<void>): Promise<void> {
  try {
    await conductor()
  } catch (error) {
    console.error(error instanceof StepFailure ? `✕ ${error.step}: ${error.reason}.\n  ${error.remedy}` : error)
    process.exit(1)
  }
}
