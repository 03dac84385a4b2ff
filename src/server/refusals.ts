import { Refusal } from '@/core/refusal'

/** The thing asked for is not there: 404. */
export class NotFound extends Refusal {}

/** Somebody else was there first, or the state has moved on: 409. Nothing was written. */
export class Conflict extends Refusal {}

/** It is not for this person, or not from this page: 403. */
export class Forbidden extends Refusal {}

/** Nobody is signed in: 401. */
export class NotSignedIn extends Refusal {}

/** Too often in too short a time: 429. */
export class TooMany extends Refusal {}

/** The server has more to do than it can: 503. Nothing was written. */
export class Busy extends Refusal {}
