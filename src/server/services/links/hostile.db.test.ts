import { randomUUID } from 'node:crypto'
import { setTimeout as delay } from 'node:timers/promises'
import pg from 'pg'
import { afterAll, afterEach, beforeAll, describe, expect, test, vi } from 'vitest'
import type { LinkAct, LinkAnswer } from '@/schema/links'
import type { WorkingPressureReference } from '@/schema/world'
import {
  ANNA,
  as,
  BEN,
  CONFIGURATION,
  PUMP,
  peopleAndReferences,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { HostileSource } from '../../../../tests/support/hostileSource'
import { closeSessions, openedBy, opening, silentFor, takenBy } from '../../../../tests/support/linkedSessions'
import { ownReference } from '../../../../tests/support/ownReference'
import { pool } from '../../database'
import { selectLive } from '../../sql/links/linkLive'
import {
  beat,
  closeSession,
  keepDuty,
  oweVent,
  proveSession,
  selectDuty,
  selectSession,
  updateAutomatic,
  upsertLive,
} from '../../sql/links/linkSession'
import { upsertPresence } from '../../sql/run/runPresence'
import { registerInstrument } from '../register/instruments'
import { abandonRun } from '../run/abandonRun'
import { registerDevice } from './devices'
import { linkAlarms } from './linkAlarms'
import { beginLink, orderLink } from './links'
import type { LinkWork } from './linkWork'

/*
 * Hostile devices, one case each with its end state: vented, or alarmed with what to do by hand; and never a pressure that
 * nobody is told of. `npm run test:links` runs them alone.
 */

const SOURCE: WorkingPressureReference = {
  ...PUMP,
  ...{ id: randomUUID(), code: 'T-H', unit: 'bar', rangeLow: -1, rangeHigh: 10, resolution: 0.0001 },
}
let sources: HostileSource[] = []

let ownerPool: pg.Pool | null = null
const owner = () => {
  if (!ownerPool) throw new Error('no database yet')
  return ownerPool
}

beforeAll(async () => {
  const { ownerUrl } = await freshDatabase()
  ownerPool = new pg.Pool({ connectionString: ownerUrl })
  await peopleAndReferences()
  await ownReference(pool(), SOURCE)
})
afterEach(async () => {
  vi.useRealTimers()
  await closeSessions()
  for (const source of sources) source.cut()
  sources = []
})
afterAll(() => Promise.all([pool().end(), ownerPool?.end()]))

/** A run of 0 to 6 bar at a hostile source. */
async function hostile(tag: string) {
  const source = await HostileSource.start()
  sources.push(source)
  const { id: instrumentId } = await registerInstrument(
    {
      tag,
      configuration: {
        ...CONFIGURATION,
        ...{ unit: 'bar', lrl: -1, url: 10, minSpan: 0.3, lrv: 0, urv: 6, adjustedBy: 'trims' },
      },
    },
    as(ANNA),
  )
  const run = await runOnNewInstrument(tag, { instrumentId, inputUnit: 'bar', inputReferenceId: SOURCE.id })
  const device = await registerDevice(
    {
      ...{ id: randomUUID(), name: `source of ${tag}`, kind: 'source', address: source.address, channel: null },
      serves: SOURCE.code,
    },
    as(ANNA),
  )
  const link = {
    ...{ id: randomUUID(), sourceId: device.id },
    members: [{ runId: run.id, meterId: null, transmitterId: null }],
  }
  await beginLink(link, as(ANNA))
  return { source, runId: run.id, sessionId: link.id, deviceId: device.id }
}
type Hostile = Awaited<ReturnType<typeof hostile>>

const shownOf = ({ runId }: Hostile) => selectLive(pool(), runId)
async function until(work: LinkWork, holds: () => Promise<boolean> | boolean, tries = 800): Promise<void> {
  for (let looked = 0; looked < tries; looked++) {
    await work.step()
    if (await holds()) return
    await delay(5) // between two looks, as a process leaves a device time
  }
  throw new Error('it did not come about')
}
async function ordered({ runId }: Hostile, act: LinkAct, work: LinkWork, by = ANNA): Promise<LinkAnswer> {
  let answer: LinkAnswer | null = null
  const asked = orderLink(runId, { id: randomUUID(), act }, as(by)).then((given) => {
    answer = given
    return given
  })
  await until(work, () => answer !== null)
  return asked
}
/** A session whose source holds so much, bar. */
async function pressedTo(to: number, tag: string) {
  const bench = await hostile(tag)
  const work = await openedBy(randomUUID(), bench.sessionId)
  expect(await ordered(bench, { kind: 'set', to }, work)).toMatchObject({ isDone: true })
  await until(work, () => Math.abs(bench.source.pressure - to) < 0.01)
  return { ...bench, work }
}
describe('a vent is owed until it is confirmed', () => {
  test('wanted while the link is down: alarmed, and done first when it is heard again; nothing else before it', async () => {
    const bench = await pressedTo(4, 'H-1')
    bench.source.cut()
    const answer = await ordered(bench, { kind: 'vent' }, bench.work, BEN)
    expect(answer).toMatchObject({ isDone: false, words: expect.stringContaining('was not vented') })
    await until(bench.work, async () => (await shownOf(bench))?.isVentOwed === true)
    expect((await shownOf(bench))?.alarm).toContain('NOT vented')
    expect(await linkAlarms()).toEqual([
      expect.objectContaining({ tag: 'H-1', isVentOwed: true, words: expect.stringContaining('NOT vented') }),
    ])
    expect((await ordered(bench, { kind: 'set', to: 5 }, bench.work)).words).toContain('a vent is owed')
    expect((await ordered(bench, { kind: 'end' }, bench.work)).isDone).toBe(false)
    const before = bench.source.told.length
    await bench.source.mend()
    await until(bench.work, () => bench.source.isVented)
    expect(bench.source.pressedSince(before)).toEqual([])
    await until(bench.work, async () => (await shownOf(bench))?.alarm === null)
    expect(await shownOf(bench)).toMatchObject({ isVentOwed: false })
    expect(await linkAlarms()).toEqual([])
  })
  test('after the process is gone, the next one vents first', async () => {
    const bench = await pressedTo(4, 'H-2')
    bench.source.cut()
    await ordered(bench, { kind: 'vent' }, bench.work)
    await bench.work.close()
    await silentFor(bench.sessionId, 5)
    await bench.source.mend()
    const before = bench.source.told.length
    const next = await openedBy(randomUUID(), bench.sessionId)
    await until(next, () => bench.source.isVented)
    expect(bench.source.pressedSince(before)).toEqual([])
  })
  test('a process that is gone at pressure with nothing owed: the next one holds it, and tells nothing else', async () => {
    const bench = await pressedTo(4, 'H-3')
    await silentFor(bench.sessionId, 5)
    const before = bench.source.told.length
    const next = await openedBy(randomUUID(), bench.sessionId)
    for (let looks = 0; looks < 10; looks++) await next.step()
    expect(bench.source.pressure).toBeCloseTo(4, 1)
    for (const line of bench.source.pressedSince(before)) expect(line).toMatch(/SOUR:PRES (39|40)\d{4}/)
    // Who was stopped and wakes finds that it is his no more, and says nothing to it.
    const told = bench.source.told.length
    for (let looks = 0; looks < 3; looks++) await bench.work.step()
    expect(bench.source.pressedSince(told)).toEqual([])
  })
  test('beyond the limit and unanswered, it is never pressed again: no hold switches it on', async () => {
    const bench = await pressedTo(4, 'H-4')
    bench.source.hostility = { isMute: true }
    bench.source.jumpTo(9)
    const before = bench.source.told.length
    bench.source.hostility = { isDeaf: true }
    await until(bench.work, async () => (await shownOf(bench))?.isVentOwed === true)
    bench.source.hostility = {}
    await until(bench.work, () => bench.source.isVented)
    expect(bench.source.pressedSince(before)).toEqual([])
  })
  test('one that obeys and does not answer is vented all the same, and alarmed', async () => {
    const bench = await pressedTo(4, 'H-5')
    bench.source.hostility = { isMute: true }
    await ordered(bench, { kind: 'vent' }, bench.work)
    await until(bench.work, () => bench.source.isVented)
    await until(bench.work, async () => (await shownOf(bench))?.alarm?.includes('NOT vented') ?? false)
  })
  test.each([
    ['refuses to vent', { refusesVent: true }, 'does not take the vent'],
    ['answers and obeys nothing', { isDeaf: true }, 'does not take the vent'],
  ])('one that %s: alarmed with what to do by hand, told again, and noted when it was done', async (_, how, alarm) => {
    const bench = await pressedTo(4, `H-6${alarm.length}${Object.keys(how)[0]}`)
    bench.source.hostility = how
    await ordered(bench, { kind: 'vent' }, bench.work)
    await until(bench.work, async () => (await shownOf(bench))?.alarm?.includes(alarm) ?? false)
    expect((await shownOf(bench))?.alarm).toContain('vent it by hand')
    const vents = () => bench.source.told.filter(({ line }) => line === 'OUTP:MODE VENT').length
    const told = vents()
    await until(bench.work, () => vents() > told + 1)
    // Not while it measures pressure; then a hand has opened its valve.
    expect((await ordered(bench, { kind: 'vented-by-hand' }, bench.work, BEN)).words).toContain(
      'measures pressure still',
    )
    expect((await shownOf(bench))?.isVentOwed).toBe(true)
    bench.source.mode = 'MEAS'
    bench.source.jumpTo(0)
    await until(bench.work, async () => (await shownOf(bench))?.applied === 0)
    expect(await ordered(bench, { kind: 'vented-by-hand' }, bench.work, BEN)).toMatchObject({ isDone: true })
    await until(bench.work, async () => (await shownOf(bench))?.isVentOwed === false)
  })
  test('two vents at once, a set before them: the set is not done after them', async () => {
    const bench = await pressedTo(2, 'H-7')
    const before = bench.source.told.length
    const orders = [{ kind: 'set', to: 5 } as const, { kind: 'vent' } as const, { kind: 'vent' } as const]
    const answers: LinkAnswer[] = []
    for (const act of orders) {
      const id = randomUUID()
      void orderLink(bench.runId, { id, act }, as(ANNA)).then((answer) => answers.push(answer))
      await expect.poll(async () => (await pool().query('SELECT FROM link_order WHERE id = $1', [id])).rowCount).toBe(1)
    }
    await until(bench.work, () => answers.length === 3)
    expect(answers.map(({ words }) => words).join()).toContain('somebody wanted a vent after it')
    await until(bench.work, () => bench.source.isVented)
    expect(bench.source.pressedSince(before)).toEqual([])
  })
})

describe('pressure that nobody looks after', () => {
  /** As if nobody had been seen for so long, s. */
  const aloneFor = async ({ sessionId }: Hostile, seconds: number) => {
    for (const [table, column, key] of [
      ['link_session', 'begun_at', 'id'],
      ['link_order', 'ordered_at', 'session_id'],
    ])
      await owner().query(`UPDATE ${table} SET ${column} = clock_timestamp() - $2 * interval '1 s' WHERE ${key} = $1`, [
        sessionId,
        seconds,
      ])
  }
  /** As long as it takes until it has looked who is there: once a second. */
  const forABeat = async (work: LinkWork) => {
    for (const began = performance.now(); performance.now() - began < 1500; ) await work.step()
  }
  test('alarmed after half a minute with no screen open, vented two and a half minutes later', async () => {
    const bench = await pressedTo(4, 'H-40')
    await aloneFor(bench, 10)
    await forABeat(bench.work)
    expect((await shownOf(bench))?.alarm).toBeNull()
    await aloneFor(bench, 60)
    await until(
      bench.work,
      async () => (await shownOf(bench))?.alarm?.includes('Nobody has had this run open') ?? false,
    )
    expect(bench.source.pressure).toBeCloseTo(4, 1)
    await aloneFor(bench, 181)
    await until(bench.work, () => bench.source.isVented)
    await until(bench.work, async () => (await shownOf(bench))?.ended?.includes('nobody had it open') ?? false)
  })
  test('pressure of another’s hand, that falls silent: nobody says that it is vented', async () => {
    const bench = await hostile('H-45')
    await aloneFor(bench, 0)
    const work = await openedBy(randomUUID(), bench.sessionId)
    bench.source.mode = 'CONT'
    bench.source.turnTo(3)
    await until(work, () => bench.source.pressure > 2.9)
    bench.source.cut()
    await until(work, async () => (await shownOf(bench))?.alarm != null)
    expect(await shownOf(bench)).toMatchObject({ applied: null, isPressed: true })
  })
  test('no process looks at it any more: everybody is told after a quarter of a minute', async () => {
    const bench = await pressedTo(4, 'H-44')
    await until(bench.work, async () => Math.abs(((await shownOf(bench))?.applied ?? 0) - 4) < 0.05)
    const aged = (seconds: number) =>
      pool().query(`UPDATE link_live SET at = clock_timestamp() - $2 * interval '1 s' WHERE session_id = $1`, [
        bench.sessionId,
        seconds,
      ])
    await aged(14)
    expect(await linkAlarms()).toEqual([])
    await aged(16)
    expect((await linkAlarms()).map(({ words }) => words)).toEqual([
      expect.stringMatching(/No server process has looked at its source for \d+ s/),
    ])
  })
  test('an open screen keeps it, and nothing that is vented is alarmed', async () => {
    const bench = await pressedTo(4, 'H-41')
    await aloneFor(bench, 500)
    await upsertPresence(pool(), {
      ...{ runId: bench.runId, personId: BEN.id, place: 'Readings', draft: {}, at: new Date() },
    })
    await forABeat(bench.work)
    expect(bench.source.pressure).toBeCloseTo(4, 1)
    await ordered(bench, { kind: 'vent' }, bench.work)
    await until(bench.work, () => bench.source.isVented)
    await owner().query('DELETE FROM run_presence')
    await aloneFor(bench, 500)
    await forABeat(bench.work)
    expect(await shownOf(bench)).toMatchObject({ alarm: null, isPressed: false })
  })
  test('a run that is given up at pressure: vented before anybody lets go of the source', async () => {
    const bench = await pressedTo(4, 'H-42')
    await abandonRun(bench.runId, { reason: 'the shift is over' }, as(ANNA, 5))
    await until(bench.work, async () => !((await selectSession(pool(), bench.sessionId))?.isOpen ?? true))
    expect(bench.source.isVented).toBe(true)
  })
  test('given up while it does not answer: kept in hand, and vented when it is heard again', async () => {
    const bench = await pressedTo(4, 'H-43')
    bench.source.cut()
    await abandonRun(bench.runId, { reason: 'the shift is over' }, as(ANNA, 5))
    for (let looks = 0; looks < 20; looks++) await bench.work.step()
    expect((await selectSession(pool(), bench.sessionId))?.isOpen).toBe(true)
    await bench.source.mend()
    await until(bench.work, async () => !((await selectSession(pool(), bench.sessionId))?.isOpen ?? true))
    expect(bench.source.isVented).toBe(true)
  })
})

describe('what it says is not what it does', () => {
  test('a set point it refuses: its output is not switched on to the one of before', async () => {
    const bench = await hostile('H-8')
    bench.source.setPoint = 5
    bench.source.hostility = { refusesSetPoint: true }
    const work = await openedBy(randomUUID(), bench.sessionId)
    const answer = await ordered(bench, { kind: 'set', to: 3 }, work)
    expect(answer).toMatchObject({ isDone: false, words: expect.stringContaining('it refused “SOUR:PRES 300000') })
    expect(bench.source.told.some(({ line }) => line.includes('OUTP ON'))).toBe(false)
    expect(bench.source.pressure).toBe(0)
  })
  test('a set point it takes as another: not told as done, and held where it is', async () => {
    const bench = await pressedTo(1, 'H-9')
    const before = bench.source.told.length
    bench.source.hostility = { takesNextAsBar: 5 }
    const answer = await ordered(bench, { kind: 'set', to: 3 }, bench.work)
    expect(answer).toMatchObject({ isDone: false, words: expect.stringContaining('reads back 500000 Pa') })
    // Nobody knows where it goes: held at what it has then, as owed.
    await until(bench.work, () => bench.source.pressedSince(before).length === 2)
    await until(bench.work, async () => (await selectDuty(pool(), bench.sessionId)) === null)
    expect((await shownOf(bench))?.setTo).not.toBe(3)
  })
  test('it counts in another unit than it is told: nothing is pressed by it, and it is named', async () => {
    const bench = await hostile('H-10')
    bench.source.hostility = { countsInKilopascal: true }
    const work = await openedBy(randomUUID(), bench.sessionId)
    const answer = await ordered(bench, { kind: 'set', to: 4 }, work)
    expect(answer).toMatchObject({ isDone: false, words: expect.stringContaining('counts in “KPA”') })
    expect(bench.source.pressedSince(0)).toEqual([])
    await until(work, async () => (await shownOf(bench))?.devices[0]?.trouble?.includes('counts in “KPA”') ?? false)
  })
  test('another device answers where it did: alarmed, and told nothing but a vent', async () => {
    const bench = await pressedTo(4, 'H-11')
    bench.source.hostility = { identity: 'Another,Thing,0,1' }
    bench.source.cut()
    await bench.source.mend()
    const before = bench.source.told.length
    expect((await ordered(bench, { kind: 'set', to: 5 }, bench.work)).isDone).toBe(false)
    await until(bench.work, async () => (await shownOf(bench))?.alarm != null)
    expect(bench.source.pressedSince(before)).toEqual([])
    expect((await shownOf(bench))?.devices[0]?.trouble).toContain('“Another,Thing,0,1” answers where')
    await ordered(bench, { kind: 'vent' }, bench.work)
    await until(bench.work, () => bench.source.isVented)
  })
  test('rebooted under pressure, with all forgotten: alarmed, and nothing switched on by itself', async () => {
    const bench = await pressedTo(4, 'H-12')
    const before = bench.source.told.length
    bench.source.reboot()
    await until(bench.work, async () => (await shownOf(bench))?.alarm?.includes('not do what it was told') ?? false)
    expect(bench.source.pressedSince(before)).toEqual([])
    expect(bench.source.pressure).toBeCloseTo(4, 1)
  })
  test('somebody turns its knob: alarmed', async () => {
    const bench = await pressedTo(4, 'H-13')
    bench.source.turnTo(5)
    await until(bench.work, async () => (await shownOf(bench))?.alarm?.includes('not do what it was told') ?? false)
  })
  test('it drifts beyond its limit: vented', async () => {
    const bench = await pressedTo(6, 'H-14')
    bench.source.hostility = { driftsUp: 6 }
    bench.source.turnTo(9)
    await until(bench.work, () => bench.source.mode === 'VENT')
    bench.source.hostility = {}
    await until(bench.work, () => bench.source.isVented)
  })
})

describe('answers out of order', () => {
  test.each(['garbage', 'doubled', 'endless'] as const)(
    '%s: nothing of it is taken for a pressure; alarmed, and vented when wanted',
    async (garbles) => {
      const bench = await pressedTo(4, `H-20${garbles}`)
      bench.source.hostility = { garbles }
      await until(bench.work, async () => (await shownOf(bench))?.alarm != null)
      expect((await shownOf(bench))?.applied).toBeNull()
      expect((await shownOf(bench))?.devices[0]?.trouble).not.toBeNull()
      await ordered(bench, { kind: 'vent' }, bench.work)
      await until(bench.work, () => bench.source.isVented)
    },
  )
  test('split over packets they are whole answers all the same', async () => {
    const bench = await pressedTo(4, 'H-21')
    bench.source.hostility = { garbles: 'split' }
    for (let looks = 0; looks < 10; looks++) await bench.work.step()
    expect((await shownOf(bench))?.applied).toBeCloseTo(4, 1)
    expect((await shownOf(bench))?.alarm).toBeNull()
  })
  test('later than is waited for: missed, and never taken for the next answer', async () => {
    const bench = await pressedTo(4, 'H-22')
    bench.source.hostility = { lateMs: 1300 }
    await until(bench.work, async () => (await shownOf(bench))?.alarm?.includes('has not answered') ?? false)
    expect((await shownOf(bench))?.applied).toBeNull()
  })
  test.each([
    ['takes connections and reads nothing', { isHalfOpen: true }],
    ['hangs up at each line', { resets: true }],
    ['is mute', { isMute: true }],
  ])('one that %s: alarmed', async (_, how) => {
    const bench = await pressedTo(4, `H-23${Object.keys(how)[0]}`)
    bench.source.hostility = how
    await until(bench.work, async () => (await shownOf(bench))?.alarm?.includes('has not answered') ?? false)
  })
})

describe('owners', () => {
  test('one physical device entered twice has one owner', async () => {
    const bench = await hostile('H-30')
    const twin = await registerDevice(
      {
        ...{ id: randomUUID(), name: 'the same again', kind: 'source', address: bench.source.address, channel: null },
        serves: SOURCE.code,
      },
      as(ANNA),
    )
    const other = await runOnNewInstrument('H-31', { inputUnit: 'bar', inputReferenceId: SOURCE.id })
    const link = {
      ...{ id: randomUUID(), sourceId: twin.id },
      members: [{ runId: other.id, meterId: null, transmitterId: null }],
    }
    await expect(beginLink(link, as(BEN))).rejects.toThrow('another run has a device in hand')
    expect((await pool().query('SELECT FROM link_session WHERE id = $1', [link.id])).rowCount).toBe(0)
  })
  test('ten looks for sessions at once, by the process that has it and by others: one owner', async () => {
    const bench = await hostile('H-32')
    const own = randomUUID()
    await openedBy(own, bench.sessionId)
    await silentFor(bench.sessionId, 60)
    const found = await Promise.all([own, own, own, randomUUID(), randomUUID(), randomUUID()].map(takenBy))
    expect(found.flat()).toHaveLength(1)
    expect(found.slice(0, 3).flat()).toEqual([])
  })
  test('what is owed is kept, but for a vent that was wanted since it was read', async () => {
    const bench = await hostile('H-34')
    const held = (await takenBy(randomUUID())).find(({ id }) => id === bench.sessionId)
    if (!held) throw new Error('it was not taken')
    await oweVent(pool(), held.id)
    expect(await keepDuty(pool(), held, { owes: 'hold', known: null })).toBe(true)
    expect(await selectDuty(pool(), held.id)).toBe('vent')
    expect(await keepDuty(pool(), held, { owes: null, known: 'vent' })).toBe(true)
    expect(await selectDuty(pool(), held.id)).toBeNull()
    // Not by one who has it no more.
    expect(await keepDuty(pool(), { ...held, fence: held.fence - 1 }, { owes: 'hold', known: null })).toBe(false)
    expect(await selectDuty(pool(), held.id)).toBeNull()
  })
  test('who has lost a session changes nothing of it: not what it takes, not how it stands, not its end', async () => {
    const bench = await hostile('H-36')
    const [lost] = await takenBy(randomUUID())
    if (!lost) throw new Error('it was not taken')
    const work = await opening(lost)
    await until(work, async () => (await shownOf(bench)) !== null)
    const shown = await shownOf(bench)
    if (!shown) throw new Error('it is shown')
    await silentFor(bench.sessionId, 5)
    const [held] = await takenBy(randomUUID())
    if (!held) throw new Error('it was not taken')
    const settings = { settle: 'time', seconds: 1, readings: 1, unattendedMinutes: 0 } as const
    await updateAutomatic(pool(), held, { settings, isPaused: false, personId: ANNA.id })
    await upsertLive(pool(), held, { ...shown, alarm: 'his to say' })
    await updateAutomatic(pool(), lost, null)
    await upsertLive(pool(), lost, { ...shown, alarm: 'not his to say' })
    expect(await closeSession(pool(), lost)).toBe(false)
    expect((await shownOf(bench))?.alarm).toBe('his to say')
    expect(await selectSession(pool(), bench.sessionId)).toMatchObject({ isOpen: true, automatic: { settings } })
  })
  test('a session whose source is to be vented is not ended', async () => {
    const bench = await hostile('H-37')
    const [held] = await takenBy(randomUUID())
    if (!held) throw new Error('it was not taken')
    await oweVent(pool(), held.id)
    expect(await closeSession(pool(), held)).toBe(false)
    expect((await selectSession(pool(), bench.sessionId))?.isOpen).toBe(true)
    await keepDuty(pool(), held, { owes: null, known: 'vent' })
    expect(await closeSession(pool(), held)).toBe(true)
    expect((await selectSession(pool(), bench.sessionId))?.isOpen).toBe(false)
  })
  test('late under load and not taken over, it is proven anew; taken over, never', async () => {
    const bench = await hostile('H-35')
    const held = (await takenBy(randomUUID())).find(({ id }) => id === bench.sessionId)
    if (!held) throw new Error('it was not taken')
    await silentFor(bench.sessionId, 30)
    expect(await proveSession(pool(), held)).toEqual({ isOurs: true, owes: null })
    // Proven just now it is nobody else's to take.
    expect(await takenBy(randomUUID())).toEqual([])
    expect((await proveSession(pool(), { ...held, holder: randomUUID() })).isOurs).toBe(false)
    await silentFor(bench.sessionId, 5)
    expect(await takenBy(randomUUID())).toHaveLength(1)
    expect(await proveSession(pool(), held)).toEqual({ isOurs: false, owes: null })
    expect(await beat(pool(), held)).toBe(false)
  })
  test('the clock of a server jumps: nothing is lost, nothing is done twice', async () => {
    const bench = await pressedTo(4, 'H-33')
    const before = bench.source.told.length
    for (const hours of [-5, 7]) {
      vi.useFakeTimers({ toFake: ['Date'] })
      vi.setSystemTime(Date.now() + hours * 3600_000)
      expect(await bench.work.step()).toBe(true)
      expect(await takenBy(randomUUID())).toEqual([])
      vi.useRealTimers()
    }
    expect(bench.source.pressedSince(before)).toEqual([])
    expect((await shownOf(bench))?.alarm).toBeNull()
  })
})
