/**
 * The input cannot be used. Carries what a person needs to mend it: which field, why, and what to do instead.
 * The server answers a Refusal with 4xx and all three; anything else that is thrown is our own fault.
 */
export class Refusal extends Error {
  constructor(
    readonly field: string,
    readonly reason: string,
    readonly remedy: string,
  ) {
    super(`${field}: ${reason}; ${remedy}`)
    this.name = 'Refusal'
  }

  /** Reason and remedy in one line, as it stands under a box. */
  get line(): string {
    return `${this.reason}: ${this.remedy}`
  }
}

/** What some work comes to, or what is made of the refusal it ends in. Anything else that is thrown goes on. */
export function orRefused<T, R>(work: () => T, refused: (refusal: Refusal) => R): T | R {
  try {
    return work()
  } catch (error) {
    if (error instanceof Refusal) return refused(error)
    throw error
  }
}
