import { Refusal } from '@/core/refusal'

/** The thing asked for is not there: 404. */
export class NotFound extends Refusal {}

/** Somebody else was there first, or the state has moved on: 409. Nothing was written. */
export class Conflict extends Refusal {}
