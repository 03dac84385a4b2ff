import { once } from 'node:events'
import { connect, type Server, type Socket } from 'node:net'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { randomStream } from '../../src/core/statistics/randomStream'
import { benchRig } from './demoRig'
import { serveLines } from './lineServer'
import { meterDevice } from './meter'
import { sourceDevice } from './source'
import { SharedWorld } from './world'

/** A clock of the test’s own: the world goes on when it says so. */
let clock = 0
let servers: Server[] = []
let sockets: Socket[] = []
let world: SharedWorld

beforeEach(async () => {
  clock = 0
  world = new SharedWorld(benchRig(), { seed: 5, speed: 1, now: () => clock })
  servers = [await serveLines(sourceDevice(world), 0), await serveLines(meterDevice(world), 0)]
})
afterEach(() => {
  for (const socket of sockets) socket.destroy()
  for (const server of servers) server.close()
  sockets = []
})

/** An independent client: a plain socket and lines. */
async function dial(which: 0 | 1) {
  const address = servers[which]?.address()
  if (typeof address !== 'object' || !address) throw new Error('it does not listen')
  const socket = connect(address.port, '127.0.0.1')
  sockets.push(socket)
  await once(socket, 'connect')
  let text = ''
  const waiting: ((line: string) => void)[] = []
  socket.on('data', (bytes) => {
    text += bytes.toString()
    for (let end = text.indexOf('\n'); end !== -1; end = text.indexOf('\n')) {
      waiting.shift()?.(text.slice(0, end))
      text = text.slice(end + 1)
    }
  })
  const tell = (line: string) => socket.write(`${line}\n`)
  const ask = (line: string) => {
    const answer = new Promise<string>((resolve) => waiting.push(resolve))
    tell(line)
    return answer
  }
  return { tell, ask, socket }
}

describe('common commands (IEEE 488.2) and errors (SCPI-99)', () => {
  test('it says what it is; on is an event once, then none', async () => {
    const { ask } = await dial(0)
    expect((await ask('*IDN?')).split(',')).toHaveLength(4)
    expect(await ask('*ESR?')).toBe('128')
    expect(await ask('*ESR?')).toBe('0')
    expect(await ask('*OPC?;*TST?')).toBe('1;0')
    expect(await ask('SYST:VERS?')).toBe('1999.0')
  })
  test.each([
    ['NONSense 1', -113],
    ['SOURce:PRESS 1', -113],
    ['SOUR:PRES', -109],
    ['SOUR:PRES 1,2', -108],
    ['SOUR:PRES much', -104],
    ['SOUR:PRES 1e9', -222],
    ['OUTP:MODE SIDEways', -224],
    ['SOUR:PRES?? ', -102],
    ['TEST:LEAK:RES?', -221],
    ['MEAS:PRES? 5', -108],
  ])('%s is error %d, told once and in its turn', async (line, code) => {
    const { ask, tell } = await dial(0)
    await ask('*CLS;*OPC?')
    tell(line)
    tell('NONSENSE')
    expect(await ask('*STB?')).toBe('4')
    expect(Number((await ask('SYST:ERR?')).split(',')[0])).toBe(code)
    expect(await ask('SYST:ERR:NEXT?')).toBe('-113,"Undefined header"')
    expect(await ask('SYSTem:ERRor?')).toBe('0,"No error"')
  })
  test('events a mask lets through ask for service', async () => {
    const { ask, tell } = await dial(0)
    await ask('*CLS;*OPC?')
    tell('*ESE 32;*SRE 32')
    tell('NONSENSE')
    expect(await ask('*STB?')).toBe(`${4 + 32 + 64}`)
    expect(await ask('*ESR?')).toBe('32')
  })
  test('more errors than it keeps are told as such, the first ones kept', async () => {
    const { ask, tell } = await dial(0)
    for (let each = 0; each < 40; each++) tell('NONSENSE')
    const told: string[] = []
    for (let each = 0; each < 17; each++) told.push(await ask('SYST:ERR?'))
    expect(told[0]).toContain('-113')
    expect(told[15]).toBe('-350,"Queue overflow"')
    expect(told[16]).toContain('No error')
  })
  test('after a mistake the rest of its line is not done; a header goes on from the place of the one before', async () => {
    const { ask, tell } = await dial(0)
    tell('SOUR:PRES 100;NONSENSE;:SOUR:PRES 200')
    expect(Number(await ask('SOUR:PRES?'))).toBe(100)
    tell('SOUR:PRES 50;PRES:SLEW 20')
    expect(Number(await ask('SOURce:PRESsure:LEVel:IMMediate:AMPLitude?'))).toBe(50)
    expect(Number(await ask('sour:pres:slew?'))).toBeCloseTo(20, 6)
    expect(await ask('SYST:ERR?')).toContain('-113')
  })
})

