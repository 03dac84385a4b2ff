import { describe, expect, test } from 'vitest'
import { randomStream } from '../../core/statistics/randomStream'
import { advanceRig } from '../rig/advanceRig'
import { readRig } from '../rig/readRig'
import { RIG_FAULT_IDS } from '../rig/rigFaults'
import { practiceAdvice, practiceFacts } from './advice'
import { Course, type LoggedAct, playedCourse } from './course'
import { CURES, isSameFinding } from './cures'
import { judged } from './judgement'
import { LOOK_IDS, LOOKS, looked } from './looks'
import { canGoWrong, PRACTICE_JOBS, type PracticeJob, rigOfJob, severityOf, soundRig } from './practiceJob'
import { playByAdvice } from './scriptedTechnician'

const jobOf = (id: string): PracticeJob => {
  const job = PRACTICE_JOBS.find((each) => each.id === id)
  if (!job) throw new Error(`no job ${id}`)
  return job
}
/** Seeds enough for a thousand jobs. */
const SEEDS = Array.from({ length: Math.ceil(1000 / PRACTICE_JOBS.length) }, (_, index) => 1_000 + index * 37)

describe('the jobs', () => {
  test('are two dozen and more, of rising difficulty, at every kind of hook-up, each its own', () => {
    expect(PRACTICE_JOBS.length).toBeGreaterThanOrEqual(24)
    expect(new Set(PRACTICE_JOBS.map(({ id }) => id)).size).toBe(PRACTICE_JOBS.length)
    expect(PRACTICE_JOBS.map(({ level }) => level)).toEqual(PRACTICE_JOBS.map(({ level }) => level).toSorted())
    expect(new Set(PRACTICE_JOBS.map(({ level }) => level)).size).toBe(5)
    const setUps = new Set(PRACTICE_JOBS.map(({ setUp }) => setUp))
    for (const setUp of [
      'bench',
      'two-valve',
      'three-valve',
      'five-valve',
      'wet-leg',
      'drum',
      'vacuum',
      'pneumatic',
      'screws',
    ])
      expect(setUps.has(setUp as PracticeJob['setUp']), setUp).toBe(true)
  })
  test('nothing is asked of a hook-up that cannot go wrong there', () => {
    for (const { id, setUp, fault } of PRACTICE_JOBS) expect(canGoWrong(setUp, fault), id).toBe(true)
    expect(canGoWrong('bench', 'leg-lost')).toBe(false)
    expect(canGoWrong('pneumatic', 'write-protected')).toBe(false)
    expect(canGoWrong('pneumatic', 'meter-gain')).toBe(false)
    expect(canGoWrong('pneumatic', 'supply-low')).toBe(false)
  })
  test('the complaint does not say what is wrong, and the same seed gives the same', () => {
    for (const job of PRACTICE_JOBS) {
      expect(job.complaint.toLowerCase()).not.toContain(job.fault)
      expect(rigOfJob(job, 5)).toEqual(rigOfJob(job, 5))
      expect(severityOf(job, 5)).toBeGreaterThanOrEqual(job.severity[0])
      expect(severityOf(job, 5)).toBeLessThanOrEqual(job.severity[1])
    }
  })
})

