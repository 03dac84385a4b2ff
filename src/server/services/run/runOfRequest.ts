import { cache } from 'react'
import { pool } from '../../database'
import { loadRun } from './loadRun'

/** A run for everything that one request shows of it: the title and the page. */
export const runOfRequest = cache((id: string) => loadRun(pool(), id))
