import { convertPressure, type PressureUnit } from '../../src/core/units/pressureUnit'
import { answered, type Command, numberOf, ScpiDevice, SETTINGS_CONFLICT, switchOf, wordOf } from './scpi/device'
import type { SharedWorld } from './world'

/** Units as a source is told them. */
const UNITS = { PA: 'Pa', KPA: 'kPa', MPA: 'MPa', BAR: 'bar', MBAR: 'mbar', PSI: 'psi' } as const satisfies Record<
  string,
  PressureUnit
>
type UnitName = keyof typeof UNITS
const UNIT_NAMES = Object.keys(UNITS) as UnitName[] // keys of a const object

/** Further than any set point in its unit. */
const FARTHEST_PA = 5e7
/** Stable: within so much of the set point, of it and of its range together, for so long. */
const STABLE_PA = 20
const STABLE_SECONDS = 4

const LONGEST_WATCH_S = 3600
const WATCH_MS = 250

/**
 * A pressure source with its reference, speaking SCPI: set point, slew, output, vent, leak test, units, and a watch: spoken to
 * by nobody for so long it vents by itself. Gauge pressures; absolute where the rig’s instrument is.
 */
export function sourceDevice(world: SharedWorld): ScpiDevice {
  let unit: UnitName = 'KPA'
  let setPoint = 0
  let mode: 'CONTrol' | 'MEASure' | 'VENT' = 'VENT'
  let within: number | null = null
  let leak: { readonly at: number; readonly pressure: number; readonly seconds: number } | null = null

  const own = () => world.rig().facts.unit
  const toOwn = (value: number) => convertPressure(value, UNITS[unit], own())
  const fromOwn = (value: number) => convertPressure(value, own(), UNITS[unit])
  const reach = (): [number, number] => {
    const most = convertPressure(FARTHEST_PA, 'Pa', UNITS[unit])
    return [-most, most]
  }
  const pressure = () => fromOwn(world.read().reference)
  const isNear = () => Math.abs(convertPressure(pressure() - setPoint, UNITS[unit], 'Pa')) <= STABLE_PA
  const isStable = () => {
    const { seconds } = world.rig()
    within = isNear() ? (within ?? seconds) : null
    return mode === 'CONTrol' && within !== null && seconds - within >= STABLE_SECONDS
  }
  const go = (next: typeof mode) => {
    mode = next
    within = null
    if (next === 'VENT') world.act({ act: 'source', to: null }, { act: 'pump', to: 'vented' })
    else world.act({ act: 'pump', to: 'at-work' }, { act: 'source', to: next === 'CONTrol' ? toOwn(setPoint) : null })
  }
  // By the clock and not by the world: it is a person or a server that has gone.
  let watch = { seconds: 0, heardAt: 0 }
  const watching = setInterval(() => {
    if (watch.seconds === 0 || performance.now() - watch.heardAt < watch.seconds * 1000) return
    watch = { ...watch, seconds: 0 }
    go('VENT')
  }, WATCH_MS)
  watching.unref()
  const reset = () => {
    watch = { seconds: 0, heardAt: 0 }
    unit = 'KPA'
    setPoint = 0
    leak = null
    go('VENT')
  }

  const commands: readonly Command[] = [
    {
      header: 'SOURce:PRESsure[:LEVel][:IMMediate][:AMPLitude]',
      ask: () => answered(setPoint),
      tell: (args) => {
        setPoint = numberOf(args, reach())
        if (mode === 'CONTrol') go('CONTrol')
      },
    },
    {
      header: 'SOURce:PRESsure:SLEW',
      ask: () => answered(convertPressure(world.rig().facts.slewPaPerS, 'Pa', UNITS[unit])),
      tell: (args) => {
        const slewPaPerS = convertPressure(numberOf(args, [1e-6, reach()[1]]), UNITS[unit], 'Pa')
        world.change((rig) => ({ ...rig, facts: { ...rig.facts, slewPaPerS } }))
      },
    },
    { header: 'SOURce:PRESsure:STABle', ask: () => (isStable() ? '1' : '0') },
    {
      header: 'OUTPut[:STATe]',
      ask: () => (mode === 'CONTrol' ? '1' : '0'),
      tell: (args) => go(switchOf(args) ? 'CONTrol' : 'MEASure'),
    },
    {
      header: 'OUTPut:MODE',
      ask: () => mode.replaceAll(/[a-z]/g, ''),
      tell: (args) => go(wordOf(args, ['CONTrol', 'MEASure', 'VENT'])),
    },
    { header: 'MEASure[:SCALar]:PRESsure', ask: () => answered(pressure()) },
    {
      header: 'UNIT:PRESsure',
      ask: () => unit,
      tell: (args) => {
        const next = wordOf(args, UNIT_NAMES)
        setPoint = convertPressure(setPoint, UNITS[unit], UNITS[next])
        unit = next
      },
    },
    {
      header: 'SYSTem:COMMunicate:WATCh',
      ask: () => answered(watch.seconds),
      tell: (args) => {
        watch = { seconds: numberOf(args, [0, LONGEST_WATCH_S]), heardAt: performance.now() }
      },
    },
    {
      header: 'TEST:LEAK:STARt',
      tell: (args) => {
        const seconds = numberOf(args, [1, 3600])
        if (mode === 'VENT') throw SETTINGS_CONFLICT()
        go('MEASure')
        leak = { at: world.rig().seconds, pressure: world.read().reference, seconds }
      },
    },
    {
      // What it lost a second; not a number while the time is not over, and none was begun.
      header: 'TEST:LEAK:RESult',
      ask: () => {
        if (!leak) throw SETTINGS_CONFLICT()
        const { at, pressure: began, seconds } = leak
        const { seconds: now } = world.rig()
        return answered(now - at < seconds ? Number.NaN : fromOwn(began - world.read().reference) / (now - at))
      },
    },
  ]
  const heard = ({ ask, tell, ...command }: Command): Command => ({
    ...command,
    ...(ask && {
      ask: (args) => {
        watch = { ...watch, heardAt: performance.now() }
        return ask(args)
      },
    }),
    ...(tell && {
      tell: (args) => {
        watch = { ...watch, heardAt: performance.now() }
        tell(args)
      },
    }),
  })
  world.act({ act: 'hose', to: 'on' })
  return new ScpiDevice('Barys,Simulated pressure source,0,1', commands.map(heard), reset)
}
