import { randomUUID } from 'node:crypto'
import { type AddressInfo, connect, createServer, type Server, type Socket } from 'node:net'
import { setTimeout as delay } from 'node:timers/promises'
import { mean, sampleStandardDeviation } from 'simple-statistics'
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest'
import { convertPressure } from '@/core/units/pressureUnit'
import { type AutomaticSettings, type Device, type LinkAct, type LinkAnswer, NewLink } from '@/schema/links'
import { Amending } from '@/schema/review'
import { NewReading } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import type { WorkingPressureReference } from '@/schema/world'
import { type LaidFault, type StartedStandIns, startStandIns } from '../../../../scripts/stand-ins/start'
import {
  ANNA,
  answerList,
  as,
  BEN,
  CONFIGURATION,
  METER,
  nextReading,
  PUMP,
  peopleAndReferences,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { closeSessions, openedBy, opening, silentFor, takenBy } from '../../../../tests/support/linkedSessions'
import { ownReference } from '../../../../tests/support/ownReference'
import { pool } from '../../database'
import { selectLinesOfRun } from '../../sql/links/linkLine'
import { selectLive } from '../../sql/links/linkLive'
import { insertOrder, selectAnswer } from '../../sql/links/linkOrder'
import { selectSession, selectSessionOfRun } from '../../sql/links/linkSession'
import { selectSealOfRun } from '../../sql/records/seal'
import { amendRecord } from '../records/amendRecord'
import { sealedRecordAt } from '../register/instrumentPage'
import { registerInstrument } from '../register/instruments'
import { openRound } from '../run/adjust'
import { decide } from '../run/decide'
import { loadRun } from '../run/loadRun'
import { pauseRun } from '../run/pauseRun'
import { recordReading } from '../run/recordReading'
import { sealRun } from '../run/sealRun'
import { registerDevice } from './devices'
import { beginLink, orderLink } from './links'

/** A controller that reads itself: what the simulated source is. */
const SOURCE: WorkingPressureReference = {
  ...PUMP,
  ...{ id: randomUUID(), code: 'T-S', unit: 'bar', rangeLow: -1, rangeHigh: 10, resolution: 0.0001 },
}
const QUICK: AutomaticSettings = { settle: 'window', seconds: 0.5, readings: 3, unattendedMinutes: 0 }

let standIns: StartedStandIns | null = null
let cables: Cable[] = []

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
  await ownReference(pool(), SOURCE)
})
afterEach(async () => {
  await closeSessions()
  for (const cable of cables) cable.cut()
  await standIns?.stop()
  cables = []
  standIns = null
})
afterAll(() => pool().end())

type Cable = { readonly port: number; readonly cut: () => void; readonly mend: () => Promise<void> }

/** A cable to a port that can be cut and mended. */
async function cableTo(port: number): Promise<Cable> {
  let sockets: Socket[] = []
  const join = (socket: Socket) => {
    const far = connect(port, '127.0.0.1')
    sockets.push(socket, far)
    for (const [one, other] of [
      [socket, far],
      [far, socket],
    ] as const) {
      one.on('data', (bytes) => other.write(bytes))
      one.on('close', () => other.destroy())
      one.on('error', () => other.destroy())
    }
  }
  const listening = (at: number) =>
    new Promise<Server>((done) => {
      const server = createServer(join)
      server.listen(at, '127.0.0.1', () => done(server))
    })
  let server = await listening(0)
  const own = (server.address() as AddressInfo).port // it listens on TCP
  const cable = {
    port: own,
    cut: () => {
      server.close()
      for (const socket of sockets) socket.destroy()
      sockets = []
    },
    mend: async () => {
      server = await listening(own)
    },
  }
  cables.push(cable)
  return cable
}

/** Every two of some figures, in their order. */
const pairsOf = (figures: readonly number[]) =>
  figures.flatMap((one, at) => figures.slice(at + 1).map((other) => [one, other] as const))

