import { setTimeout as delay } from 'node:timers/promises'
import {
  afterSeen,
  afterSilence,
  automaticStart,
  goneOn,
  type Order,
  paused,
  type Seen,
  STOPS,
  type TakenPoint,
  takeNow,
} from '@/bench/automatic/automaticRun'
import type { Sample } from '@/bench/automatic/settling'
import { attendance, secondsToVent } from '@/core/links/attendance'
import { mayLetGo } from '@/core/links/sourceDuty'
import { Refusal } from '@/core/refusal'
import { automaticPlan, channelsOf, outstanding, refuseDifferentPoints, sourceBounds } from '@/plans/automaticOf'
import type { LinkAct, LinkAnswer } from '@/schema/links'
import type { RunView } from '@/schema/runView'
import { pool, transaction } from '../../database'
import { LinkLost } from '../../links/lineLink'
import { type MemberReading, SessionDevices } from '../../links/sessionDevices'
import { log } from '../../log'
import { selectDevice } from '../../sql/links/device'
import { insertLines } from '../../sql/links/linkLine'
import { answerOrder, selectWaitingOrders, type WaitingOrder } from '../../sql/links/linkOrder'
import {
  type AutomaticRow,
  beat,
  closeSession,
  hasNoOpenRun,
  type LinkSession,
  secondsAlone,
  type TakenSession,
  updateAutomatic,
  upsertLive,
} from '../../sql/links/linkSession'
import { selectPerson } from '../../sql/people/person'
import { insertEvent } from '../../sql/proof/event'
import type { Actor } from '../actor'
import { asRegistered, refuseCrossed } from './linkedCheck'
import { LinkedSource } from './linkedSource'
import { linkedTrim } from './linkedTrim'
import { notePast, presentRun, recordPoint, refuseUnreadable } from './linkPoints'
import { type Going, type LinkStanding, linkShown, STEADY_S, WATCH_SECONDS } from './linkShown'

/** As often as devices are looked at: while a point is come to or waited for, and otherwise. No device is asked more often. */
const QUICK_MS = 60
const CALM_MS = 250
/** As often as it says that it lives, looks for orders, and shows how it stands. */
const EVERY_MS = { beat: 1000, orders: 150, shown: 250 } as const
/** So long the channels beside the pressure are waited for; what comes later says how things stood before. */
const READ_MS = 700
/** A step that takes longer hangs: it says no more that it lives, so that another process takes the session. */
const LONGEST_STEP_MS = 10_000
/** So long a wait is looked over in one piece, ms. */
const WAIT_MS = 100
/** So long away, a run that takes its own readings is not gone on with by itself; so old, nothing that was wanted is done. */
const LONGEST_AWAY_S = 60
const TOO_LATE_MS = 20_000

/** One session in the hands of this process: it looks, obeys people, takes readings, and says how it stands. */
export class LinkWork {
  private readonly devices: SessionDevices
  private runs: readonly RunView[]
  private going: Going | null = null
  private readonly source: LinkedSource
  private ended: string | null = null
  private recent: Sample[] = []
  private readonly due: Record<keyof typeof EVERY_MS, number> = { beat: 0, orders: 0, shown: 0 }
  /** Null until it was asked, and again once it was not heard. */
  private canWatch: boolean | null = null
  private hadWatch = false
  /** When the step that runs began; null between two. By it and not by the step itself it is said that it lives. */
  private stepBegan: number | null = null
  private isOurs = true
  /** For how long nobody was seen, s. */
  private alone = 0
  private readonly beating: NodeJS.Timeout
  /** What was asked of the channels and not answered yet. */
  private asked: Promise<readonly MemberReading[]> | null = null

  private constructor(
    private readonly session: LinkSession,
    private readonly held: TakenSession,
    parts: { readonly devices: SessionDevices; readonly runs: readonly RunView[] },
  ) {
    this.devices = parts.devices
    this.runs = parts.runs
    this.source = new LinkedSource(held, parts.devices, sourceBounds(parts.runs))
    this.beating = setInterval(() => void this.beatInStep(), EVERY_MS.beat).unref()
  }

