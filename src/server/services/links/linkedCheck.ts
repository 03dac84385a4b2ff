import { formatFixed } from '@/core/format/formatNumber'
import { loopShown, MOST_PAIRED, pairingCurrents } from '@/core/links/pairing'
import { Refusal } from '@/core/refusal'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { RunView } from '@/schema/runView'
import type { LinkedMember } from '../../links/sessionDevices'
import { type HeldOutput, letGoOfOutputs } from './heldOutput'

/** The ends of a range agree within so much of its span: singles hold seven digits, registers of a plant four. */
const SAME_SHARE = 1e-4

/**
 * Reads how each instrument is set and compares that with the register. Ideal outputs go by the register: a device that is set
 * otherwise would be found wrong everywhere, or trimmed to be.
 *
 * @returns the longest damping that is set in them, s
 * @throws {Refusal} naming the instrument and what differs
 */
export async function asRegistered(
  runs: readonly RunView[],
  members: readonly LinkedMember[],
): Promise<{ readonly dampingSeconds: number }> {
  let dampingSeconds = 0
  for (const [index, { world }] of runs.entries()) {
    const transmitter = members[index]?.transmitter
    if (!transmitter) continue
    const { configuration, instrument } = world
    const set = await transmitter.settings()
    const { lrv, urv, unit, transfer } = configuration
    const near = Math.abs(urv - lrv) * SAME_SHARE
    if (Math.abs(set.lrv - lrv) > near || Math.abs(set.urv - urv) > near)
      throw new Refusal(
        'range',
        `${instrument.tag} is set to ${set.lrv} to ${set.urv} ${pressureUnitLabel(unit)}, and the register says ${lrv} to ${urv}`,
        'set the instrument, or correct the register and begin the run anew',
      )
    if (set.isLinear !== ((transfer?.kind ?? 'linear') === 'linear'))
      throw new Refusal(
        'transfer',
        `${instrument.tag} is set to ${set.isLinear ? 'linear' : 'a root'}, and the register says otherwise`,
        'set the instrument, or correct the register and begin the run anew',
      )
    dampingSeconds = Math.max(dampingSeconds, set.dampingSeconds)
  }
  return { dampingSeconds }
}

const LEAST_WAIT_S = 0.5

type Pairing = {
  readonly members: readonly LinkedMember[]
  /** Whether nothing else hangs at the manifold. */
  readonly isAlone: boolean
  readonly dampingSeconds: number
  readonly wait: (seconds: number) => Promise<void>
}

/**
 * Proves which instrument is on which channel: each output is held at a current of its own and read by its meter, then let go
 * of, whatever comes. Only instruments that speak and have a meter can be proven.
 *
 * @throws {Refusal} naming the two that are crossed, or the one that could not be proven beside others
 */
export async function refuseCrossed(
  runs: readonly RunView[],
  { members, isAlone, dampingSeconds, wait }: Pairing,
): Promise<void> {
  const loops = members.flatMap(({ meter, transmitter, tag }, index) => {
    const isCurrent = runs[index]?.world.configuration.signal === '4-20mA'
    return meter && transmitter && isCurrent ? [{ tag, meter, transmitter }] : []
  })
  if (loops.length > MOST_PAIRED)
    throw new Refusal('members', `more than ${MOST_PAIRED} loops cannot be told apart at once`, 'take fewer at a time')
  const currents = pairingCurrents(loops.length)
  const paired = currents.flatMap((current, place) => {
    const loop = loops[place]
    return loop ? [{ ...loop, current }] : []
  })
  const held = new Set<HeldOutput>()
  try {
    for (const each of paired) await hold(each, { current: each.current, isAlone, held })
    await wait(Math.max(LEAST_WAIT_S, dampingSeconds))
    for (const [place, each] of paired.entries()) {
      if (!held.has(each)) continue
      const read = await each.meter.milliamp()
      const shown = loopShown(read, currents)
      if (shown === place) continue
      const other = shown === null ? undefined : paired[shown]
      throw new Refusal(
        'members',
        `${each.tag} holds ${formatFixed(each.current, 3)} mA and its meter reads ${formatFixed(read, 3)} mA${other ? `: that is the loop of ${other.tag}` : ''}`,
        'look at which channel is on which loop',
      )
    }
  } finally {
    await letGoOfOutputs([...held])
  }
}

/**
 * Holds an output. One that refuses is none of those held; one that did not answer may have taken it, and is.
 *
 * @throws {Refusal} where it refuses beside others; alone there is no other loop it could be taken for
 */
async function hold(
  output: HeldOutput,
  { current, isAlone, held }: { readonly current: number; readonly isAlone: boolean; readonly held: Set<HeldOutput> },
): Promise<void> {
  held.add(output)
  try {
    await output.transmitter.fixCurrent(current)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    held.delete(output)
    if (isAlone) return
    throw new Refusal(
      'members',
      `${output.tag} does not let its output be held, so nobody knows which channel it is on`,
      'take off its write protection, or take it by itself',
    )
  }
}