/** Instruments at one manifold, each in a run that is out of service, with the devices they are read by. */
async function bench(tags: readonly string[], faults: readonly (LaidFault | null)[] = [null], speed = 10) {
  standIns = await startStandIns({
    ...{ only: ['source', 'meter', 'transmitter'], ports: {}, seed: 11, speed },
    instruments: tags.map((_, index) => faults[index] ?? null),
  })
  const cable = await cableTo(standIns.ports.source ?? 0)
  const enter = (name: string, kind: Device['kind'], port: number, serves: string, channel: number | null = null) =>
    registerDevice({ id: randomUUID(), name, kind, address: `127.0.0.1:${port}`, channel, serves }, as(ANNA))
  const source = await enter(`source of ${tags[0]}`, 'source', cable.port, SOURCE.code)
  const members: (NewLink['members'][number] & { run: RunView })[] = []
  for (const [index, tag] of tags.entries()) {
    const limit = { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.3 }] }
    const { id: instrumentId } = await registerInstrument(
      {
        tag,
        configuration: {
          ...CONFIGURATION,
          ...{ unit: 'bar', lrl: -1, url: 10, minSpan: 0.3, lrv: 0, urv: 6, adjustedBy: 'trims' },
          ...{ errorLimit: limit, adjustLimit: null, testPoints: [0, 50, 100], pointOrder: 'up-down' },
        },
      },
      as(ANNA),
    )
    const run = await runOnNewInstrument(tag, {
      ...{ instrumentId, inputUnit: 'bar', inputReferenceId: SOURCE.id, readsDigital: true },
    })
    const meter = await enter(`meter of ${tag}`, 'meter', standIns.ports.meter ?? 0, METER.code, index + 1)
    const own = await enter(tag, 'transmitter', standIns.transmitters[index] ?? 0, tag)
    members.push({ runId: run.id, meterId: meter.id, transmitterId: own.id, run })
  }
  const link = NewLink.parse({ id: randomUUID(), sourceId: source.id, members })
  const runIds = members.map(({ runId }) => runId)
  return { link, source, runIds, runId: runIds[0] ?? '', cable, world: standIns.world }
}

/** Works a session as a process would, until something holds. */
async function workedBy(process: string, sessionId: string) {
  const work = await openedBy(process, sessionId)
  const until = async (holds: () => Promise<boolean> | boolean, tries = 1200) => {
    for (let looked = 0; looked < tries; looked++) {
      if (!(await work.step())) return
      if (await holds()) return
      await delay(10) // between two looks at devices, as a process leaves them time
    }
    const session = await selectSession(pool(), sessionId)
    const shown = await selectLive(pool(), session?.members[0]?.runId ?? '')
    throw new Error(`it did not come about: ${JSON.stringify(shown)}`)
  }
  return { work, until }
}

const orderId = () => randomUUID()
/** Orders something and works on until it is answered. */
async function ordered(runId: string, act: LinkAct, { until }: Awaited<ReturnType<typeof workedBy>>, by = ANNA) {
  let answer: LinkAnswer | null = null
  const asked = orderLink(runId, { id: orderId(), act }, as(by)).then((given) => {
    answer = given
    return given
  })
  await until(() => answer !== null)
  return asked
}
const isRead = (runId: string) => async () => {
  const run = await loadRun(pool(), runId)
  return run.rounds.at(-1)?.steps.every(({ readings }) => readings.length > 0) ?? false
}

describe('one owner at a time', () => {
  test('a device that a run has is not given to another; let go of, it is; a repeated send is the same session', async () => {
    const { link, runId } = await bench(['L-A'])
    await beginLink(link, as(ANNA))
    expect((await beginLink(link, as(ANNA))).id).toBe(link.id)
    const other = { ...link, id: randomUUID() }
    await expect(beginLink(other, as(BEN))).rejects.toThrow('is in use by the run of L-A')
    const worked = await workedBy(randomUUID(), link.id)
    expect(await ordered(runId, { kind: 'end' }, worked)).toMatchObject({ isDone: true })
    expect(await selectSessionOfRun(pool(), runId)).toBeNull()
    await beginLink(other, as(BEN))
    expect((await selectSessionOfRun(pool(), runId))?.id).toBe(other.id)
  })
  test('devices that are not what the run is read by are refused, and nothing is taken', async () => {
    const { link, runId } = await bench(['L-B'])
    const [member] = link.members
    const wrong = { ...link, members: [{ runId, meterId: link.sourceId, transmitterId: null }] }
    await expect(beginLink(wrong, as(ANNA))).rejects.toThrow('that meter is not what the run of L-B is read by')
    const foreign = { ...link, sourceId: member?.meterId ?? '' }
    await expect(beginLink(foreign, as(ANNA))).rejects.toThrow('that is no reference the run of L-B is read by')
    expect(await selectSessionOfRun(pool(), runId)).toBeNull()
    await expect(orderLink(runId, { id: orderId(), act: { kind: 'vent' } }, as(ANNA))).rejects.toThrow(
      'no device is linked to it',
    )
  })
  test('an address outside the site’s networks is refused when it is entered', async () => {
    const device = { id: randomUUID(), name: 'far', kind: 'source' as const, channel: null, serves: SOURCE.code }
    for (const address of ['93.184.216.34:80', '10.1.2.3:5025', 'meter.plant:5025'])
      await expect(registerDevice({ ...device, address }, as(ANNA))).rejects.toThrow('address')
  })
})

