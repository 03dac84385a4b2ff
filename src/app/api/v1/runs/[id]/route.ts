import { NextResponse } from 'next/server'
import { idParam } from '@/server/api/idParam'
import { readRoute } from '@/server/api/route'
import { pool } from '@/server/database'
import { loadRun } from '@/server/services/run/loadRun'

/** A run with everything recorded in it. */
export const GET = readRoute(async ({ id }: { id: string }) => NextResponse.json(await loadRun(pool(), idParam(id))))
