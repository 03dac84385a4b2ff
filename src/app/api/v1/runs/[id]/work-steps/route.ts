import { NextResponse } from 'next/server'
import { workLists } from '@/core/run/work/workLists'
import { WorkStepAnswer } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { readRoute, writeRoute } from '@/server/api/route'
import { pool } from '@/server/database'
import { answerWorkStep } from '@/server/services/run/answerWorkStep'
import { loadRun } from '@/server/services/run/loadRun'

/** The steps of Isolate and Restore of a run, in their order: id, what to do and why; two empty lists where none are kept. */
export const GET = readRoute(async ({ id }: { id: string }) =>
  NextResponse.json(workLists(await loadRun(pool(), idParam(id))) ?? { isolate: [], restore: [] }),
)

/** Answers one step of taking out of service or putting back; answers with the run as it then is. */
export const POST = writeRoute('calibrate', WorkStepAnswer, (input, { id }: { id: string }, actor) =>
  answerWorkStep(idParam(id), input, actor),
)