describe('a run that takes its own readings', () => {
  test('up and down, each point the mean of several with its spread in the budget; trimmed over the link, as left inside, sealed', async () => {
    const { link, runId } = await bench(['A-1'], [{ cause: 'span-error', size: 0.8 }])
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    expect(await ordered(runId, { kind: 'begin', settings: QUICK }, worked)).toMatchObject({ isDone: true })
    await worked.until(isRead(runId))
    const found = await loadRun(pool(), runId)
    const readings = found.rounds.at(-1)?.steps.map(({ readings: [only] }) => only) ?? []
    expect(readings.map((each) => Math.round(Number(each?.applied) * 100) / 100)).toEqual([0, 3, 6, 3, 0])
    for (const each of readings) {
      expect(each?.takenBy).toBe(ANNA.name)
      expect(each?.taking).toMatchObject({ way: 'automatic', readings: 3, settledBy: 'window' })
      expect(each?.heldSeconds).not.toBeUndefined()
    }
    // A span that is 0.8 % off, one way or the other, at 100 % and half of it at 50 %.
    const errorAt = (place: number) =>
      ((Number(readings[place]?.output) - 4) / 16 - Number(readings[place]?.applied) / 6) * 100
    expect(Math.abs(errorAt(2))).toBeCloseTo(0.8, 1)
    expect(errorAt(1)).toBeCloseTo(errorAt(2) / 2, 1)

    await decide(runId, { round: 0, decision: 'adjust', reason: null }, as(ANNA, 30))
    for (const [to, trim] of [
      [0, 'zero-trim'],
      [6, 'upper-sensor-trim'],
    ] as const) {
      expect(await ordered(runId, { kind: 'set', to }, worked)).toMatchObject({ isDone: true })
      await worked.until(async () => {
        const shown = await selectLive(pool(), runId)
        return Math.abs((shown?.applied ?? 99) - to) < 0.002 && shown?.isSteady === true
      })
      const answer = await ordered(runId, { kind: 'trim', trim, adjustmentId: randomUUID() }, worked)
      expect(answer.words).toContain('read back')
      expect(answer.isDone).toBe(true)
    }
    const left = await openRound(runId, { round: 1, fewerPoints: null }, as(ANNA, 60))
    expect(left.rounds[0]?.adjustments.map(({ kind }) => kind)).toEqual(['zero-trim', 'upper-sensor-trim'])
    const [, upper] = left.rounds[0]?.adjustments ?? []
    expect(Math.abs(Number(upper?.afterPv) - Number(upper?.applied))).toBeLessThan(0.002)
    await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    await worked.until(isRead(runId))
    const done = await loadRun(pool(), runId)
    const last = done.rounds.at(-1)?.steps.at(2)?.readings[0]
    expect(Math.abs((Number(last?.output) - 4) / 16 - Number(last?.applied) / 6) * 100).toBeLessThan(0.1)

    const decided = await decide(runId, { round: 1, decision: 'leave', reason: null }, as(ANNA, 90))
    await answerList(decided, 'restore')
    await sealRun(runId, { confirmed: true, remark: null }, as(ANNA, 95))
    // Nobody is there any more to let go of them.
    await worked.until(async () => (await selectSessionOfRun(pool(), runId)) === null)
    const seal = await selectSealOfRun(pool(), runId)
    const { record } = await sealedRecordAt(seal?.sequence ?? 0)
    expect(record.rounds[0]?.steps[0]?.readings[0]?.taking).toMatchObject({ way: 'automatic', readings: 3 })
    const names = record.results[0]?.points[1]?.budget?.lines.map(({ name }) => name)
    expect(names).toContain('spread of the output')
    // An amendment is a copy of the work: how it was taken goes with it, and so does what it is uncertain by.
    const { id } = await amendRecord(
      seal?.sequence ?? 0,
      Amending.parse({ id: randomUUID(), reason: 'ambient was not noted' }),
      as(ANNA, 120),
    )
    const amending = await loadRun(pool(), id)
    expect(amending.rounds[0]?.steps.map(({ readings: [only] }) => only?.taking)).toEqual(
      record.rounds[0]?.steps.map(({ readings: [only] }) => only?.taking),
    )
  })

  test('by hand from a point on, by what the devices show, by what is typed; then given back', async () => {
    const { link, runId } = await bench(['A-2'])
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    const read = async () =>
      (await loadRun(pool(), runId)).rounds[0]?.steps.filter((step) => step.readings.length > 0).length
    await worked.until(async () => (await read()) === 1)
    expect(await ordered(runId, { kind: 'by-hand' }, worked)).toMatchObject({ isDone: true })
    const figures = { applied: '3.0000', output: '12.000' }
    const sent = (run: RunView, more: object) =>
      NewReading.parse({ ...nextReading(run, figures), pv: '3.0001', ao: '12.000', ...more })
    const linked = await recordReading(
      runId,
      sent(await loadRun(pool(), runId), { linkedFields: ['applied', 'output', 'pv', 'ao'] }),
      as(BEN, 5),
    )
    expect(linked.reading.taking).toEqual({ way: 'linked', fields: ['applied', 'output', 'pv', 'ao'] })
    await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    await worked.until(isRead(runId))
    const ways = (await loadRun(pool(), runId)).rounds[0]?.steps.map(({ readings: [only] }) => only?.taking?.way)
    expect(ways).toEqual(['automatic', 'linked', 'automatic', 'automatic', 'automatic'])
  })

  test('nobody says of a reading that a device gave it where none is linked', async () => {
    const { runId } = await bench(['A-3'])
    const reading = NewReading.parse({
      ...nextReading(await loadRun(pool(), runId), { applied: '0.0000', output: '4.000' }),
      ...{ pv: '0.0000', ao: '4.000', linkedFields: ['output'] },
    })
    await expect(recordReading(runId, reading, as(ANNA))).rejects.toThrow('no device is linked to this run')
  })

  test('three instruments at one manifold: one pressure, a reading of each at every point', async () => {
    const { link, runIds, runId } = await bench(
      ['M-1', 'M-2', 'M-3'],
      [null, { cause: 'zero-shift', size: 0.5 }, { cause: 'output-stage', size: 0.6 }],
    )
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    await worked.until(async () => (await Promise.all(runIds.map((id) => isRead(id)()))).every(Boolean))
    const runs = await Promise.all(runIds.map((id) => loadRun(pool(), id)))
    const applied = runs.map(({ rounds }) => rounds[0]?.steps.map(({ readings: [only] }) => only?.applied))
    expect(applied[1]).toEqual(applied[0])
    expect(applied[2]).toEqual(applied[0])
    const first = runs.map(({ rounds }) => Number(rounds[0]?.steps[1]?.readings[0]?.output))
    // What was recorded is what its own channel of the shared meter said, by the log: three answers in a row, their mean and
    // their spread, for each point in its order. The log of a run has no other channel.
    for (const [place, id] of runIds.entries()) {
      const lines = (await selectLinesOfRun(pool(), id, { after: 0, limit: 100_000 })).filter(({ name }) =>
        name.startsWith('meter of'),
      )
      const question = `MEAS:CURR? (@${place + 1})`
      expect([...new Set(lines.flatMap(({ isSent, text }) => (isSent ? [text] : [])))].toSorted()).toEqual([
        '*OPC?',
        question,
      ])
      const said = lines.flatMap(({ isSent, text }, at) =>
        !isSent && lines[at - 1]?.text === question ? [Number(text) * 1000] : [],
      )
      let from = 0
      for (const {
        readings: [only],
      } of runs[place]?.rounds[0]?.steps ?? []) {
        const { taking, output = '' } = only ?? {}
        if (taking?.way !== 'automatic') throw new Error('not taken by itself')
        const decimals = output.split('.')[1]?.length ?? 0
        // A look that comes too soon after a reading is none: the three lie among a few answers.
        const isReading = (three: readonly number[]) =>
          mean([...three]).toFixed(decimals) === output &&
          Number(sampleStandardDeviation([...three]).toPrecision(3)) === Number(taking.outputSpread)
        const found = said.findIndex(
          (first, at) =>
            at >= from &&
            pairsOf(said.slice(at + 1, at + 7)).some(([second, third]) => isReading([first, second, third])),
        )
        expect(found, `${output} ± ${taking.outputSpread}`).toBeGreaterThanOrEqual(from)
        from = found + 1
      }
    }
    // Each by its own channel: the second is off by its zero, and its PV with it; the first by nothing.
    expect(Math.abs((first[1] ?? 0) - (first[0] ?? 0))).toBeGreaterThan(0.05)
    const pv = runs.map(({ rounds }) => Number(rounds[0]?.steps[1]?.readings[0]?.pv))
    expect(Math.abs((pv[2] ?? 0) - (pv[0] ?? 0))).toBeLessThan(0.002)
  })

  test('one is read again while another stands trimmed; then both are read again together', async () => {
    const { link, runIds } = await bench(['M-6', 'M-7'], [null, { cause: 'output-stage', size: 0.6 }])
    const [good = '', off = ''] = runIds
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(good, { kind: 'begin', settings: QUICK }, worked)
    await worked.until(async () => (await isRead(good)()) && (await isRead(off)()))
    // The first is left and read once more; the other waits at Adjust, and its output is trimmed meanwhile.
    for (const [id, decision] of [
      [good, 'repeat'],
      [off, 'adjust'],
    ] as const)
      await decide(id, { round: 0, decision, reason: decision === 'repeat' ? 'to be sure' : null }, as(ANNA, 30))
    expect(await ordered(good, { kind: 'begin', settings: QUICK }, worked)).toMatchObject({ isDone: true })
    await worked.until(async () => ((await selectLive(pool(), good))?.automatic?.place ?? 0) >= 2)
    const trimmed = await ordered(off, { kind: 'trim', trim: 'output-trim', adjustmentId: randomUUID() }, worked)
    expect(trimmed).toMatchObject({ isDone: true, words: expect.stringContaining('read back') })
    const refused = await ordered(off, { kind: 'trim', trim: 'zero-trim', adjustmentId: randomUUID() }, worked)
    expect(refused).toMatchObject({ isDone: false, words: expect.stringContaining('takes its own readings') })
    await worked.until(isRead(good))
    expect((await loadRun(pool(), off)).rounds).toHaveLength(1)
    // Both again, each in its own round.
    await openRound(off, { round: 1, fewerPoints: null }, as(ANNA, 60))
    await ordered(off, { kind: 'begin', settings: QUICK }, worked)
    await worked.until(isRead(off))
    const left = (await loadRun(pool(), off)).rounds.at(-1)?.steps.at(1)?.readings[0]
    expect(Math.abs((Number(left?.output) - 4) / 16 - Number(left?.applied) / 6) * 100).toBeLessThan(0.1)
  }, 240_000)

  test('a run whose points are others is refused beside it', async () => {
    const { link, runIds, runId } = await bench(['M-4', 'M-5'])
    const ahead = await loadRun(pool(), runIds[1] ?? '')
    await recordReading(
      ahead.id,
      NewReading.parse({ ...nextReading(ahead, { applied: '0.0000', output: '4.000' }), pv: '0.0000', ao: '4.000' }),
      as(BEN, 1),
    )
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    expect(await ordered(runId, { kind: 'begin', settings: QUICK }, worked)).toEqual({
      isDone: false,
      words: 'M-5 asks for other pressures than M-4: other points, another height, or further on: take it by itself',
    })
  })

  test('paused it takes nothing and holds; somebody else goes on with it', async () => {
    const { link, runId, world } = await bench(['A-4'])
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    await worked.until(() => world.read().reference > 1)
    expect(await ordered(runId, { kind: 'pause' }, worked, BEN)).toMatchObject({ isDone: true })
    const held = world.read().reference
    const before = (await loadRun(pool(), runId)).rounds[0]?.steps.filter(({ readings }) => readings.length > 0).length
    for (let looks = 0; looks < 20; looks++) await worked.work.step()
    expect(world.read().reference).toBeCloseTo(held, 2)
    expect((await loadRun(pool(), runId)).rounds[0]?.steps.filter(({ readings }) => readings.length > 0)).toHaveLength(
      before ?? -1,
    )
    expect((await selectLive(pool(), runId))?.automatic?.phase).toBe('paused')
    await ordered(runId, { kind: 'go-on' }, worked, BEN)
    await worked.until(isRead(runId))
  })

  test('a process that is gone in the midst of it: another goes on where the record stands, and reads nothing twice', async () => {
    const { link, runId } = await bench(['A-5'])
    await beginLink(link, as(ANNA))
    const first = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'begin', settings: QUICK }, first)
    const taken = async () =>
      (await loadRun(pool(), runId)).rounds[0]?.steps.flatMap(({ readings }) => readings.map(({ id }) => id)) ?? []
    await first.until(async () => (await taken()).length === 2)
    // It says nothing any more: nobody takes it before it counts as gone, nor does its own process ever; then one alone does.
    const own = (await pool().query('SELECT worker_process FROM link_session WHERE id = $1', [link.id])).rows[0]
    const [next, late] = [randomUUID(), randomUUID()]
    expect(await takenBy(next)).toEqual([])
    await silentFor(link.id, 5)
    expect(await takenBy(own.worker_process)).toEqual([])
    const [held, ...others] = (await Promise.all([takenBy(next), takenBy(late)])).flat()
    expect(held?.id).toBe(link.id)
    expect(others).toEqual([])
    // What it still holds is not its own any more: it finds that out by its next beat.
    let isOurs = true
    for (let looks = 0; looks < 400 && isOurs; looks++) {
      isOurs = await first.work.step()
      await delay(10)
    }
    expect(isOurs).toBe(false)
    // However it found out, it has not told the run to end for the one who has it now.
    expect((await selectSession(pool(), link.id))?.automatic).not.toBeNull()
    const before = await taken()
    expect(before.length).toBeLessThan(5)
    if (!held) throw new Error('it was not taken')
    const work = await opening(held)
    for (let looks = 0; looks < 1200 && !(await isRead(runId)()); looks++) {
      await work.step()
      await delay(10) // as a process leaves devices time
    }
    const after = await taken()
    expect(after, JSON.stringify(await selectLive(pool(), runId))).toHaveLength(5)
    expect(after.slice(0, before.length)).toEqual(before)
  })

  test('what was left long ago is not gone on with by itself, nor is anything done that was wanted then, but for a vent', async () => {
    const { link, runId, world } = await bench(['A-8'])
    await beginLink(link, as(ANNA))
    const first = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'begin', settings: QUICK }, first)
    await first.until(() => world.read().reference > 1)
    // An hour later, with what somebody had wanted in the meantime.
    const before = new Date(Date.now() - 61_000)
    await silentFor(link.id, 61)
    const orders = [orderId(), orderId()]
    for (const [index, act] of [{ kind: 'set' as const, to: 5 }, { kind: 'vent' as const }].entries())
      await insertOrder(pool(), {
        ...{ id: orders[index] ?? '', sessionId: link.id, runId, act, at: before, personId: ANNA.id },
      })
    const work = await openedBy(randomUUID(), link.id)
    expect((await selectSession(pool(), link.id))?.automatic).toBeNull()
    await work.step()
    expect((await selectLive(pool(), runId))?.ended).toContain('It stood still while no server worked it')
    expect(await selectAnswer(pool(), orders[0] ?? '')).toMatchObject({
      isDone: false,
      words: expect.stringContaining('too late'),
    })
    expect(await selectAnswer(pool(), orders[1] ?? '')).toMatchObject({ isDone: true })
    await expect.poll(() => Math.abs(world.read().reference), { timeout: 10_000 }).toBeLessThan(0.01)
  })

  test('a run that is paused by somebody is not read behind their back: it stops, holds, and says why', async () => {
    const { link, runId } = await bench(['A-6'])
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    await pauseRun(runId, { id: randomUUID(), kind: 'paused', words: 'permit has run out' }, as(BEN, 2))
    await worked.until(async () => (await selectLive(pool(), runId))?.ended != null)
    expect((await selectLive(pool(), runId))?.ended).toContain('has paused this run: permit has run out')
    expect((await loadRun(pool(), runId)).rounds[0]?.steps.flatMap(({ readings }) => readings)).toEqual([])
  })

  test('what comes from hand-typed runs is refused in words: nothing to read the output by', async () => {
    const { link, runId } = await bench(['A-7'])
    const [member] = link.members
    await beginLink(
      { ...link, members: [{ runId, meterId: null, transmitterId: member?.transmitterId ?? null }] },
      as(ANNA),
    )
    const worked = await workedBy(randomUUID(), link.id)
    expect((await ordered(runId, { kind: 'begin', settings: QUICK }, worked)).words).toContain(
      'A-7 has no meter that is linked',
    )
  })
})