  /** Opens the devices of a session that was taken; goes on with a run that took its own readings where it stands. */
  static async open(session: LinkSession, held: TakenSession): Promise<LinkWork> {
    const runs = await Promise.all(session.members.map(({ runId }) => presentRun(runId)))
    const deviceOf = (id: string | null) => (id === null ? null : selectDevice(pool(), id))
    const source = await deviceOf(session.sourceId)
    if (!source) throw new Error('a session without its source') // cannot be: the database keeps it
    const members = await Promise.all(
      session.members.map(async ({ runId, meterId, transmitterId }, index) => ({
        ...{ runId, tag: runs[index]?.world.instrument.tag ?? '' },
        ...{ meter: await deviceOf(meterId), transmitter: await deviceOf(transmitterId) },
      })),
    )
    const unit = runs[0]?.world.inputUnit ?? 'Pa'
    const work = new LinkWork(session, held, { devices: new SessionDevices(source, members, unit), runs })
    try {
      if (session.automatic) await work.goOnWith(session.automatic, held.silentSeconds)
    } catch (error) {
      await work.close().catch(() => {})
      throw error
    }
    return work
  }

  /** One look, and what follows from it. @returns false where the session is this worker's no more */
  async step(): Promise<boolean> {
    this.stepBegan = performance.now()
    try {
      return await this.stepped()
    } finally {
      this.stepBegan = null
    }
  }

  private async stepped(): Promise<boolean> {
    if (!this.isOurs) return false
    if (this.isDue('beat') && !(await this.stillOurs())) return false
    if (this.isDue('orders')) {
      const orders = await selectWaitingOrders(pool(), this.session.id)
      const vent = orders.findLastIndex(({ act }) => act.kind === 'vent')
      for (const [place, order] of orders.entries()) {
        if (await this.isPast(order, place < vent)) continue
        this.due.shown = 0 // what came of it is shown at once
        if (await this.obey(order)) return false
      }
    }
    const [round, readings] = await Promise.all([this.source.round(null), this.readings()])
    if (!round.isOurs) return false
    const applied = round.look?.pressure ?? null
    await this.watched(applied)
    this.remember(applied)
    await this.attended()
    const isVented = this.source.state.owes === 'vent' || round.told?.kind === 'vent'
    if (this.going && isVented) await this.end(STOPPED_BY_VENT)
    if (this.going && this.source.state.alarm === 'not-as-told') await this.end(NOT_AS_TOLD)
    const before = this.going?.state.phase
    await this.takeFurther(applied, readings)
    if (this.going?.state.phase !== before) this.due.shown = 0
    if (this.isDue('shown')) await this.publish(applied, readings)
    return true
  }

  /** A slow device holds up a step, not the lease. */
  private async beatInStep(): Promise<void> {
    if (this.stepBegan === null || performance.now() - this.stepBegan > LONGEST_STEP_MS) return
    try {
      this.isOurs = await beat(pool(), this.held)
    } catch {
      // The database is away: whether it is still held is proven before each order.
    }
  }

  /** What is read of each instrument now; nothing where a device is slow: the source is not looked at less often for it. */
  private async readings(): Promise<readonly MemberReading[]> {
    const isNow = this.asked === null
    this.asked ??= this.devices.readings().finally(() => {
      this.asked = null
    })
    const found = await Promise.race([this.asked, delay(READ_MS).then(() => null)])
    return isNow && found ? found : this.session.members.map(() => ({ output: null, pv: null, ao: null }))
  }

  /** Waits while the source is looked after. @throws {Refusal} where it was vented meanwhile, or is another’s now */
  private async waited(length: number): Promise<void> {
    for (const until = seconds() + length; seconds() < until; await delay(WAIT_MS)) {
      this.stepBegan = performance.now() // it waits, and does not hang
      const { isOurs, told } = await this.source.round(null)
      if (!isOurs) throw new Refusal('act', 'another server process has this link now', 'say it again')
      if (told?.kind === 'vent') throw new Refusal('act', 'the source was vented meanwhile', 'look at the instrument')
    }
  }

  /** How long until the next look, ms: quick while a point is come to or waited for. */
  get paceMs(): number {
    return this.going && this.going.state.phase !== 'paused' ? QUICK_MS : CALM_MS
  }

  private isDue(what: keyof typeof EVERY_MS): boolean {
    const now = performance.now()
    if (now < this.due[what]) return false
    this.due[what] = now + EVERY_MS[what]
    return true
  }

  /** Says that it is still worked here; ends it where no run of it is open any more. */
  private async stillOurs(): Promise<boolean> {
    if (!(await beat(pool(), this.held))) return false
    this.alone = await secondsAlone(pool(), this.session.id)
    if (!(await hasNoOpenRun(pool(), this.session.id))) return true
    // Sealed or given up: nobody is there any more to let go of them. Nobody lets go of a source under pressure, nor of one that
    // was to be vented and has not confirmed it.
    if (this.source.isUnderPressure) return (await this.source.round({ kind: 'vent' })).isOurs
    if (!mayLetGo(this.source.state)) return true
    return !(await transaction((db) => closeSession(db, this.held)))
  }

