import type { IncomingMessage } from 'node:http'
import { BlockList, isIP } from 'node:net'

/** The proxies of a site, by address or network; none where it has none. */
export function proxyList(proxies: readonly string[]): BlockList {
  const list = new BlockList()
  for (const proxy of proxies) {
    const [base = '', bits] = proxy.split('/')
    const family = isIP(base) === 6 ? 'ipv6' : 'ipv4'
    if (isIP(base) === 0) throw new Error(`BARYS_PROXIES: “${proxy}” is no address`)
    if (bits === undefined) list.addAddress(base, family)
    else list.addSubnet(base, Number(bits), family)
  }
  return list
}

/**
 * From where a request came: the other end of its connection, or what a proxy of the site's own says of it. What a caller
 * writes there itself stands before what the proxy added, and counts for nothing.
 */
export function callerOf({ socket, headers }: Pick<IncomingMessage, 'socket' | 'headers'>, proxies: BlockList): string {
  const near = plain(socket.remoteAddress ?? '')
  if (!isIn(near, proxies)) return near
  const said = [headers['x-forwarded-for'] ?? ''].flat().join(',').split(',')
  for (const address of said.map((text) => plain(text.trim())).reverse()) {
    if (isIP(address) === 0) return near
    if (!isIn(address, proxies)) return address
  }
  return near
}

/** An IPv4 address stays one where it comes over a socket of both kinds. */
const plain = (address: string) => address.replace(/^::ffff:(?=\d+\.)/i, '')

function isIn(address: string, list: BlockList): boolean {
  const family = isIP(address)
  return family !== 0 && list.check(address, family === 6 ? 'ipv6' : 'ipv4')
}
