import { NextResponse } from 'next/server'
import { openRoute } from '@/server/api/route'
import { SOFTWARE_VERSION } from '@/server/environment'
import { reachDatabase } from '@/server/services/lookUps'

export const dynamic = 'force-dynamic'

/** Says that this is Barys and that it reaches its database. */
export const GET = openRoute(async () => {
  await reachDatabase()
  return NextResponse.json({ name: 'barys', version: SOFTWARE_VERSION })
})