describe('source and meter look at one world', () => {
  test('set, waited for, stable: the source shows it and the meter its current', async () => {
    const [source, meter] = [await dial(0), await dial(1)]
    source.tell('UNIT:PRES BAR;:SOUR:PRES 3;:OUTP ON')
    expect(await source.ask('OUTP?')).toBe('1')
    expect(await source.ask('SOUR:PRES:STAB?')).toBe('0')
    for (let second = 0; second < 40; second++) {
      clock += 1
      await source.ask('SOUR:PRES:STAB?')
    }
    expect(await source.ask('SOUR:PRES:STAB?')).toBe('1')
    expect(Number(await source.ask('MEAS:PRES?'))).toBeCloseTo(3, 3)
    expect(Number(await meter.ask('MEAS:CURR?'))).toBeCloseTo(0.012, 5)
    // By another unit the same pressure, and the same set point.
    source.tell('UNIT:PRES KPA')
    expect(Number(await source.ask('MEAS:PRES?'))).toBeCloseTo(300, 1)
    expect(Number(await source.ask('SOUR:PRES?'))).toBeCloseTo(300, 9)
  })
  test('vented it falls to the air, whatever is set', async () => {
    const source = await dial(0)
    source.tell('SOUR:PRES 300;:OUTP ON')
    await source.ask('*OPC?')
    clock += 20
    await source.ask('*OPC?')
    source.tell('OUTP:MODE VENT')
    await source.ask('*OPC?')
    clock += 10
    expect(Math.abs(Number(await source.ask('MEAS:PRES?')))).toBeLessThan(0.1)
    expect(await source.ask('OUTP:MODE?')).toBe('VENT')
  })
  test('a leak test says nothing before its time, and then what was lost a second', async () => {
    const { ask, tell } = await dial(0)
    world.change((rig) => ({ ...rig, facts: { ...rig.facts, leaksM3PerS: { hose: 1e-7 } } }))
    tell('SOUR:PRES 300;:OUTP ON')
    await ask('*OPC?')
    clock += 60
    tell('TEST:LEAK:STAR 30')
    await ask('*OPC?')
    clock += 10
    expect(Number(await ask('TEST:LEAK:RES?'))).toBe(9.91e37)
    clock += 30
    const volume = world.rig().gases.hose.volumeM3 + world.rig().gases['cell-high'].volumeM3
    const expected = (300 * (1 - Math.exp((-1e-7 * 40) / volume))) / 40
    expect(Number(await ask('TEST:LEAK:RES?')) / expected).toBeCloseTo(1, 1)
  })
  test('a meter reads the loop that is named, and refuses one it has not', async () => {
    const meter = await dial(1)
    meter.tell('*CLS')
    expect(Number(await meter.ask('MEAS:CURR? (@1)'))).toBeCloseTo(0.004, 4)
    for (const list of ['(@2)', '(@0)', '(@1,2)', '1']) {
      meter.tell(`MEAS:CURR? ${list}`)
      expect(await meter.ask('SYST:ERR?'), list).toMatch(/^-224,/)
    }
  })
  test('told to watch over itself and then spoken to by nobody, a source vents by itself', async () => {
    const source = await dial(0)
    source.tell('*CLS;:UNIT:PRES BAR;:SOUR:PRES 2;:OUTP ON;:SYST:COMM:WATC 0.4')
    expect(await source.ask('OUTP:MODE?')).toBe('CONT')
    await expect.poll(() => world.rig().sourcePa, { timeout: 5000 }).toBeNull()
    expect(await source.ask('OUTP:MODE?')).toBe('VENT')
    expect(await source.ask('SYST:COMM:WATC?')).toMatch(/^[+-]?0/)
  })
  test('a range that is too small is over range, in the words of SCPI', async () => {
    const meter = await dial(1)
    meter.tell('CURR:RANG 0.001')
    expect(Number(await meter.ask('MEAS:CURR?'))).toBe(9.9e37)
    meter.tell('SENS:CURR:RANG:AUTO ON')
    expect(Number(await meter.ask('MEAS:CURR?'))).toBeCloseTo(0.004, 4)
    expect(Number(await meter.ask('MEAS:VOLT?'))).toBeGreaterThan(20)
    expect(Number(await meter.ask('CURR:NPLC?'))).toBe(10)
  })
})

test('a hundred thousand malformed lines crash nothing: it answers as before', async () => {
  const { ask, socket } = await dial(0)
  const stream = randomStream(11)
  const pieces = [
    'SOUR',
    ':PRES',
    '?',
    ';',
    '*',
    'IDN',
    ' ',
    '1e',
    '-',
    ',',
    'OUTP',
    '\r',
    '\0',
    '"',
    '[',
    'MIN',
    '99999999999',
    'é',
  ]
  const line = () =>
    Array.from({ length: Math.floor(stream.uniform() * 12) }, () =>
      stream.uniform() < 0.7
        ? pieces[Math.floor(stream.uniform() * pieces.length)]
        : String.fromCharCode(Math.floor(stream.uniform() * 256)),
    )
      .join('')
      .replaceAll('\n', '')
  for (let batch = 0; batch < 200; batch++) {
    const lines = Array.from({ length: 500 }, line)
    if (batch % 50 === 0) lines.push('x'.repeat(5000))
    if (!socket.write(`${lines.join('\n')}\n`, 'latin1')) await once(socket, 'drain')
  }
  const fresh = await dial(0)
  await fresh.ask('*CLS;*OPC?')
  expect((await fresh.ask('*IDN?')).split(',')).toHaveLength(4)
  expect(Number.isFinite(Number(await fresh.ask('MEAS:PRES?')))).toBe(true)
  expect(ask).toBeTypeOf('function')
}, 60_000)
