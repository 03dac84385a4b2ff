import { BlockList, isIP } from 'node:net'
import { Refusal } from '@/core/refusal'
import type { PortRange } from '../environment'

/** Where a device is. */
export type DeviceAddress = { readonly host: string; readonly port: number }

/** Networks of a site whose devices may be linked, each as `10.20.0.0/16`; of this machine only the ports that are named: {@link refuseOtherPorts}. */
export function allowedNetworks(networks: readonly string[]): BlockList {
  const allowed = new BlockList()
  allowed.addSubnet('127.0.0.0', 8, 'ipv4')
  allowed.addAddress('::1', 'ipv6')
  for (const network of networks) {
    const [base = '', bits = ''] = network.split('/')
    const family = isIP(base) === 6 ? 'ipv6' : 'ipv4'
    const most = family === 'ipv6' ? 128 : 32
    const prefix = Number(bits)
    if (isIP(base) === 0 || bits === '' || !Number.isInteger(prefix) || prefix < 8 || prefix > most)
      throw new Refusal('networks', `“${network}” is no network`, 'write it as 10.20.0.0/16; nothing wider than /8')
    allowed.addSubnet(base, prefix, family)
  }
  return allowed
}

/**
 * An address a device may be asked at: `host:port`, by number and never by name, so that nobody’s name server sends the
 * server elsewhere.
 *
 * @throws {Refusal} for a name, a port that is none, or an address outside the networks
 */
export function deviceAddress(text: string, allowed: BlockList): DeviceAddress {
  const [, bracketed, plain, portText = ''] = /^(?:\[([^\]]+)\]|([^:]+)):(\d{1,5})$/.exec(text.trim()) ?? []
  const host = bracketed ?? plain ?? ''
  const port = Number(portText)
  const family = isIP(host)
  if (family === 0)
    throw new Refusal('address', `“${text.slice(0, 80)}” is no address by number`, 'write it as 10.20.4.7:5025')
  if (!(port >= 1 && port <= 65_535))
    throw new Refusal('address', `${portText} is no port`, 'write one from 1 to 65535')
  if (!allowed.check(host, family === 6 ? 'ipv6' : 'ipv4'))
    throw new Refusal('address', `${host} lies in none of the site’s networks`, 'add its network to the site first')
  return { host, port }
}

const LOOPBACK = new BlockList()
LOOPBACK.addSubnet('127.0.0.0', 8, 'ipv4')
LOOPBACK.addAddress('::1', 'ipv6')
const isLoopback = (host: string): boolean => LOOPBACK.check(host, isIP(host) === 6 ? 'ipv6' : 'ipv4')

/**
 * One text for one place, however its address is written: an IPv6 address short or long, an IPv4 address as one of IPv6, and
 * every address of this machine itself.
 */
export function placeOf({ host, port }: DeviceAddress): string {
  if (isLoopback(host)) return `this machine ${port}`
  const short = isIP(host) === 6 ? new URL(`http://[${host}]`).hostname.slice(1, -1) : host
  const [, high, low] = /^::ffff:([0-9a-f]{1,4}):([0-9a-f]{1,4})$/.exec(short) ?? []
  if (high === undefined || low === undefined) return `${short} ${port}`
  const bytes = [high, low].flatMap((word) => {
    const value = Number.parseInt(word, 16)
    return [value >> 8, value & 255]
  })
  return `${bytes.join('.')} ${port}`
}

/**
 * What else listens on this machine is no device: asked as one, it would be looked for port by port.
 *
 * @throws {Refusal} for a port of this machine that nobody named
 */
export function refuseOtherPorts({ host, port }: DeviceAddress, named: readonly PortRange[]): void {
  if (!isLoopback(host)) return
  if (named.some(({ from, to }) => port >= from && port <= to)) return
  throw new Refusal(
    'address',
    `port ${port} of this machine is none that devices answer at`,
    'have whoever runs the server name it in BARYS_LOCAL_PORTS',
  )
}
