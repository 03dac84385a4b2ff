import { setTimeout as delay } from 'node:timers/promises'
import { Refusal } from '@/core/refusal'
import { worldAt } from '@/core/run/plan/worldAt'
import { automaticPlan, outstanding } from '@/plans/automaticOf'
import { referencesOf } from '@/plans/referencesOf'
import type { Device, LinkAnswer, Linkable, LinkOrder, NewLink } from '@/schema/links'
import type { RunView } from '@/schema/runView'
import { pool, type Transaction, transaction } from '../../database'
import { environment } from '../../environment'
import { allowedNetworks, deviceAddress, placeOf } from '../../links/address'
import { SourceLink } from '../../links/devices'
import type { LinkLine } from '../../links/lineLink'
import { Conflict } from '../../refusals'
import { selectDevice, selectDevicesFor } from '../../sql/links/device'
import { insertLines, type NewLinkLine } from '../../sql/links/linkLine'
import { answerOrder, insertOrder, selectAnswer } from '../../sql/links/linkOrder'
import {
  type ClaimedAddress,
  insertAddressClaims,
  insertClaims,
  insertSession,
  type LinkSession,
  oweVent,
  selectSession,
  selectSessionOfRun,
} from '../../sql/links/linkSession'
import { insertEvent } from '../../sql/proof/event'
import { selectOpenRunsWith } from '../../sql/run/run'
import type { Actor } from '../actor'
import { takeOpenRun } from '../run/openRun'
import { refuseForeignId } from '../run/repeated'
import { ventedWords } from './linkWork'
import { lookForSessions } from './linkWorker'

/** The devices that a run could be read by; null where there are none. */
export async function linkableOf(run: RunView): Promise<Linkable | null> {
  const own = await devicesOf(run)
  if (own.sources.length === 0) return null
  const others = await Promise.all(
    (await selectOpenRunsWith(pool(), { code: run.world.inputReference.code, except: run.id })).map(async (other) => {
      const { meters, transmitter } = await devicesOf(other)
      return { runId: other.id, tag: other.world.instrument.tag, meters, transmitter }
    }),
  )
  return { ...own, typedOnly: typedOnly(run), others: others.filter(({ meters }) => meters.length > 0) }
}

/** Which references can be driven or read over a network, each with the name of its device. */
export async function linkedReferences(
  codes: readonly string[],
  instrumentId: string,
): Promise<Record<string, string>> {
  const devices = await selectDevicesFor(pool(), { codes, instrumentId })
  return Object.fromEntries(
    devices.filter(({ kind }) => kind !== 'transmitter').map(({ serves, name }) => [serves, name]),
  )
}

async function devicesOf({ id, world: begun }: Pick<RunView, 'id' | 'world'>) {
  const world = worldAt(begun, [])
  const codes = referencesOf(world).map(({ code }) => code)
  const devices = await selectDevicesFor(pool(), { codes, instrumentId: world.instrument.id })
  const isInput = ({ serves }: Device) => inputCodes(world).includes(serves)
  return {
    id,
    sources: devices.filter((each) => each.kind === 'source' && isInput(each)),
    meters: devices.filter(({ kind, serves }) => kind === 'meter' && serves === world.outputReference?.code),
    transmitter: devices.find(({ kind }) => kind === 'transmitter') ?? null,
  }
}

const inputCodes = ({ inputReference, furtherReferences = [] }: RunView['world']) =>
  [inputReference, ...furtherReferences].map(({ code }) => code)

function typedOnly(run: RunView): string | null {
  if (outstanding(run).length === 0) return null
  try {
    automaticPlan(run, { settle: 'time', seconds: 1, readings: 1, unattendedMinutes: 0 })
    return null
  } catch (error) {
    if (error instanceof Refusal) return error.reason
    throw error
  }
}

/**
 * Takes devices for one run, or for several at one manifold. One owner at a time.
 *
 * @throws {Conflict} where somebody else has one of them
 * @throws {Refusal} for a device that is not what the run is read by
 */
export async function beginLink(link: NewLink, { person, now }: Actor): Promise<LinkSession> {
  const session = await transaction(async (db) => {
    const known = await selectSession(db, link.id)
    if (known) return known
    await refuseOtherDevices(db, link)
    refuseForeignId(await insertSession(db, { ...link, at: now, personId: person.id }))
    const wanted = [link.sourceId, ...link.members.flatMap(claimedBy)]
    const [missing] = await insertClaims(db, link.id, wanted)
    if (missing !== undefined) throw await inOtherHands(db, missing)
    await claimPlaces(db, link)
    for (const { runId } of link.members)
      await insertEvent(db, {
        at: now,
        personId: person.id,
        kind: 'devices linked',
        subjectId: runId,
        detail: { sessionId: link.id },
      })
    const begun = await selectSession(db, link.id)
    if (!begun) throw new Error('a session that was just stored') // cannot be
    return begun
  })
  await lookForSessions()
  return session
}

const claimedBy = ({ runId, meterId, transmitterId }: NewLink['members'][number]) =>
  [runId, meterId, transmitterId].filter((id) => id !== null)

