import { once } from 'node:events'
import { createServer, type Server, type Socket } from 'node:net'
import { afterEach, describe, expect, test } from 'vitest'
import { type AutomaticPlan, afterSeen, automaticStart, type Order } from '@/bench/automatic/automaticRun'
import { BENCH_SET_UPS } from '@/bench/rig/benchSetUps'
import { rigOf } from '@/bench/rig/rigModel'
import { serveLines } from '../../../scripts/stand-ins/lineServer'
import { meterDevice } from '../../../scripts/stand-ins/meter'
import { sourceDevice } from '../../../scripts/stand-ins/source'
import { SharedWorld } from '../../../scripts/stand-ins/world'
import { allowedNetworks, deviceAddress, placeOf, refuseOtherPorts } from './address'
import { MeterLink, SourceLink } from './devices'
import { LineLink, type LinkLine, LinkLost } from './lineLink'

let servers: Server[] = []
let links: { close: () => void }[] = []
afterEach(() => {
  for (const link of links) link.close()
  for (const server of servers) server.close()
  servers = []
  links = []
})
const portOf = (server: Server) => {
  const address = server.address()
  if (typeof address !== 'object' || !address) throw new Error('it does not listen')
  return address.port
}
const NOTHING = { mean: Number.NaN, deviation: Number.NaN, count: 0 }
const QUICK = { connect: 300, answer: 150 }
function linkTo(port: number, keep: (line: LinkLine) => void = () => {}, patience = { connect: 2000, answer: 2000 }) {
  const link = new LineLink({ host: '127.0.0.1', port }, keep, patience)
  links.push(link)
  return link
}
/** A device of the test’s own that does with each line what it is told to. */
async function deviceThat(
  answer: (line: string, socket: Socket) => void,
  connected: () => void = () => {},
): Promise<number> {
  const server = createServer((socket) => {
    connected()
    socket.on('error', () => {})
    socket.on('data', (bytes) => {
      for (const line of bytes.toString().split('\n')) if (line !== '') answer(line, socket)
    })
  })
  servers.push(server)
  server.listen(0, '127.0.0.1')
  await once(server, 'listening')
  return portOf(server)
}

test('a second answer in one packet belongs to no question: the next is answered by its own', async () => {
  const said: string[] = []
  const port = await deviceThat((line, socket) => socket.write(line === 'A?' ? '1.25\r\n99.9\r\n' : '2.50\r\n'))
  const link = linkTo(port, ({ to, text }) => said.push(`${to}: ${text}`))
  expect(await link.ask('A?')).toBe('1.25')
  expect(await link.ask('B?')).toBe('2.50')
  expect(said).toEqual(['device: A?', 'us: 1.25', 'us: 99.9', 'device: B?', 'us: 2.50'])
})

describe('one place, however its address is written', () => {
  // RFC 4291, 2.2 and 2.5.5.2: the same address short, long, in capitals, and an IPv4 address as one of IPv6.
  test.each([
    ['fd00:0:0:0:0:0:0:17', 'FD00::17'],
    ['::ffff:10.20.4.7', '10.20.4.7'],
    ['::ffff:0a14:0407', '10.20.4.7'],
    ['::1', '127.0.0.1'],
    ['127.3.4.5', '127.0.0.1'],
    ['::ffff:127.0.0.1', '127.0.0.1'],
  ])('%s is %s', (one, other) => {
    expect(placeOf({ host: one, port: 5025 })).toBe(placeOf({ host: other, port: 5025 }))
  })
  test.each([
    ['10.20.4.7', 5025, '10.20.4.8', 5025],
    ['10.20.4.7', 5025, '10.20.4.7', 5026],
    ['fd00::17', 5025, 'fd00::18', 5025],
  ])('%s %d is not %s %d', (host, port, otherHost, otherPort) => {
    expect(placeOf({ host, port })).not.toBe(placeOf({ host: otherHost, port: otherPort }))
  })
})

describe('ports of this machine', () => {
  const named = [
    { from: 5025, to: 5025 },
    { from: 5030, to: 5040 },
  ]
  test.each([
    ['127.0.0.1', 5025, true],
    ['127.0.0.1', 5030, true],
    ['127.3.4.5', 5040, true],
    ['::1', 5041, false],
    ['127.0.0.1', 5432, false],
    // Elsewhere networks say what may be asked.
    ['10.20.4.7', 5432, true],
  ])('%s at port %d: %s', (host, port, isAllowed) => {
    const ask = () => refuseOtherPorts({ host, port }, named)
    if (isAllowed) expect(ask).not.toThrow()
    else expect(ask).toThrow('none that devices answer at')
  })
})

