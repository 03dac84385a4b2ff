import { NextResponse } from 'next/server'
import { openApiDocument } from '@/server/api/openApi'
import { openRoute } from '@/server/api/route'

/** The API of the calculations as one OpenAPI 3.1 document. */
export const GET = openRoute(async () => NextResponse.json(openApiDocument()))
