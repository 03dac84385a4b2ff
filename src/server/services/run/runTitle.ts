import { z } from 'zod'
import { runState } from '@/core/run/runState'
import { STAGE_LABELS } from '@/core/run/work/stage'
import { signedInPerson } from '../../auth/session'
import { NotFound } from '../../refusals'
import { runOfRequest } from './runOfRequest'

/** What the page of a run is called: its tag and how far it is, for who is signed in; a run that is not there is just a run. */
export async function runTitle(id: string): Promise<string> {
  if (!z.uuid().safeParse(id).success || !(await signedInPerson())) return 'Run'
  try {
    const run = await runOfRequest(id)
    return `${run.world.instrument.tag}: ${STAGE_LABELS[runState(run).stage]}`
  } catch (error) {
    if (error instanceof NotFound) return 'Run'
    throw error
  }
}
