import { Refusal } from '@/core/refusal'
import { appliedInput } from '@/core/run/judge/appliedInput'
import { settleSecondsOf } from '@/core/setUp/damping'
import { CURRENT_SPAN_MA } from '@/core/signal/currentLoop'
import type { LinkedTrim } from '@/schema/links'
import { NewAdjustment } from '@/schema/run'
import type { World } from '@/schema/world'
import type { SourceLink } from '../../links/devices'
import type { LinkedMember } from '../../links/sessionDevices'
import type { TransmitterLink } from '../../links/transmitterLink'
import type { Actor } from '../actor'
import { checkAdjustment, recordAdjustment } from '../run/adjust'
import { letGoOfOutputs } from './heldOutput'
import { decimalText, linkedDigits } from './linkedDigits'

/** Currents an output is trimmed at, mA. */
const OUTPUT_ENDS = [
  ['lower-output', 4],
  ['upper-output', 20],
] as const
/** A trim that was taken reads back within that of the span, or nearer than before. Ours, no source. */
const READ_BACK = 0.001
const LEAST_WAIT_S = 1

type Trimming = {
  readonly trim: LinkedTrim
  readonly adjustmentId: string
  readonly member: LinkedMember
  readonly source: SourceLink
  readonly world: World
  readonly actor: Actor
  readonly wait: (seconds: number) => Promise<void>
}

/**
 * Trims an instrument over its link, as the run is at Adjust: asked first whether it may be done at what stands there, then
 * written, read back, and recorded with what was read before and after. What reads back wrong is put back as it was.
 *
 * @returns what was done, in words
 * @throws {Refusal} where it may not be done, is refused by the instrument, or read back wrong
 * @throws {LinkLost} where a device does not answer
 */
export async function linkedTrim(trimming: Trimming): Promise<string> {
  const { trim, adjustmentId, member, actor } = trimming
  const { transmitter } = member
  if (!transmitter) throw new Refusal('trim', `${member.tag} has no link of its own`, 'trim it by the communicator')
  if (trim === 'output-trim') return outputTrimmed(trimming, transmitter)
  const read = () => readOf(trimming, transmitter)
  const before = await read()
  const done = (after: Awaited<ReturnType<typeof readOf>>, words: string) =>
    NewAdjustment.parse({
      ...{ id: adjustmentId, kind: trim, words, applied: before.applied },
      ...{ beforeOutput: before.output, afterOutput: after.output, beforePv: before.pv, afterPv: after.pv },
    })
  await checkAdjustment(member.runId, done(before, 'over the link'))
  await trimSensor(trimming, transmitter, before)
  // The figures stand beside it, as with every act.
  await recordAdjustment(member.runId, done(await read(), 'over the link, read back'), actor)
  return 'over the link, read back'
}

/** Figures as they go into an act: with the digits that a device of that kind shows. */
async function readOf({ source, member, world }: Trimming, transmitter: TransmitterLink) {
  const digits = linkedDigits(world)
  const applied = await source.pressure()
  const output = member.meter ? await member.meter.milliamp() : null
  const pv = await transmitter.pv()
  return {
    applied: decimalText(applied, digits.applied),
    output: output === null ? null : decimalText(output, digits.output),
    pv: decimalText(pv, digits.pv),
    appliedInRange: appliedInput(applied, world),
    pvInRange: pv,
  }
}

type Before = Awaited<ReturnType<typeof readOf>>

async function trimSensor(trimming: Trimming, transmitter: TransmitterLink, before: Before): Promise<void> {
  const { trim, world } = trimming
  const end = trim === 'upper-sensor-trim' ? 'upper-sensor' : 'lower-sensor'
  const truth = trim === 'zero-trim' ? 0 : before.appliedInRange
  await transmitter.trim(trim === 'zero-trim' ? 'zero-trim' : end, truth)
  try {
    await settled(trimming)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    throw new Refusal(
      'trim',
      `it was written and not read back: ${error.reason}`,
      'read PV, and record the trim by hand',
    )
  }
  const now = await transmitter.pv()
  const { lrv, urv } = world.configuration
  const allowed = Math.max(Math.abs(before.pvInRange - truth), Math.abs(urv - lrv) * READ_BACK)
  if (Math.abs(now - truth) <= allowed) return
  // Where it reads now is to read again what it read before.
  await transmitter.trim(end, before.pvInRange)
  throw new Refusal(
    'trim',
    `PV reads back ${decimalText(now, linkedDigits(world).pv)}, further off than before`,
    'it was put back as it was',
  )
}

/**
 * Trims an output at both its ends with the current held, by what the meter shows; whatever pressure stands. The act has the
 * figures of the end that was further off. Let go of, whatever comes.
 */
async function outputTrimmed(trimming: Trimming, transmitter: TransmitterLink): Promise<string> {
  const { adjustmentId, member, world, actor } = trimming
  const { meter } = member
  if (!meter) throw new Refusal('trim', 'no meter is linked', 'link it, or trim by the communicator')
  const { output: digits } = linkedDigits(world)
  const heldAt = async (milliamp: number) => {
    await transmitter.fixCurrent(milliamp)
    await settled(trimming)
    return meter.milliamp()
  }
  try {
    const before: Record<OutputEnd, number> = { 4: await heldAt(4), 20: await heldAt(20) }
    const end = Math.abs(before[4] - 4) > Math.abs(before[20] - 20) ? 4 : 20
    const done = (after: number, words: string) =>
      NewAdjustment.parse({
        ...{ id: adjustmentId, kind: 'output-trim', words, applied: null, beforePv: null, afterPv: null },
        ...{ beforeOutput: decimalText(before[end], digits), afterOutput: decimalText(after, digits) },
      })
    await checkAdjustment(member.runId, done(before[end], 'over the link'))
    const after = { ...before }
    for (const [command, milliamp] of OUTPUT_ENDS) {
      await transmitter.trim(command, await heldAt(milliamp))
      await settled(trimming)
      after[milliamp] = await meter.milliamp()
      if (Math.abs(after[milliamp] - milliamp) > READ_BACK * CURRENT_SPAN_MA)
        throw new Refusal(
          'trim',
          `at ${milliamp} mA the meter reads ${decimalText(after[milliamp], digits)} after it`,
          'its output was changed and nothing is recorded: look at the loop, then trim it anew',
        )
    }
    const words = 'over the link, at 4 and 20 mA, read back'
    await recordAdjustment(member.runId, done(after[end], words), actor)
    return words
  } finally {
    await letGoOfOutputs([{ tag: member.tag, transmitter }])
    await settled(trimming)
  }
}
type OutputEnd = (typeof OUTPUT_ENDS)[number][1]

const settled = ({ wait, world }: Trimming) => wait(Math.max(LEAST_WAIT_S, settleSecondsOf(world)))