describe('where a device may be asked', () => {
  const allowed = allowedNetworks(['10.20.0.0/16'])
  test.each([
    ['127.0.0.1:5025', '127.0.0.1', 5025],
    ['10.20.4.7:502', '10.20.4.7', 502],
    ['[::1]:5025', '::1', 5025],
  ])('%s', (text, host, port) => {
    expect(deviceAddress(text, allowed)).toEqual({ host, port })
  })
  test.each([
    ['10.21.4.7:502', 'none of the site’s networks'],
    ['169.254.169.254:80', 'none of the site’s networks'],
    ['metadata.internal:80', 'no address by number'],
    ['127.0.0.1', 'no address by number'],
    ['127.0.0.1:99999', 'is no port'],
    ['127.1:80', 'no address by number'],
    ['[::ffff:10.99.0.1]:80', 'none of the site’s networks'],
  ])('%s is refused', (text, words) => {
    expect(() => deviceAddress(text, allowed)).toThrow(words)
  })
  test.each(['10.0.0.0', '0.0.0.0/0', 'site/16', '10.0.0.0/40'])('%s is no network', (network) => {
    expect(() => allowedNetworks([network])).toThrow('is no network')
  })
})

describe('lines to a device and back', () => {
  test('one question at a time: answers belong to the questions before them, and everything is kept', async () => {
    const kept: LinkLine[] = []
    const link = linkTo(
      await deviceThat((line, socket) => setTimeout(() => socket.write(`${line}!\r\n`), line === 'a' ? 40 : 1)),
      (line) => kept.push(line),
    )
    expect(await Promise.all(['a', 'b', 'c'].map((line) => link.ask(line)))).toEqual(['a!', 'b!', 'c!'])
    expect(kept.map(({ to, text }) => `${to} ${text}`)).toEqual([
      'device a',
      'us a!',
      'device b',
      'us b!',
      'device c',
      'us c!',
    ])
  })
  test('nobody there, no answer in time, hung up: lost, in words; the next question connects anew', async () => {
    await expect(linkTo(1, () => {}, QUICK).ask('x')).rejects.toThrow('takes no connection')
    let isDumb = true
    const port = await deviceThat((line, socket) => {
      if (line === 'hang up') socket.destroy()
      else if (!isDumb) socket.write(`${line}!\n`)
    })
    const link = linkTo(port, () => {}, QUICK)
    await expect(link.ask('hello')).rejects.toThrow('does not answer “hello”')
    isDumb = false
    expect(await link.ask('again')).toBe('again!')
    await expect(link.ask('hang up')).rejects.toThrow(LinkLost)
    expect(await link.ask('back')).toBe('back!')
  })
  test('an answer that comes too late is not taken for the next one', async () => {
    let late = true
    const port = await deviceThat((line, socket) => {
      setTimeout(() => !socket.destroyed && socket.write(`${line}!\n`), late ? 250 : 1)
      late = false
    })
    const link = linkTo(port, () => {}, QUICK)
    await expect(link.ask('slow')).rejects.toThrow(LinkLost)
    expect(await link.ask('quick')).toBe('quick!')
  })
  test('a meter that is one answer behind gives no loop the current of another', async () => {
    let before = '1'
    const port = await deviceThat((line, socket) => {
      const own = line === '*OPC?' ? '1' : line.includes('@1') ? '0.004' : '0.020'
      socket.write(`${before}\n`)
      before = own
    })
    const link = linkTo(port)
    const read = await Promise.allSettled([new MeterLink(link, 1).milliamp(), new MeterLink(link, 2).milliamp()])
    expect(read.map(({ status }) => status)).toEqual(['rejected', 'rejected'])
  })
  test('an answer that nobody waits for says that they are out of step: the next question connects anew', async () => {
    let connections = 0
    const port = await deviceThat(
      (line, socket) => socket.write(`${line}!\nand more\n`),
      () => {
        connections += 1
      },
    )
    const link = linkTo(port)
    expect(await link.ask('one')).toBe('one!')
    expect(await link.ask('two')).toBe('two!')
    expect(connections).toBe(2)
  })
  test('rubbish without an end is given up on', async () => {
    const link = linkTo(await deviceThat((_, socket) => socket.write('x'.repeat(9000))))
    await expect(link.ask('what?')).rejects.toThrow('answers without an end')
  })
})

