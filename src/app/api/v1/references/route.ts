import { NextResponse } from 'next/server'
import { NewReference } from '@/schema/referenceForm'
import { readRoute, writeRoute } from '@/server/api/route'
import { ownedReferences } from '@/server/services/lookUps'
import { registerReference } from '@/server/services/references/references'

/** Every reference we own, with its certificates. */
export const GET = readRoute(async () => NextResponse.json({ references: (await ownedReferences()).references }))

/** Takes a reference into the register. */
export const POST = writeRoute('keep references', NewReference, (sent, _params, actor) =>
  registerReference(sent, actor),
)