  private get allowedAlone(): number {
    return (this.going?.row.settings.unattendedMinutes ?? 0) * 60
  }

  /** Left alone under pressure it is vented in the end; that is said before. */
  private async attended(): Promise<void> {
    if (!this.source.isUnderPressure || this.source.state.owes === 'vent') return
    if (attendance(this.alone, this.allowedAlone) !== 'gone') return
    await this.end('Vented: nobody had it open any more.')
    await this.source.round({ kind: 'vent' })
  }

  /** Lets go of the devices; what they said last is kept. */
  async close(): Promise<void> {
    clearInterval(this.beating)
    this.devices.close()
    await insertLines(pool(), this.session.id, this.devices.takeLines())
  }

  /**
   * Nothing is done that was wanted long ago, when things stood otherwise, nor what was wanted before a vent; but for a vent,
   * which is always right, and what lets go of devices.
   */
  private async isPast({ id, act, ageMs }: WaitingOrder, isBeforeVent: boolean): Promise<boolean> {
    const isTooLate = ageMs >= TOO_LATE_MS
    if (act.kind === 'vent' || (!isTooLate && (!isBeforeVent || act.kind === 'end'))) return false
    const words = isTooLate
      ? 'it came too late and was not done: say it again'
      : 'it was not done: somebody wanted a vent after it'
    await answerOrder(pool(), id, { answer: { isDone: false, words }, now: new Date() })
    return true
  }

  private async obey({ id, runId, act, orderedBy }: WaitingOrder): Promise<boolean> {
    let answer: LinkAnswer
    this.alone = 0 // somebody is there
    try {
      const person = await selectPerson(pool(), orderedBy)
      if (!person) throw new Error('an order by nobody') // cannot be: the database keeps it
      answer = { isDone: true, words: await this.did(act, runId, { person, now: new Date() }) }
    } catch (error) {
      answer = { isDone: false, words: wordsOf(error) }
    }
    await insertLines(pool(), this.session.id, this.devices.takeLines())
    const isEnded = act.kind === 'end' && answer.isDone && (await transaction((db) => closeSession(db, this.held)))
    if (act.kind === 'end' && answer.isDone && !isEnded) answer = { isDone: false, words: NOT_ENDED }
    await answerOrder(pool(), id, { answer, now: new Date() })
    return isEnded
  }

  /** Does what a person wants. @returns what was done, in words */
  private async did(act: LinkAct, runId: string, actor: Actor): Promise<string> {
    const { going, devices } = this
    switch (act.kind) {
      case 'begin':
        await this.begin({ settings: act.settings, personId: actor.person.id, isPaused: false }, runId)
        return 'it takes its readings from here'
      case 'take-now':
        if (going?.state.phase !== 'settling') throw new Refusal('act', 'no point is waited for', 'wait until one is')
        going.state = takeNow(going.state)
        return 'taken as it stands'
      case 'pause':
      case 'go-on': {
        if (!going) throw new Refusal('act', 'it takes no readings of its own', 'begin it first')
        const isPaused = act.kind === 'pause'
        const next = isPaused ? paused(going.state) : goneOn(going.state, going.plan)
        going.state = next.state
        await this.order(next.orders)
        await updateAutomatic(pool(), this.held, { ...going.row, isPaused })
        return isPaused ? 'paused: the pressure is held' : 'it goes on'
      }
      case 'by-hand':
        await this.end(null)
        await this.hold()
        return this.source.state.owes === null
          ? 'by hand from here; the source stays as it is'
          : 'by hand from here; the source is held as soon as it answers'
      case 'set':
        if (going) throw new Refusal('act', 'it takes its own readings', 'take it by hand first')
        await this.source.want({ kind: 'set', to: act.to })
        return 'the source goes there'
      case 'vent':
        return this.vent(actor)
      case 'trim': {
        const place = devices.members.findIndex((each) => each.runId === runId)
        const member = devices.members[place]
        // An output is trimmed at whatever pressure stands: the others go on meanwhile.
        if (going && (act.trim !== 'output-trim' || going.takes.includes(place)))
          throw new Refusal('act', 'it takes its own readings', 'take it by hand first')
        const { world } = await presentRun(runId)
        if (!member) throw new Refusal('run', 'it is none of this link', 'reload the run')
        return linkedTrim({
          ...{ trim: act.trim, adjustmentId: act.adjustmentId, member, source: devices.source, world, actor },
          wait: (length) => this.waited(length),
        })
      }
      case 'vented-by-hand':
        await this.source.ventedByHand()
        await insertEvent(pool(), {
          ...{ at: actor.now, personId: actor.person.id, kind: 'vented by hand' },
          ...{ subjectId: runId, detail: { sessionId: this.session.id } },
        })
        return 'noted: you vented it by hand'
      case 'end':
        if (!mayLetGo(this.source.state))
          throw new Refusal(
            'act',
            'the source was to be vented and has not confirmed it',
            'vent it there by hand and say so; then let go of it',
          )
        // From here on a person looks after the source: it is not to vent under their hands.
        if (this.canWatch) await devices.source.watch(0).catch(() => false)
        this.canWatch = null // should it be kept after all, it is told to watch again
        return 'the devices are let go of; the source stays as it is'
      default:
        return act satisfies never
    }
  }