describe('source and meter of the stand-ins, by their links', () => {
  async function bench() {
    let clock = 0
    const { facts, model } = BENCH_SET_UPS.bench
    const off = { ...model, sensor: { ...model.sensor, offset: 0.024 } }
    const world = new SharedWorld(rigOf(facts, off), { seed: 8, speed: 1, now: () => clock })
    servers = [await serveLines(sourceDevice(world), 0), await serveLines(meterDevice(world), 0)]
    const [sourcePort = 0, meterPort = 0] = servers.map(portOf)
    const source = new SourceLink({ host: '127.0.0.1', port: sourcePort }, 'bar')
    links.push(source)
    return {
      ...{ world, source },
      meter: new MeterLink(linkTo(meterPort)),
      pass: (seconds: number) => {
        clock += seconds
      },
    }
  }
  test('set, held and vented; what it refuses is told in its own words', async () => {
    const { source, meter, pass } = await bench()
    expect(await source.identity()).toContain('Simulated pressure source')
    expect(await meter.identity()).toContain('Simulated loop meter')
    expect(await source.order({ kind: 'set', to: 3 })).toEqual({ outcome: 'confirmed', words: '' })
    pass(40)
    expect(await source.pressure()).toBeCloseTo(3, 3)
    expect(await meter.milliamp()).toBeCloseTo(12.064, 2)
    expect((await source.order({ kind: 'hold' })).outcome).toBe('confirmed')
    pass(20)
    expect(await source.pressure()).toBeCloseTo(3, 3)
    expect((await source.order({ kind: 'vent' })).outcome).toBe('confirmed')
    expect((await source.look()).mode).toBe('vent')
    pass(10)
    expect(Math.abs(await source.pressure())).toBeLessThan(0.001)
    expect(await source.order({ kind: 'set', to: 9000 })).toMatchObject({
      ...{ outcome: 'refused', words: expect.stringContaining('-222,"Data out of range"') },
    })
    // A vented source is not switched on by a hold: it has nothing to hold.
    expect((await source.order({ kind: 'hold' })).outcome).toBe('confirmed')
    expect((await source.look()).mode).toBe('vent')
  })
  test('a whole run up and down takes its own readings over the links, and finds the error that was laid in', async () => {
    const { source, meter, pass } = await bench()
    const plan: AutomaticPlan = {
      points: [
        ...[0, 50, 100].map((percent) => ({ percent, direction: 'rising' as const })),
        ...[50, 0].map((percent) => ({ percent, direction: 'falling' as const })),
      ],
      range: { lrv: 0, urv: 6 },
      settle: { kind: 'statistical', seconds: 5, tolerance: 0.002 },
      channels: [{ tolerance: 0.0064 }],
      ...{ readings: 3, gapSeconds: 0.5, lead: 0.06, reach: 0.003, past: 0.006 },
      ...{ lowest: -0.2, highest: 7, patienceSeconds: 120, silenceSeconds: 10, stallSeconds: 30, astray: 0.3 },
    }
    const obey = async (orders: readonly Order[]) => {
      for (const order of orders) {
        const told = order.order === 'set' ? { kind: order.order, to: order.to } : { kind: order.order }
        expect((await source.order(told)).outcome).toBe('confirmed')
      }
    }
    let state = automaticStart
    for (let seconds = 0; seconds < 900 && state.phase !== 'done' && state.phase !== 'stopped'; seconds += 0.5) {
      pass(0.5)
      const seen = { seconds, applied: await source.pressure(), outputs: [await meter.milliamp()] }
      const next = afterSeen(state, seen, plan)
      state = next.state
      await obey(next.orders)
    }
    expect(state.phase).toBe('done')
    expect(state.taken).toHaveLength(5)
    // 0.024 bar of 6 are 0.4 % of span.
    for (const {
      applied,
      outputs: [output = NOTHING],
    } of state.taken)
      expect(((output.mean - 4) / 16) * 100 - (applied.mean / 6) * 100).toBeCloseTo(0.4, 1)
  })
})
