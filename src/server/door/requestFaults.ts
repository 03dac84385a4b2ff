import type { IncomingMessage } from 'node:http'
import { isOwnHost } from '../ownHost'

/** Longer than any address of ours. */
const LONGEST_ADDRESS = 4000

/** Why a request is turned away before anything looks at it. */
export type Fault = { readonly status: number; readonly words: string }

/** @returns null where it may come in */
export function requestFault({ url = '/', headers }: IncomingMessage, origin: URL | undefined): Fault | null {
  const host = headers.host ?? ''
  if (!isOwnHost(host, () => origin))
    return { status: 403, words: 'Barys is not served under this name. Open it at the address npm start printed.' }
  if (url.length > LONGEST_ADDRESS) return { status: 414, words: 'This address is too long.' }
  return isReadable(url) ? null : { status: 404, words: 'Page not found.' }
}

/** Whether an address is text at all: `%ff` is no character, and `%00` ends none of ours. */
function isReadable(url: string): boolean {
  if (!url.startsWith('/')) return false
  try {
    return !decodeURIComponent(url.replaceAll('+', ' ')).includes('\0')
  } catch {
    return false
  }
}