// A thousand seeded jobs, played by somebody who does what is advised and sees what a person sees.
let named = 0
let played = 0
describe('somebody who follows the advice', () => {
  test.each(PRACTICE_JOBS.map((job) => [job.id, job] as const))('%s: names it, cures it, restores it', (_id, job) => {
    for (const seed of SEEDS) {
      const { named: cause, course, log } = playByAdvice(job, seed)
      played += 1
      if (cause === null || !isSameFinding(job.fault, cause)) continue
      named += 1
      if (seed !== SEEDS[0]) continue
      const { parts, score } = judged(course.now, job, seed)
      expect(parts.filter(({ share }) => share < 1)).toEqual([])
      expect(score).toBe(100)
      // As text: a zero has no sign there.
      expect(JSON.stringify(playedCourse(job, seed, log))).toBe(JSON.stringify(course.now))
    }
  })
  test('names what is wrong in 95 of 100 of a thousand jobs at least', () => {
    expect(played).toBeGreaterThanOrEqual(1000)
    expect(named / played).toBeGreaterThanOrEqual(0.95)
  })
  test('comes to nothing where nothing is wrong', () => {
    for (const id of ['zero', 'range', 'vacuum', 'pneumatic']) {
      const sound = { ...jobOf(id), severity: [0, 0] as const }
      const course = new Course(sound, 3)
      const facts = practiceFacts(soundRig(sound))
      expect(facts.isDigital).toBe(course.now.rig.model.digital !== null)
      // The same rig without its fault, read through a whole round.
      const observations = playByAdvice({ ...sound, fault: 'source-slow' }, 3).course.now.observations
      const without = observations.filter((each) => !(each.kind === 'look' && each.look === 'speed'))
      const speed = { kind: 'look', seconds: 0, look: 'speed', told: { paPerSecond: facts.paPerSecond } } as const
      const stroke = { kind: 'look', seconds: 0, look: 'stroke', told: { strokeM3: facts.strokeM3 } } as const
      expect(practiceAdvice([...without, speed, stroke], facts)).toEqual({
        advise: 'nothing',
        why: 'everything agrees',
      })
    }
  })
})

describe('a practice is judged with its reasons', () => {
  const job = jobOf('span')
  const base = playByAdvice(job, 11)
  const replayed = (log: readonly LoggedAct[]) => judged(playedCourse(job, 11, log), job, 11)
  const part = (judgement: ReturnType<typeof judged>, wanted: string) =>
    judgement.parts.find((each) => each.part === wanted)
  test('another cause named earns nothing for it, nor for its readings', () => {
    const wrong = base.log.map(
      (each): LoggedAct => (each.act.do === 'name' ? { ...each, act: { do: 'name', cause: 'bow' } } : each),
    )
    const judgement = replayed(wrong)
    expect(part(judgement, 'cause')).toEqual({ part: 'cause', share: 0, named: 'bow', fault: 'span-error' })
    expect(part(judgement, 'readings')?.share).toBe(0)
    expect(part(judgement, 'cure')?.share).toBe(1) // it was trimmed all the same
  })
  test('left as it was found, its error is told, and nothing is earned for a cure', () => {
    const untrimmed = base.log.filter(({ act }) => !(act.do === 'rig' && act.act.act === 'write'))
    const cure = part(replayed(untrimmed), 'cure')
    expect(cure?.share).toBe(0)
    expect(cure?.part === 'cure' && (cure.errorPercent ?? 0)).toBeGreaterThan(0.3)
  })
  test('the hose left on, and the supply off, are what was not restored', () => {
    const careless: LoggedAct[] = [
      ...base.log
        .slice(0, -1)
        .filter(({ act }) => !(act.do === 'rig' && act.act.act === 'hose' && act.act.to === 'off')),
      { tick: base.log.at(-1)?.tick ?? 0, act: { do: 'rig', act: { act: 'supply', to: 'off' } } },
      { tick: base.log.at(-1)?.tick ?? 0, act: { do: 'finish' } },
    ]
    expect(part(replayed(careless), 'restored')).toMatchObject({ left: ['hose', 'supply'], share: 0 })
  })
  test('a pressure far beyond the range, a needless repair and a long day are told in figures', () => {
    const [first] = base.log.filter(({ act }) => act.do === 'read')
    const tick = first?.tick ?? 0
    const others = base.log.filter((each) => each.tick <= tick)
    const log: LoggedAct[] = [
      ...others,
      { tick, act: { do: 'rig', act: { act: 'source', to: 6.9 } } },
      { tick: tick + 400, act: { do: 'name', cause: 'meter-gain' } },
      { tick: tick + 400, act: { do: 'put-right' } },
      { tick: tick + 40_000, act: { do: 'finish' } },
    ]
    const judgement = replayed(log)
    const overshoot = part(judgement, 'overshoot')
    expect(overshoot?.part === 'overshoot' && overshoot.beyondPercent).toBeCloseTo(15, 0)
    expect(overshoot?.share).toBe(0)
    expect(part(judgement, 'cure')).toMatchObject({ needless: 1 })
    expect(part(judgement, 'time')?.share).toBe(0)
  })
  test('one side under process pressure is told as a hazard, and an overload takes all of it', () => {
    const field = jobOf('range')
    const course = new Course(field, 4)
    course.until(20)
    course.do({ do: 'rig', act: { act: 'valve', valve: 'low', to: 'closed' } })
    course.do({ do: 'rig', act: { act: 'valve', valve: 'vent-low', to: 'open' } })
    course.until(80)
    course.do({ do: 'finish' })
    const order = judged(course.now, field, 4).parts.find((each) => each.part === 'order')
    expect(order).toMatchObject({ share: 0, hazards: ['one-side'] })
    expect(order?.part === 'order' && Math.abs(order.overloadPa ?? 0)).toBeGreaterThan(4e5)
  })
})

