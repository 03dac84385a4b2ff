import { NextResponse } from 'next/server'
import { openApiDocument } from '@/server/api/openApi'
import { readRoute } from '@/server/api/route'

/** The API of the calculations as one OpenAPI 3.1 document. */
export const GET = readRoute(async () => NextResponse.json(openApiDocument()))
