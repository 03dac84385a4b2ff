import { NextResponse } from 'next/server'
import { NewDevice } from '@/schema/links'
import { readRoute, writeRoute } from '@/server/api/route'
import { ownedDevices, registerDevice } from '@/server/services/links/devices'

/** Every device that can be read over a network. */
export const GET = readRoute(async () => NextResponse.json({ devices: await ownedDevices() }))

/** Takes a device into the list. */
export const POST = writeRoute('keep devices', NewDevice, (sent, _params, actor) => registerDevice(sent, actor))