describe('a course', () => {
  test('takes nothing once it is finished, nor an act before the one before it', () => {
    const job = jobOf('zero')
    const late: LoggedAct[] = [
      { tick: 40, act: { do: 'read' } },
      { tick: 20, act: { do: 'read' } },
    ]
    expect(() => playedCourse(job, 1, late)).toThrow('an act lies before the one before it')
    const after: LoggedAct[] = [
      { tick: 1, act: { do: 'finish' } },
      { tick: 2, act: { do: 'read' } },
    ]
    expect(() => playedCourse(job, 1, after)).toThrow('this practice is finished')
  })
  test('nothing is put right before it is named, nor at a word what is put right at the rig', () => {
    const course = new Course(jobOf('zero'), 1)
    expect(() => course.do({ do: 'put-right' })).toThrow('it is not said what is to be put right')
    course.do({ do: 'name', cause: 'zero-shift' })
    expect(() => course.do({ do: 'put-right' })).toThrow('put right at the rig itself')
  })
  test('putting right what is not wrong changes nothing; what is wrong goes, and trims stay as they were made', () => {
    const course = new Course(jobOf('reference'), 9)
    course.until(8)
    course.do({ do: 'rig', act: { act: 'write', written: { what: 'damping', seconds: 1.5 } } })
    course.do({ do: 'name', cause: 'meter-gain' })
    course.do({ do: 'put-right' })
    expect(course.now.puts).toEqual([{ named: 'meter-gain', helped: false }])
    expect(course.now.rig.facts.reference.gain).not.toBe(1)
    course.do({ do: 'name', cause: 'reference-gain' })
    course.do({ do: 'put-right' })
    expect(course.now.rig.facts.reference.gain).toBe(1)
    expect(course.now.rig.model.digital?.dampingSeconds).toBe(1.5)
  })
  test('every fault has a way it is put right', () => {
    expect(Object.keys(CURES).toSorted()).toEqual(RIG_FAULT_IDS.toSorted())
  })
})

test('each look takes its time, and tells figures or that there is nothing to see', () => {
  for (const look of LOOK_IDS) {
    const stream = randomStream(2)
    const rig = advanceRig(soundRig(jobOf('zero')), 2, stream)
    const { rig: after, told } = looked(rig, look, stream)
    expect(after.seconds - rig.seconds, look).toBeCloseTo(LOOKS[look].seconds, 6)
    expect(Object.keys(told).length, look).toBeGreaterThan(0)
    for (const value of Object.values(told))
      if (typeof value === 'number') expect(Number.isFinite(value), look).toBe(true)
  }
})

test('at a hard vacuum every figure is a number', () => {
  let rig = soundRig(jobOf('vacuum'))
  const stream = randomStream(4)
  for (const to of [0, 13, 0]) {
    const sourced = {
      ...rig,
      sourcePa: to * 1000,
      hookUp: { ...rig.hookUp, valves: { block: 'closed', gas: 'closed' }, rig: { hose: 'on', pump: 'at-work' } },
    } as typeof rig
    rig = advanceRig(sourced, 120, stream)
    expect(Number.isFinite(readRig(rig).reference)).toBe(true)
  }
  expect(Math.abs(readRig(rig).reference)).toBeLessThan(0.01)
})