describe('before a run takes its own readings', () => {
  test('a range in the device unlike the register: said with both, and nothing is read', async () => {
    const { link, runId, world } = await bench(['R-1'])
    world.actOn(0, { act: 'write', written: { what: 'range', lrv: 0, urv: 10 } })
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    const answer = await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    expect(answer.isDone).toBe(false)
    expect(answer.words).toContain('R-1 is set to 0 to 10 bar, and the register says 0 to 6')
    expect((await loadRun(pool(), runId)).rounds[0]?.steps.flatMap(({ readings }) => readings)).toEqual([])
  })
  test('a root in the device where the register says linear', async () => {
    const { link, runId, world } = await bench(['R-2'])
    const transfer = { kind: 'root-to-zero', cutOffPercent: 0 } as const
    world.actOn(0, { act: 'write', written: { what: 'transfer', transfer } })
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    expect((await ordered(runId, { kind: 'begin', settings: QUICK }, worked)).words).toContain('R-2 is set to a root')
  })
  test('two loops on each other’s channel: named, nothing is read, and both outputs are let go of', async () => {
    const { link, runId, world } = await bench(['R-3', 'R-4'], [null, null])
    const [first, second] = link.members
    if (!first || !second) throw new Error('two instruments')
    const crossed = [
      { ...first, meterId: second.meterId },
      { ...second, meterId: first.meterId },
    ]
    await beginLink({ ...link, members: crossed }, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    const answer = await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    expect(answer.words).toMatch(/R-3 holds 6\.000 mA and its meter reads 1[78]\.\d+ mA: that is the loop of R-4/)
    expect([0, 1].map((index) => world.rig(index).fixedMilliamp)).toEqual([null, null])
  })
  test('one that does not let its output be held, beside another: nobody knows which channel it is on', async () => {
    const { link, runId, world } = await bench(['R-5', 'R-6'], [null, null])
    world.actOn(1, { act: 'write', written: { what: 'protection', isOn: true } })
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    const answer = await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    expect(answer.words).toContain('R-6 does not let its output be held')
    expect(world.rig(0).fixedMilliamp).toBeNull()
  })
  test('one channel for two instruments is refused when they are linked', async () => {
    const { link } = await bench(['R-7', 'R-8'], [null, null])
    const [first, second] = link.members
    if (!first || !second) throw new Error('two instruments')
    const members = [first, { ...second, meterId: first.meterId }]
    await expect(beginLink({ ...link, members }, as(ANNA))).rejects.toThrow('is chosen for two things at once')
  })
  test('the longest damping that is set in a device is waited for five times over', async () => {
    const { link, runId, world } = await bench(['R-9'])
    world.actOn(0, { act: 'write', written: { what: 'damping', seconds: 2 } })
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    const first = async () => (await loadRun(pool(), runId)).rounds[0]?.steps[0]?.readings[0]
    await worked.until(async () => (await first()) !== undefined)
    expect((await first())?.heldSeconds).toBeGreaterThanOrEqual(10)
  })
})

describe('pressure that has to go', () => {
  test('vented under load by its worker: the run stops, and the record has nothing half', async () => {
    const { link, runId, world } = await bench(['V-1'])
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    await worked.until(() => world.read().reference > 2)
    expect(await ordered(runId, { kind: 'vent' }, worked, BEN)).toEqual({
      isDone: true,
      words: 'The source says that it is vented. Look at it all the same.',
    })
    await worked.until(() => Math.abs(world.read().reference) < 0.01)
    const shown = await selectLive(pool(), runId)
    expect(shown?.automatic).toBeNull()
    expect(shown?.ended).toBe(`Vented by ${BEN.name}.`)
  })

  test('vented though nobody works the link: by whoever is asked, over a connection of its own', async () => {
    const { link, runId, world } = await bench(['V-2'])
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'set', to: 4 }, worked)
    await worked.until(() => world.read().reference > 3.9)
    const answer = await orderLink(runId, { id: orderId(), act: { kind: 'vent' } }, as(ANNA))
    expect(answer).toEqual({ isDone: true, words: 'The source says that it is vented. Look at it all the same.' })
    await expect.poll(() => Math.abs(world.read().reference), { timeout: 10_000 }).toBeLessThan(0.01)
  })

  test('a source that does not answer is not said to be vented', async () => {
    const { link, runId, cable, world } = await bench(['V-3'])
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'set', to: 4 }, worked)
    await worked.until(() => world.read().reference > 3.9)
    cable.cut()
    const answer = await orderLink(runId, { id: orderId(), act: { kind: 'vent' } }, as(ANNA))
    expect(answer.isDone).toBe(false)
    expect(answer.words).toContain('does not answer, and was not vented: go to it')
    expect(world.read().reference).toBeGreaterThan(3.5)
  })

  test('lost at pressure: alarm, nothing taken; left alone it vents by itself; heard again it is told to hold', async () => {
    const { link, runId, cable, world } = await bench(['V-4'])
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'begin', settings: QUICK }, worked)
    await worked.until(() => world.read().reference > 2)
    const taken = async () => (await loadRun(pool(), runId)).rounds[0]?.steps.flatMap(({ readings }) => readings).length
    const before = await taken()
    cable.cut()
    const cutAt = (await selectLinesOfRun(pool(), runId, { after: 0, limit: 100_000 })).length
    const lostAt = world.read().reference
    await worked.until(async () => (await selectLive(pool(), runId))?.ended != null, 4000)
    const lost = await selectLive(pool(), runId)
    expect(lost?.alarm).toMatch(
      /^The source has not answered for \d+ s: it keeps the pressure it has\. It was told to vent by itself after 30 s alone/,
    )
    expect(lost?.ended).toContain('the devices say nothing any more')
    expect(world.read().reference).toBeGreaterThanOrEqual(lostAt - 0.01)
    await worked.until(() => Math.abs(world.read().reference) < 0.01, 10_000)
    expect(await taken()).toBe(before)
    await cable.mend()
    await worked.until(async () => (await selectLive(pool(), runId))?.alarm === null)
    // It had vented by itself: nothing switches it on again.
    const since = (await selectLinesOfRun(pool(), runId, { after: 0, limit: 100_000 })).slice(cutAt)
    expect(since.filter(({ text }) => /SOUR:PRES |OUTP ON/.test(text))).toEqual([])
    expect(world.read().reference).toBeCloseTo(0, 2)
  }, 90_000)

  test('beyond what may be applied it is refused before the source hears of it', async () => {
    const { link, runId } = await bench(['V-6'])
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    expect((await ordered(runId, { kind: 'set', to: 9 }, worked)).words).toContain(
      '9 is beyond what may be applied here',
    )
    const lines = await selectLinesOfRun(pool(), runId, { after: 0, limit: 5000 })
    expect(lines.some(({ text }) => text.includes(convertPressure(9, 'bar', 'Pa').toPrecision(3)))).toBe(false)
  })
})

