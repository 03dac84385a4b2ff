import { z } from 'zod'
import { shapesOfFields } from './instrument/instrumentFields'

/**
 * One version of what an instrument is, as stored: what its sensor can do, what it is ranged to, what it may be wrong by
 * and how it is checked. Values in `unit`. Derived from `instrument/fields`; it says what each value is and nothing else:
 * what may be entered is a rule of today, and records of yesterday stand (`configurationForm.ts`).
 */
export const Configuration = z.strictObject(shapesOfFields('stored'))
export type Configuration = z.infer<typeof Configuration>
