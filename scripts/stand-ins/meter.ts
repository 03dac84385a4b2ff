import { answered, type Command, ILLEGAL_VALUE, nothingIn, numberOf, ScpiDevice, switchOf } from './scpi/device'
import type { SharedWorld } from './world'

/** Ranges of current in A, and of voltage in V. */
const CURRENT_RANGES = [0.001, 0.01, 0.03, 0.1] as const
const VOLT_RANGES = [0.1, 1, 10, 50] as const
/** Over range, as SCPI-99 writes it. */
const OVER = 9.9e37
const MAINS_HZ = 50
const LONGEST_INTEGRATION_CYCLES = 100

/**
 * A meter in the loop, speaking SCPI: current and volts at the terminals, ranges, integration, over range. SI units. It has a
 * channel for each loop of the world, named as a channel list: `MEAS:CURR? (@2)`; the first where none is.
 */
export function meterDevice(world: SharedWorld): ScpiDevice {
  let configured: 'current' | 'volts' = 'current'
  let current = { range: 0.03, isAuto: true }
  let volts = { range: 50, isAuto: true }
  let cycles = 10

  const within = (value: number, { range, isAuto }: typeof current, ranges: readonly number[]) => {
    const top = isAuto ? (ranges.find((each) => Math.abs(value) <= each * 1.2) ?? range) : range
    return Math.abs(value) > top * 1.2 ? Math.sign(value) * OVER : value
  }
  const readCurrent = (loop: number) => within((world.read(loop).milliamp ?? 0) / 1000, current, CURRENT_RANGES)
  const readVolts = (loop: number) => within(world.read(loop).terminalVolts ?? 0, volts, VOLT_RANGES)
  const reset = () => {
    configured = 'current'
    current = { range: 0.03, isAuto: true }
    volts = { range: 50, isAuto: true }
    cycles = 10
  }
  const rangeFor = (args: readonly string[], ranges: readonly number[]) => {
    const most = ranges.at(-1) ?? 0
    const wanted = numberOf(args, [0, most])
    return ranges.find((each) => wanted <= each) ?? most
  }
  const read = (args: readonly string[]) => {
    const loop = channelOf(args, world.count) - 1
    return answered(configured === 'current' ? readCurrent(loop) : readVolts(loop))
  }

  const measured = (what: typeof configured) => (args: readonly string[]) => {
    configured = what
    return read(args)
  }

  const commands: readonly Command[] = [
    { header: 'MEASure[:SCALar]:CURRent[:DC]', asksOf: true, ask: measured('current') },
    { header: 'MEASure[:SCALar]:VOLTage[:DC]', asksOf: true, ask: measured('volts') },
    { header: 'READ', asksOf: true, ask: read },
    {
      header: 'CONFigure[:SCALar]:CURRent[:DC]',
      tell: (args) => {
        nothingIn(args)
        configured = 'current'
      },
    },
    {
      header: 'CONFigure[:SCALar]:VOLTage[:DC]',
      tell: (args) => {
        nothingIn(args)
        configured = 'volts'
      },
    },
    {
      header: '[SENSe]:CURRent[:DC]:RANGe[:UPPer]',
      ask: () => answered(current.range),
      tell: (args) => {
        current = { range: rangeFor(args, CURRENT_RANGES), isAuto: false }
      },
    },
    {
      header: '[SENSe]:CURRent[:DC]:RANGe:AUTO',
      ask: () => (current.isAuto ? '1' : '0'),
      tell: (args) => {
        current = { ...current, isAuto: switchOf(args) }
      },
    },
    {
      header: '[SENSe]:VOLTage[:DC]:RANGe[:UPPer]',
      ask: () => answered(volts.range),
      tell: (args) => {
        volts = { range: rangeFor(args, VOLT_RANGES), isAuto: false }
      },
    },
    {
      header: '[SENSe]:CURRent[:DC]:NPLCycles',
      ask: () => answered(cycles),
      tell: (args) => {
        cycles = numberOf(args, [0.02, LONGEST_INTEGRATION_CYCLES])
      },
    },
    { header: '[SENSe]:CURRent[:DC]:APERture', ask: () => answered(cycles / MAINS_HZ) },
  ]
  return new ScpiDevice('Barys,Simulated loop meter,0,1', commands, reset)
}

/** The one channel of a list; the first where none is named. SCPI-99, volume 1, 8.3.2 (from memory). */
function channelOf(args: readonly string[], count: number): number {
  if (args.length === 0) return 1
  const [, text = ''] = /^\(@(\d{1,3})\)$/.exec(args.join(',')) ?? []
  const channel = Number(text)
  if (text === '' || channel < 1 || channel > count) throw ILLEGAL_VALUE()
  return channel
}
