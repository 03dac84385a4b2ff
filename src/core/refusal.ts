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
}