/** Where each device answers is taken too: entered twice it is one device all the same. */
async function claimPlaces(db: Transaction, { id, sourceId, members }: NewLink): Promise<void> {
  const allowed = allowedNetworks(environment().BARYS_NETWORKS)
  const places = new Map<string, ClaimedAddress & { readonly name: string }>()
  for (const deviceId of [sourceId, ...members.flatMap((member) => [member.meterId, member.transmitterId])]) {
    const device = deviceId === null ? null : await selectDevice(db, deviceId)
    if (!device) continue
    const address = placeOf(deviceAddress(device.address, allowed))
    const place = { address, channel: device.channel ?? 0, name: device.name }
    const key = `${place.address} ${place.channel}`
    const other = places.get(key)
    if (other)
      throw new Refusal(
        'members',
        `${device.name} is chosen for two things at once${other.name === device.name ? '' : `: it is ${other.name} too`}`,
        'give each instrument a channel of its own',
      )
    places.set(key, place)
  }
  const taken = await insertAddressClaims(db, id, [...places.values()])
  if (!taken) return
  const name = [...places.values()].find(
    ({ address, channel }) => address === taken.address && channel === taken.channel,
  )
  throw new Conflict(
    'members',
    `where ${name?.name ?? 'it'} answers, another run has a device in hand`,
    'let go of it there first; a device that is entered twice is one device',
  )
}

async function inOtherHands(db: Transaction, id: string): Promise<Conflict> {
  const device = await selectDevice(db, id)
  if (!device) return new Conflict('members', 'one of these runs is linked already', 'let go of its devices first')
  return new Conflict(
    'members',
    `${device.name} is in use${device.inUseBy ? ` by the run of ${device.inUseBy}` : ''}`,
    'let go of it there first',
  )
}

async function refuseOtherDevices(db: Transaction, { sourceId, members }: NewLink): Promise<void> {
  const source = await selectDevice(db, sourceId)
  for (const { runId, meterId, transmitterId } of members) {
    const { run } = await takeOpenRun(db, runId)
    const world = worldAt(run.world, run.exchanges ?? [])
    const { tag } = world.instrument
    if (run.world.amends) throw new Refusal('members', 'an amendment corrects what was recorded', 'type it')
    if (source?.kind !== 'source' || source.isRetired || !inputCodes(world).includes(source.serves))
      throw new Refusal('sourceId', `that is no reference the run of ${tag} is read by`, 'choose one that is')
    if (meterId !== null) {
      const meter = await selectDevice(db, meterId)
      if (meter?.kind !== 'meter' || meter.isRetired || meter.serves !== world.outputReference?.code)
        throw new Refusal('members', `that meter is not what the run of ${tag} is read by`, 'choose one that is')
    }
    if (transmitterId !== null) {
      const transmitter = await selectDevice(db, transmitterId)
      if (transmitter?.instrumentId !== world.instrument.id || transmitter.isRetired)
        throw new Refusal('members', `that is not ${tag}`, 'choose the instrument of the run')
    }
  }
}

/** As long as an answer is waited for. Whoever asks for longer things sees them come about on the screen. */
const ANSWER_MS = 12_000
/** A trim waits for the damping of its instrument at each step. */
const TRIM_MS = 180_000
const LOOK_MS = 100
/** A vent waits for nobody: after so long it is told by whoever was asked. */
const VENT_MS = 1500

/**
 * Passes on what a person wants of the devices of a run, and answers with what came of it.
 *
 * @throws {Refusal} where no device is linked to the run
 */
export async function orderLink(
  runId: string,
  { id, act }: LinkOrder,
  { person }: Pick<Actor, 'person'>,
): Promise<LinkAnswer> {
  const session = await selectSessionOfRun(pool(), runId)
  if (!session) throw new Refusal('run', 'no device is linked to it', 'link them first, or work at the device itself')
  await transaction(async (db) => {
    await insertOrder(db, { id, sessionId: session.id, runId, act, personId: person.id })
    // Owed from here on, whoever works the session and whether or not the source is heard.
    if (act.kind === 'vent') await oweVent(db, session.id)
  })
  const answer = await answered(id, act.kind === 'vent' ? VENT_MS : act.kind === 'trim' ? TRIM_MS : ANSWER_MS)
  if (answer) return answer
  if (act.kind === 'vent') return ventedHere(id, session)
  return { isDone: false, words: 'it is under way, or nobody works the link just now: look at what the devices show' }
}

async function answered(id: string, patienceMs: number): Promise<LinkAnswer | null> {
  for (const until = performance.now() + patienceMs; performance.now() < until; await delay(LOOK_MS)) {
    const answer = await selectAnswer(pool(), id)
    if (answer) return answer
  }
  return null
}

/** Nobody did it in time: the source is told by this process, over a connection of its own. */
async function ventedHere(orderId: string, session: LinkSession): Promise<LinkAnswer> {
  const device = await selectDevice(pool(), session.sourceId)
  if (!device) throw new Error('a session without its source') // cannot be
  const kept: NewLinkLine[] = []
  const keep = ({ at, to, text }: LinkLine) => kept.push({ deviceId: device.id, at, isSent: to === 'device', text })
  const allowed = allowedNetworks(environment().BARYS_NETWORKS)
  const source = new SourceLink(deviceAddress(device.address, allowed), 'Pa', { keep })
  let answer: LinkAnswer
  try {
    const { outcome } = await source.order({ kind: 'vent' })
    answer =
      outcome === 'lost'
        ? { isDone: false, words: `${device.name} does not answer, and was not vented: go to it, and vent it there` }
        : { isDone: true, words: ventedWords(outcome === 'confirmed') }
  } finally {
    source.close()
    await insertLines(pool(), session.id, kept)
  }
  await answerOrder(pool(), orderId, { answer, now: new Date() })
  return answer
}
