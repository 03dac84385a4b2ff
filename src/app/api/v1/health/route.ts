import { NextResponse } from 'next/server'
import { openRoute } from '@/server/api/route'
import { pool } from '@/server/database'
import { SOFTWARE_VERSION } from '@/server/environment'
import { ping } from '@/server/sql/ping'

export const dynamic = 'force-dynamic'

/** Says that this is Barys and that it reaches its database. */
export const GET = openRoute(async () => {
  await ping(pool())
  return NextResponse.json({ name: 'barys', version: SOFTWARE_VERSION })
})
