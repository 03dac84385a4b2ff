import { once } from 'node:events'
import { connect, type Server, Socket } from 'node:net'
import { client as modbusClient } from 'jsmodbus'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { randomStream } from '../../src/core/statistics/randomStream'
import { BENCH_MODEL, benchRig } from './demoRig'
import { serveRegisters } from './modbus/server'
import { COMMANDS, HOLDING, INPUT, STATUS, transmitterRegisters } from './transmitter'
import { SharedWorld } from './world'

let clock = 0
let server: Server
let world: SharedWorld
let sockets: Socket[] = []

const quiet = { ...BENCH_MODEL, noisePercent: 0, sensor: { ...BENCH_MODEL.sensor, offset: 0.03, gain: 1.004 } }
beforeEach(async () => {
  clock = 0
  world = new SharedWorld(benchRig(quiet), { seed: 3, speed: 1, now: () => clock })
  world.act({ act: 'hose', to: 'on' }, { act: 'pump', to: 'at-work' })
  server = await serveRegisters(transmitterRegisters(world), 0)
})
afterEach(() => {
  for (const socket of sockets) socket.destroy()
  server.close()
  sockets = []
})

const port = () => {
  const address = server.address()
  if (typeof address !== 'object' || !address) throw new Error('it does not listen')
  return address.port
}
/** The library’s client, which shares no line with the stand-in. */
async function dial() {
  const socket = new Socket()
  sockets.push(socket)
  const client = new modbusClient.TCP(socket, 1, 2000)
  socket.connect(port(), '127.0.0.1')
  await once(socket, 'connect')
  const bytesOf = async (table: 'input' | 'holding', address: number, count: number): Promise<Buffer> => {
    const read =
      table === 'input' ? client.readInputRegisters(address, count) : client.readHoldingRegisters(address, count)
    return (await read).response.body.valuesAsBuffer
  }
  const number = async (table: 'input' | 'holding', address: number) =>
    (await bytesOf(table, address, 2)).readFloatBE(0)
  const write = (address: number, bytes: Buffer) => client.writeMultipleRegisters(address, bytes)
  const writeNumbers = (address: number, ...values: readonly number[]) => {
    const bytes = Buffer.alloc(values.length * 4)
    for (const [index, value] of values.entries()) bytes.writeFloatBE(value, index * 4)
    return write(address, bytes)
  }
  const command = (code: number, value = 0) => {
    const bytes = Buffer.alloc(8)
    bytes.writeUInt16BE(code, 0)
    bytes.writeFloatBE(value, 4)
    return write(HOLDING.command, bytes)
  }
  return { client, bytesOf, number, writeNumbers, command }
}
const at = (bar: number) => {
  world.act({ act: 'source', to: bar })
  clock += 60
  world.read()
}