  /**
   * Begins to take readings of every instrument that has points left. Others hang at the manifold all the same, and what may be
   * applied to them counts.
   *
   * @param wantedBy the run it was begun from, which must have some; null where it is gone on with
   */
  private async begin(row: AutomaticRow, wantedBy: string | null): Promise<void> {
    if (this.going) throw new Refusal('act', 'it takes its own readings already', 'reload the run')
    this.runs = await Promise.all(this.session.members.map(({ runId }) => presentRun(runId)))
    this.source.bounds = sourceBounds(this.runs)
    const takes = this.runs.flatMap((run, place) =>
      run.id === wantedBy || (run.status === 'open' && outstanding(run).length > 0) ? [place] : [],
    )
    const runs = this.runs.filter((_, place) => takes.includes(place))
    const members = this.devices.members.filter((_, place) => takes.includes(place))
    const [first, ...beside] = runs
    if (!first) throw new Refusal('run', 'every point of this round is read', 'judge it')
    refuseUnreadable(runs, members)
    refuseDifferentPoints(runs)
    const wait = (length: number) => this.waited(length)
    const { dampingSeconds } = await asRegistered(runs, members)
    const isAlone = this.session.members.length === 1
    await refuseCrossed(runs, { members, isAlone, dampingSeconds, wait })
    const plan = automaticPlan(first, row.settings, { beside, dampingSeconds })
    const person = await selectPerson(pool(), row.personId)
    await updateAutomatic(pool(), this.held, row)
    this.ended = null
    this.going = { row, takes, plan, startedBy: person?.name ?? '', state: automaticStart }
    if (row.isPaused) this.going.state = { ...automaticStart, phase: 'paused' }
  }

  /**
   * Another process worked it and is gone: what it had recorded stands, and the next point is come to anew. Where that is long
   * ago nobody may stand beside it any more: a person begins it again.
   */
  private async goOnWith(row: AutomaticRow, silentSeconds: number | null): Promise<void> {
    if (silentSeconds !== null && silentSeconds > LONGEST_AWAY_S) {
      await this.end('It stood still while no server worked it. Look at the instrument, then begin it again.')
      return
    }
    try {
      await this.begin(row, null)
    } catch (error) {
      await this.end(`Gone on with after a stop: ${wordsOf(error)}`)
    }
  }

  private async takeFurther(applied: number | null, readings: readonly MemberReading[]): Promise<void> {
    const { going } = this
    if (!going) return
    const outputs = readings.flatMap(({ output, pv, ao }, place) =>
      going.takes.includes(place) ? channelsOf(this.runs[place]?.world, { output, pv, ao }) : [],
    )
    const isWhole = applied !== null && outputs.every((each): each is number => each !== null)
    const before = going.state
    const seen: Seen | null = isWhole ? { seconds: seconds(), applied, outputs: outputs as number[] } : null // checked just before
    const next = seen ? afterSeen(before, seen, going.plan) : afterSilence(before, seconds(), going.plan)
    going.state = next.state
    try {
      await this.order(next.orders)
      if (next.state.timesPast > before.timesPast && applied !== null) await this.note(applied, going)
      for (const point of next.state.taken.slice(before.taken.length)) await this.record(point, going)
    } catch (error) {
      await this.end(`It stopped: ${wordsOf(error)}`)
      await this.hold()
      return
    }
    const { phase, stop } = next.state
    if (phase === 'done') await this.end(null)
    if (phase === 'stopped' && stop) await this.end(`It stopped: ${STOPS[stop]}.`)
  }

