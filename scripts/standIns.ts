import { parseArgs } from 'node:util'
import type { Cause } from '../src/core/diagnosis/cause'
import { runConductor, StepFailure, say } from './setup/steps'
import { STAND_INS, type StandIn, startStandIns } from './stand-ins/start'

const HELP = `npm run stand-ins -- [options]
Small programs that speak open protocols in the place of real devices, on loopback; they share one simulated bench.
  --only NAMES   source, meter, transmitter; all of them where left out
  --source N, --meter N, --transmitter N   ports; free ones where left out
  --instruments N  so many at the one manifold, a channel of the meter and a transmitter each (1)
  --fault CAUSE  what is wrong with the first, e.g. zero-shift; --size P how much, % of span (1)
  --seed N       the same seed gives the same readings (1)
  --speed N      so many times as fast as the clock (1)
  --help         this text`

await runConductor(async () => {
  const { values } = parseArgs({
    options: {
      only: { type: 'string' },
      ...{ source: { type: 'string' }, meter: { type: 'string' }, transmitter: { type: 'string' } },
      ...{ fault: { type: 'string' }, size: { type: 'string' }, seed: { type: 'string' }, speed: { type: 'string' } },
      ...{ instruments: { type: 'string' }, help: { type: 'boolean' } },
    },
  })
  if (values.help) return console.log(HELP)
  const { fault } = values
  const ports = Object.fromEntries(
    STAND_INS.flatMap((name) =>
      values[name] === undefined ? [] : [[name, numberIn(name, values[name], [1, 65_535])]],
    ),
  )
  const standIns = await startStandIns({
    only: namesIn(values.only),
    ports,
    seed: numberIn('seed', values.seed, [0, 2 ** 32 - 1], 1),
    speed: numberIn('speed', values.speed, [0.1, 1000], 1),
    instruments: Array.from({ length: numberIn('instruments', values.instruments, [1, 8], 1) }, (_, index) =>
      index === 0 && fault !== undefined
        ? { cause: fault as Cause, size: numberIn('size', values.size, [0, 50], 1) } // asked for by name
        : null,
    ),
  })
  for (const [name, port] of Object.entries(standIns.ports)) say(name, `127.0.0.1:${port}`)
  for (const port of standIns.transmitters) say('transmitter', `127.0.0.1:${port}`)
  console.log('Ctrl-C ends them.')
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => void standIns.stop().finally(() => process.exit(0)))
})

function namesIn(text: string | undefined): readonly StandIn[] {
  if (text === undefined) return STAND_INS
  return text.split(',').map((name) => {
    const found = STAND_INS.find((each) => each === name.trim())
    if (!found) throw new StepFailure('only', `there is no ${name}`, `Choose from ${STAND_INS.join(', ')}.`)
    return found
  })
}

function numberIn(
  name: string,
  text: string | undefined,
  [low, high]: readonly [number, number],
  usual?: number,
): number {
  if (text === undefined && usual !== undefined) return usual
  const value = Number(text)
  if (text !== undefined && text.trim() !== '' && value >= low && value <= high) return value
  throw new StepFailure(name, `“${text}” is no number from ${low} to ${high}`, 'Give one.')
}
