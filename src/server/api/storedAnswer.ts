import { NextResponse } from 'next/server'

/** An answer that fits into one packet is sent as it is: to pack it takes longer than to send it. */
const ONE_PACKET_BYTES = 1400

/** What was stored, as JSON; a small one asks to be left unpacked (`no-transform`: RFC 9111, 5.2.2.6). */
export function storedAnswer(result: unknown): NextResponse {
  const text = JSON.stringify(result)
  const isSmall = Buffer.byteLength(text) <= ONE_PACKET_BYTES
  return new NextResponse(text, {
    headers: { 'content-type': 'application/json', 'cache-control': isSmall ? 'no-store, no-transform' : 'no-store' },
  })
}