  private async record(point: TakenPoint, { row, takes }: Going): Promise<void> {
    // What another has in hand by now is his to read.
    this.isOurs = await beat(pool(), this.held)
    if (!this.isOurs) return
    const person = await selectPerson(pool(), row.personId)
    if (!person) throw new Error('readings by nobody') // cannot be
    await recordPoint(this.taking(takes), point, person)
    this.runs = await Promise.all(this.runs.map(({ id }) => presentRun(id)))
  }

  private taking(takes: Going['takes']): readonly RunView[] {
    return this.runs.filter((_, place) => takes.includes(place))
  }

  private async note(applied: number, { row, takes }: Going): Promise<void> {
    const person = await selectPerson(pool(), row.personId)
    if (person) await notePast(this.taking(takes), applied, person)
  }

  private async order(orders: readonly Order[]): Promise<void> {
    for (const order of orders) {
      if (order.order === 'set') await this.source.want({ kind: 'set', to: order.to })
      else if (order.order === 'hold') await this.hold()
      else await this.source.round({ kind: 'vent' })
    }
  }

  /** Holds what it has. Where nobody hears it, it is owed and told again as soon as somebody does. */
  private async hold(): Promise<void> {
    await this.source.round({ kind: 'hold' })
  }

  private async vent({ person }: Actor): Promise<string> {
    if (this.going || this.ended === STOPPED_BY_VENT) await this.end(`Vented by ${person.name}.`)
    const { outcome } = await this.source.round({ kind: 'vent' })
    if (outcome === 'lost') throw new Refusal('source', NOT_VENTED, 'go to it, and vent it there')
    return ventedWords(outcome === 'confirmed')
  }

  private async end(words: string | null): Promise<void> {
    this.going = null
    this.ended = words
    await updateAutomatic(pool(), this.held, null)
  }

  /** Heard again, the source is told to watch over itself, and what it could not be told before. */
  private async watched(applied: number | null): Promise<void> {
    if (applied === null) {
      this.canWatch = null
      return
    }
    if (this.canWatch === null) this.canWatch = await this.devices.source.watch(WATCH_SECONDS).catch(() => null)
    this.hadWatch = this.canWatch === true
  }

  private remember(applied: number | null): void {
    const now = seconds()
    this.recent = [
      ...this.recent.filter((each) => each.seconds >= now - STEADY_S),
      ...(applied === null ? [] : [{ seconds: now, value: applied }]),
    ]
  }

  private async publish(applied: number | null, readings: readonly MemberReading[]): Promise<void> {
    await insertLines(pool(), this.session.id, this.devices.takeLines())
    await upsertLive(pool(), this.held, linkShown(this.standing, { applied, readings }))
  }

  private get standing(): LinkStanding {
    const { session, runs, devices, recent, going, ended, hadWatch } = this
    const { state: source, isUnderPressure: isPressed, silentSeconds } = this.source
    const isAlone = isPressed && attendance(this.alone, this.allowedAlone) !== 'there'
    const alone = isAlone ? { seconds: this.alone, toVent: secondsToVent(this.alone, this.allowedAlone) } : null
    return {
      ...{ sessionId: session.id, runs, devices, recent, going, source, isPressed },
      ...{ ended, silentSeconds, hadWatch, alone },
    }
  }
}

const NOT_ENDED = 'somebody wanted a vent meanwhile, or another server process has this link now: look at the source'
const NOT_AS_TOLD = 'It stopped: the source does not do what it was told.'
const STOPPED_BY_VENT = 'It stopped: the source is to be vented.'
const NOT_VENTED = 'it does not answer, and was not vented; it is vented as soon as it is heard again'

/** What a vent that was told says of itself. */
export const ventedWords = (says: boolean): string =>
  says
    ? 'The source says that it is vented. Look at it all the same.'
    : 'The source was told to vent and does not say that it has: go to it.'

const seconds = () => performance.now() / 1000

function wordsOf(error: unknown): string {
  if (error instanceof Refusal) return error.line
  if (error instanceof LinkLost) return `${error.message}: look at the device and its cable`
  log.error({ error: error instanceof Error ? { message: error.message, stack: error.stack } : error }, 'link work')
  return 'server error, details in the server log: try again, or type the readings'
}
