// A thread of the pools. Plain Node starts it from its source, so it looks after TypeScript itself.
import { register } from 'tsx/esm/api'

register()

/** @type {typeof import('./work.ts')} */
const work = await import('./work.ts')

export const { draw, calculate, verify } = work