describe('trims over the link', () => {
  test('an output is trimmed at both its ends by what the meter shows, and recorded without a PV', async () => {
    const { link, runId, world } = await bench(['T-0'], [{ cause: 'output-stage', size: 0.6 }])
    await readRoundByHand(runId)
    await decide(runId, { round: 0, decision: 'adjust', reason: null }, as(ANNA, 30))
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await worked.until(async () => (await selectLive(pool(), runId)) !== null)
    const adjustmentId = randomUUID()
    const answer = await ordered(runId, { kind: 'trim', trim: 'output-trim', adjustmentId }, worked)
    expect(answer).toMatchObject({ isDone: true, words: expect.stringContaining('read back') })
    const [act] = (await loadRun(pool(), runId)).rounds[0]?.adjustments ?? []
    expect(act).toMatchObject({ kind: 'output-trim', id: adjustmentId })
    expect(act?.beforePv ?? null).toBeNull()
    // With the figures of the end that was further off.
    const offAt = (output: string | null | undefined) =>
      Math.min(Math.abs(Number(output) - 4), Math.abs(Number(output) - 20))
    expect(offAt(act?.beforeOutput)).toBeGreaterThan(0.04)
    expect(offAt(act?.afterOutput)).toBeLessThan(0.01)
    expect(world.rig().fixedMilliamp).toBeNull()
  })
  test('one that may not be done is not written, and one the instrument refuses is not recorded', async () => {
    const { link, runId, world } = await bench(['T-1'], [{ cause: 'zero-shift', size: 0.6 }])
    const read = await readRoundByHand(runId)
    await decide(runId, { round: 0, decision: 'adjust', reason: null }, as(ANNA, 30))
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'set', to: 3 }, worked)
    await worked.until(() => world.read().reference > 2.99)
    const trimmed = world.rig().model.digital?.trimOffset
    const zero = await ordered(runId, { kind: 'trim', trim: 'zero-trim', adjustmentId: randomUUID() }, worked)
    expect(zero.isDone).toBe(false)
    expect(world.rig().model.digital?.trimOffset).toBe(trimmed)
    await ordered(runId, { kind: 'set', to: 0 }, worked)
    await worked.until(() => Math.abs(world.read().reference) < 0.002)
    world.actOn(0, { act: 'write', written: { what: 'protection', isOn: true } })
    const lower = await ordered(runId, { kind: 'trim', trim: 'lower-sensor-trim', adjustmentId: randomUUID() }, worked)
    expect(lower).toMatchObject({ isDone: false })
    expect(lower.words).toContain('write-protected')
    expect((await loadRun(pool(), runId)).rounds[0]?.adjustments).toEqual([])
    expect(read.rounds).toHaveLength(1)
  })
  test('one that reads back further off than before is put back as it was, and not recorded', async () => {
    const { link, runId, world } = await bench(['T-2'], [{ cause: 'zero-shift', size: 0.6 }])
    await readRoundByHand(runId)
    await decide(runId, { round: 0, decision: 'adjust', reason: null }, as(ANNA, 30))
    await beginLink(link, as(ANNA))
    const worked = await workedBy(randomUUID(), link.id)
    await ordered(runId, { kind: 'set', to: 0 }, worked)
    await worked.until(async () => (await selectLive(pool(), runId))?.isSteady === true)
    const before = world.read().pv ?? Number.NaN
    expect(Math.abs(before)).toBeGreaterThan(0.02)
    // Something else writes into it between the trim and its reading back.
    const trimmed = () => world.rig().model.digital?.trimOffset !== 0
    const meddle = setInterval(() => {
      if (!trimmed()) return
      clearInterval(meddle)
      world.actOn(0, { act: 'write', written: { what: 'sensor-trim', end: 'lower', truth: 0.3 } })
    }, 20)
    const answer = await ordered(runId, { kind: 'trim', trim: 'lower-sensor-trim', adjustmentId: randomUUID() }, worked)
    clearInterval(meddle)
    expect(answer.words).toMatch(/^PV reads back 0\.\d+, further off than before: it was put back as it was$/)
    expect(answer.isDone).toBe(false)
    expect(world.read().pv).toBeCloseTo(before, 2)
    expect((await loadRun(pool(), runId)).rounds[0]?.adjustments).toEqual([])
  })
})

/** A round off enough to be adjusted, typed. */
async function readRoundByHand(runId: string): Promise<RunView> {
  let run = await loadRun(pool(), runId)
  for (;;) {
    const step = run.rounds[0]?.steps.find(({ readings }) => readings.length === 0)
    if (!step) return run
    const applied = (0.06 * step.percent).toFixed(4)
    const output = (4 + 0.16 * step.percent + 0.1).toFixed(3)
    const reading = { ...nextReading(run, { applied, output }), pv: (Number(applied) + 0.0375).toFixed(4), ao: output }
    await recordReading(runId, NewReading.parse(reading), as(ANNA, 3))
    run = await loadRun(pool(), runId)
  }
}
