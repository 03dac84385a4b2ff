import { createServer, type Server } from 'node:net'
import { afterEach, beforeEach, expect, test } from 'vitest'
import { BENCH_SET_UPS } from '@/bench/rig/benchSetUps'
import { rigOf } from '@/bench/rig/rigModel'
import { floatOf, type Registers, wordsOf } from '../../../scripts/stand-ins/modbus/frame'
import { serveRegisters } from '../../../scripts/stand-ins/modbus/server'
import { transmitterRegisters } from '../../../scripts/stand-ins/transmitter'
import { SharedWorld } from '../../../scripts/stand-ins/world'
import { LinkLost } from './lineLink'
import { TransmitterLink } from './transmitterLink'

let clock = 0
let world: SharedWorld
let servers: Server[] = []
let links: TransmitterLink[] = []
beforeEach(() => {
  clock = 0
  const { facts, model } = BENCH_SET_UPS.bench
  const off = { ...model, noisePercent: 0, sensor: { ...model.sensor, offset: 0.024, gain: 1.003 } }
  world = new SharedWorld(rigOf(facts, off), { seed: 8, speed: 1, now: () => clock })
  world.act({ act: 'hose', to: 'on' }, { act: 'pump', to: 'at-work' })
})
afterEach(() => {
  for (const link of links) link.close()
  for (const server of servers) server.close()
  servers = []
  links = []
})
async function linkTo(registers: Registers) {
  const server = await serveRegisters(registers, 0)
  servers.push(server)
  const address = server.address()
  if (typeof address !== 'object' || !address) throw new Error('it does not listen')
  const link = new TransmitterLink({ host: '127.0.0.1', port: address.port })
  links.push(link)
  return link
}
const at = (bar: number) => {
  world.act({ act: 'source', to: bar })
  clock += 60
  world.read()
}

test('zero and upper sensor trim through the link bring PV to the reference', async () => {
  const link = await linkTo(transmitterRegisters(world))
  at(0)
  expect(await link.pv()).toBeCloseTo(0.024, 4)
  await link.trim('zero-trim')
  at(6)
  await link.trim('upper-sensor', 6)
  for (const bar of [0, 3, 6]) {
    at(bar)
    expect(await link.pv()).toBeCloseTo(bar, 4)
  }
})

test('a range and a damping are read back; a current is held and let go', async () => {
  const link = await linkTo(transmitterRegisters(world))
  await link.setRange({ lrv: 1, urv: 5 })
  expect(await link.range()).toEqual({ lrv: 1, urv: 5 })
  await link.setDamping(1.2)
  expect(world.rig().model.digital?.dampingSeconds).toBeCloseTo(1.2, 6)
  await link.fixCurrent(12)
  clock += 1
  expect(await link.ao()).toBe(12)
  await link.fixCurrent(null)
  expect(world.rig().fixedMilliamp).toBeNull()
})

test('what it refuses is told in words and changes nothing', async () => {
  const link = await linkTo(transmitterRegisters(world))
  at(3)
  const before = world.rig().model
  await expect(link.trim('zero-trim')).rejects.toThrow('refuses that value')
  await expect(link.setRange({ lrv: 0, urv: 900 })).rejects.toThrow('refuses that value')
  expect(world.rig().model).toBe(before)
  world.act({ act: 'supply', to: 'off' })
  await expect(link.pv()).rejects.toThrow('does not answer behind its gateway')
})

test('one that keeps another thing than was written is put back as it was', async () => {
  const words = [...wordsOf(0), ...wordsOf(6), ...wordsOf(0.4), ...Array(8).fill(0)] as number[]
  const link = await linkTo({
    read: (_, address, count) => words.slice(address, address + count),
    // It cuts off what it cannot keep: 4.5 becomes 4.
    write: (address, given) => {
      for (let index = 0; index < given.length; index += 2) {
        const value = floatOf(given[index] ?? 0, given[index + 1] ?? 0)
        words.splice(address + index, 2, ...wordsOf(Math.trunc(value)))
      }
    },
  })
  await expect(link.setRange({ lrv: 0, urv: 4.5 })).rejects.toThrow('reads back 0 … 4')
  expect(await link.range()).toEqual({ lrv: 0, urv: 6 })
})

test('nobody there, or nobody who speaks: lost, in words; there again, it answers', async () => {
  const nobody = new TransmitterLink({ host: '127.0.0.1', port: 1 })
  await expect(nobody.pv()).rejects.toThrow(LinkLost)
  const rude = createServer((socket) => socket.destroy())
  servers.push(rude)
  await new Promise<void>((resolve) => rude.listen(0, '127.0.0.1', resolve))
  const address = rude.address()
  const port = typeof address === 'object' && address ? address.port : 0
  const link = new TransmitterLink({ host: '127.0.0.1', port })
  links.push(link)
  await expect(link.pv()).rejects.toThrow(LinkLost)
  await new Promise((resolve) => rude.close(resolve))
  servers = [await serveRegisters(transmitterRegisters(world), port)]
  at(3)
  expect(await link.pv()).toBeCloseTo(3 * 1.003 + 0.024, 4)
})
