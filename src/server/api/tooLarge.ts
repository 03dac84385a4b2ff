import { Refusal } from '@/core/refusal'

/** The body is larger than any form of ours: 413. */
export class TooLarge extends Refusal {}
