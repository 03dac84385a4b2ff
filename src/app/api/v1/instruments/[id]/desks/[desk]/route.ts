import { NextResponse } from 'next/server'
import { z } from 'zod'
import { DESK_IDS, DESKS } from '@/schema/desks'
import { idParam } from '@/server/api/idParam'
import { readRoute } from '@/server/api/route'
import { NotFound } from '@/server/refusals'
import { exportedDesk } from '@/server/services/desks/exportedDesk'

/** The saved set-up of a desk with what it comes to, as JSON. */
export const GET = readRoute(async ({ id, desk }: { id: string; desk: string }) => {
  const known = z.enum(DESK_IDS).safeParse(desk)
  if (!known.success)
    throw new NotFound('desk', `there is no desk called ${desk.slice(0, 20)}`, `use ${Object.keys(DESKS).join(', ')}`)
  const exported = await exportedDesk(idParam(id), known.data)
  const name = `${exported.instrument.tag.replace(/[^A-Za-z0-9._-]/g, '_')}-${known.data}.json`
  return NextResponse.json(exported, { headers: { 'content-disposition': `attachment; filename="${name}"` } })
})
