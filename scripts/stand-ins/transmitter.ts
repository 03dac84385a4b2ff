import type { Written } from '../../src/bench/rig/communicator'
import type { Rig } from '../../src/bench/rig/rigModel'
import { Refusal } from '../../src/core/refusal'
import {
  floatOf,
  ILLEGAL_ADDRESS,
  ILLEGAL_VALUE,
  ModbusException,
  NO_ANSWER_BEHIND,
  type Registers,
  wordsOf,
} from './modbus/frame'
import type { SharedWorld } from './world'

/** Places of the input registers: single-precision numbers, two words each, then whole words. */
export const INPUT = { pv: 0, ao: 2, percent: 4, celsius: 6, terminalVolts: 8, status: 10 } as const
const INPUT_WORDS = 11
/** Bits of the status word. */
export const STATUS = { fixedCurrent: 1, protected: 2, saturatedLow: 4, saturatedHigh: 8 } as const

/** Places of the holding registers. A command and its value are written together, in one request from `command` on. */
export const HOLDING = {
  ...{ lrv: 0, urv: 2, dampingSeconds: 4, fixedMilliamp: 6 },
  ...{ transfer: 8, protection: 9, command: 10, value: 12 },
} as const
const HOLDING_WORDS = 14
export const COMMANDS = {
  zeroTrim: 1,
  lowerSensorTrim: 2,
  upperSensorTrim: 3,
  lowerOutputTrim: 4,
  upperOutputTrim: 5,
} as const
const NO_NUMBER = Number.NaN

/** A digital transmitter as registers: what it reads, how it is set, its trims, its write protection. */
export function transmitterRegisters(world: SharedWorld, index = 0): Registers {
  return {
    read: (table, address, count) => {
      const { hasSupply } = world.rig(index)
      if (!hasSupply) throw new ModbusException(NO_ANSWER_BEHIND)
      const words = table === 'input' ? inputWords(world, index) : holdingWords(world, index)
      if (address + count > words.length) throw new ModbusException(ILLEGAL_ADDRESS)
      return words.slice(address, address + count)
    },
    write: (address, words) => {
      if (!world.rig(index).hasSupply) throw new ModbusException(NO_ANSWER_BEHIND)
      if (address + words.length > HOLDING_WORDS) throw new ModbusException(ILLEGAL_ADDRESS)
      const written = writtenBy(world.rig(index), address, words)
      try {
        world.actOn(index, ...written.map((each) => ({ act: 'write' as const, written: each })))
      } catch (error) {
        if (error instanceof Refusal) throw new ModbusException(ILLEGAL_VALUE)
        throw error
      }
    },
  }
}

function inputWords(world: SharedWorld, index: number): number[] {
  const { pv, ao, terminalVolts } = world.read(index)
  const rig = world.rig(index)
  const percent = rig.reading?.aoPercent ?? NO_NUMBER
  const { saturationLowMilliamp: low = 0, saturationHighMilliamp: high = 99 } = rig.model.output ?? {}
  const status =
    (rig.fixedMilliamp === null ? 0 : STATUS.fixedCurrent) |
    (rig.isProtected ? STATUS.protected : 0) |
    (ao !== null && ao <= low ? STATUS.saturatedLow : 0) |
    (ao !== null && ao >= high ? STATUS.saturatedHigh : 0)
  return [
    ...wordsOf(pv ?? NO_NUMBER),
    ...wordsOf(ao ?? NO_NUMBER),
    ...wordsOf(percent),
    ...wordsOf(rig.facts.kelvin - 273.15),
    ...wordsOf(terminalVolts ?? NO_NUMBER),
    status,
  ].slice(0, INPUT_WORDS)
}

function holdingWords(world: SharedWorld, index: number): number[] {
  const rig = world.rig(index)
  const { digital } = rig.model
  return [
    ...wordsOf(digital?.lrv ?? NO_NUMBER),
    ...wordsOf(digital?.urv ?? NO_NUMBER),
    ...wordsOf(digital?.dampingSeconds ?? NO_NUMBER),
    ...wordsOf(rig.fixedMilliamp ?? 0),
    digital?.transfer.kind === 'linear' ? 0 : 1,
    rig.isProtected ? 1 : 0,
    ...[0, 0, 0, 0],
  ]
}

/** What a request writes: whole values only, in the order of their places; a range by both its ends at once. */
function writtenBy({ model: { digital } }: Rig, address: number, words: readonly number[]): Written[] {
  const end = address + words.length
  const at = (place: number) => words[place - address] ?? 0
  const numberAt = (place: number): number | null => {
    if (end <= place || address >= place + 2) return null
    if (address > place || end < place + 2) throw new ModbusException(ILLEGAL_VALUE) // half a number
    const value = floatOf(at(place), at(place + 1))
    if (!Number.isFinite(value)) throw new ModbusException(ILLEGAL_VALUE)
    return value
  }
  const wordAt = (place: number): number | null => (address <= place && end > place ? at(place) : null)
  const [lrv, urv, seconds, fixed] = [HOLDING.lrv, HOLDING.urv, HOLDING.dampingSeconds, HOLDING.fixedMilliamp].map(
    numberAt,
  )
  const [transfer, protection, command] = [HOLDING.transfer, HOLDING.protection, HOLDING.command].map(wordAt)
  const found: Written[] = []
  // Off before anything that it would keep from being written, on after it.
  if (protection === 0) found.push({ what: 'protection', isOn: false })
  if (lrv != null || urv != null)
    found.push({ what: 'range', lrv: lrv ?? digital?.lrv ?? NO_NUMBER, urv: urv ?? digital?.urv ?? NO_NUMBER })
  if (seconds != null) found.push({ what: 'damping', seconds })
  if (fixed != null) found.push({ what: 'fixed-current', milliamp: fixed === 0 ? null : fixed })
  if (transfer != null) found.push({ what: 'transfer', transfer: transferOf(transfer) })
  if (command != null) found.push(...commanded(command, numberAt(HOLDING.value)))
  if (protection === 1) found.push({ what: 'protection', isOn: true })
  if (protection != null && protection > 1) throw new ModbusException(ILLEGAL_VALUE)
  if (found.length === 0) throw new ModbusException(ILLEGAL_VALUE)
  return found
}

const transferOf = (code: number): Extract<Written, { what: 'transfer' }>['transfer'] => {
  if (code === 0) return { kind: 'linear' }
  if (code === 1) return { kind: 'root-to-zero', cutOffPercent: 0 }
  throw new ModbusException(ILLEGAL_VALUE)
}

/** A command by its code; none is zero. */
function commanded(code: number, value: number | null): Written[] {
  if (code === COMMANDS.zeroTrim) return [{ what: 'zero-trim' }]
  if (code === 0) return []
  if (value === null) throw new ModbusException(ILLEGAL_VALUE)
  switch (code) {
    case COMMANDS.lowerSensorTrim:
      return [{ what: 'sensor-trim', end: 'lower', truth: value }]
    case COMMANDS.upperSensorTrim:
      return [{ what: 'sensor-trim', end: 'upper', truth: value }]
    case COMMANDS.lowerOutputTrim:
      return [{ what: 'output-trim', end: 'lower', measured: value }]
    case COMMANDS.upperOutputTrim:
      return [{ what: 'output-trim', end: 'upper', measured: value }]
    default:
      throw new ModbusException(ILLEGAL_VALUE)
  }
}
