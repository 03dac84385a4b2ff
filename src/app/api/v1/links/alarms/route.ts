import { NextResponse } from 'next/server'
import { readRoute } from '@/server/api/route'
import { linkAlarms } from '@/server/services/links/linkAlarms'

/** Sources that somebody must go to, for whoever is signed in. */
export const GET = readRoute(async () => NextResponse.json({ alarms: await linkAlarms() }))