describe('a transmitter by Modbus TCP, asked by a client of a library', () => {
  test('PV, AO, percent, temperature and volts as the rig has them', async () => {
    const { number, bytesOf } = await dial()
    at(3)
    expect(await number('input', INPUT.pv)).toBeCloseTo(3 * 1.004 + 0.03, 4)
    expect(await number('input', INPUT.percent)).toBeCloseTo(((3 * 1.004 + 0.03) / 6) * 100, 3)
    expect(await number('input', INPUT.ao)).toBeCloseTo(4 + 16 * ((3 * 1.004 + 0.03) / 6), 3)
    expect(await number('input', INPUT.celsius)).toBeCloseTo(21.25, 4)
    expect(await number('input', INPUT.terminalVolts)).toBeGreaterThan(15)
    expect((await bytesOf('input', INPUT.status, 1)).readUInt16BE(0)).toBe(0)
    expect(await number('holding', HOLDING.urv)).toBe(6)
  })
  test('trimmed by commands it reads what is there', async () => {
    const { command, number } = await dial()
    at(0)
    await command(COMMANDS.zeroTrim)
    at(6)
    await command(COMMANDS.upperSensorTrim, 6)
    for (const bar of [0, 3, 6]) {
      at(bar)
      expect(await number('input', INPUT.pv)).toBeCloseTo(bar, 3)
    }
  })
  test('set to another range and damping, held at a current, let go', async () => {
    const { writeNumbers, number, bytesOf, client } = await dial()
    at(3)
    await writeNumbers(HOLDING.lrv, 1, 5, 0.8)
    expect(await number('holding', HOLDING.lrv)).toBe(1)
    expect(await number('holding', HOLDING.dampingSeconds)).toBeCloseTo(0.8, 6)
    await writeNumbers(HOLDING.fixedMilliamp, 12)
    clock += 1
    expect(await number('input', INPUT.ao)).toBe(12)
    expect(world.read().milliamp).toBeCloseTo(12, 6)
    expect((await bytesOf('input', INPUT.status, 1)).readUInt16BE(0)).toBe(STATUS.fixedCurrent)
    await writeNumbers(HOLDING.fixedMilliamp, 0)
    await client.writeSingleRegister(HOLDING.transfer, 1)
    expect((await bytesOf('holding', HOLDING.transfer, 1)).readUInt16BE(0)).toBe(1)
  })
  test.each<[string, (client: Awaited<ReturnType<typeof dial>>) => Promise<unknown>, number]>([
    ['an address that is none', ({ client }) => client.readInputRegisters(400, 2), 2],
    ['half a number', ({ client }) => client.writeSingleRegister(HOLDING.lrv, 7), 3],
    ['a range without a span', ({ writeNumbers }) => writeNumbers(HOLDING.lrv, 2, 2), 3],
    ['no number', ({ writeNumbers }) => writeNumbers(HOLDING.urv, Number.NaN), 3],
    ['a zero trim under pressure', ({ command }) => command(COMMANDS.zeroTrim), 3],
    ['a command there is none of', ({ command }) => command(77, 1), 3],
    ['a function it has not', ({ client }) => client.readCoils(0, 4), 1],
  ])('%s is an exception, and changes nothing', async (_, ask, code) => {
    at(3)
    const dialled = await dial()
    const before = world.rig().model
    const failure = await ask(dialled).then(
      () => null,
      (error) => error,
    )
    expect(failure?.response?.body?.code).toBe(code)
    expect(world.rig().model).toBe(before)
  })
  test('write-protected it refuses, until that is taken off; without supply nobody answers behind', async () => {
    const { client, writeNumbers, number } = await dial()
    await client.writeSingleRegister(HOLDING.protection, 1)
    await expect(writeNumbers(HOLDING.dampingSeconds, 3)).rejects.toMatchObject({ response: { body: { code: 3 } } })
    await client.writeSingleRegister(HOLDING.protection, 0)
    await writeNumbers(HOLDING.dampingSeconds, 3)
    expect(await number('holding', HOLDING.dampingSeconds)).toBe(3)
    world.act({ act: 'supply', to: 'off' })
    await expect(number('input', INPUT.pv)).rejects.toMatchObject({ response: { body: { code: 11 } } })
  })
})

test.each([
  ['another protocol', [0, 1, 0, 7, 0, 6, 1, 3, 0, 0, 0, 1]],
  ['a frame of no length', [0, 1, 0, 0, 0, 0, 1]],
  ['a frame longer than any', [0, 1, 0, 0, 2, 0, 1, 3]],
])('%s is hung up on: nobody can tell where the next frame begins', async (_, bytes) => {
  const socket = connect(port(), '127.0.0.1')
  sockets.push(socket)
  await once(socket, 'connect')
  socket.write(Buffer.from(bytes))
  await once(socket, 'close')
})

test('a hundred thousand malformed frames crash nothing: it answers as before', async () => {
  const stream = randomStream(17)
  const byte = () => Math.floor(stream.uniform() * 256)
  /** Well framed rubbish mostly, so that it is looked at; rubbish without a frame now and then, at which it hangs up. */
  const frame = () => {
    const pdu = Buffer.from(Array.from({ length: 1 + Math.floor(stream.uniform() * 20) }, byte))
    if (stream.uniform() < 0.5) pdu[0] = [3, 4, 6, 16][Math.floor(stream.uniform() * 4)] ?? 3
    const header = Buffer.from([byte(), byte(), 0, 0, 0, pdu.length + 1, byte()])
    return Buffer.concat([header, pdu])
  }
  for (let batch = 0; batch < 100; batch++) {
    const socket = connect(port(), '127.0.0.1')
    socket.on('error', () => {})
    socket.on('data', () => {})
    await once(socket, 'connect')
    socket.write(Buffer.concat(Array.from({ length: 1000 }, frame)))
    socket.end(Buffer.from(Array.from({ length: 300 }, byte)))
    await once(socket, 'close')
  }
  const { number } = await dial()
  expect(Number.isNaN(await number('holding', HOLDING.dampingSeconds))).toBe(false)
}, 60_000)
