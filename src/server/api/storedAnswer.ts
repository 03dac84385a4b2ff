import { NextResponse } from 'next/server'

/**
 * What goes out at once, before the other side has to answer: ten packets of 1,460 bytes. Source: RFC 6928, 2. To pack an
 * answer within that saves no wait, and takes as long as what it answers.
 */
const ONE_FLIGHT_BYTES = 10 * 1460

/** What was stored, as JSON; a small one asks to be left unpacked (`no-transform`: RFC 9111, 5.2.2.6). */
export function storedAnswer(result: unknown): NextResponse {
  const text = JSON.stringify(result)
  const isSmall = Buffer.byteLength(text) <= ONE_FLIGHT_BYTES
  return new NextResponse(text, {
    headers: { 'content-type': 'application/json', 'cache-control': isSmall ? 'no-store, no-transform' : 'no-store' },
  })
}
