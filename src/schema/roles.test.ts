import { describe, expect, test } from 'vitest'
import { FirstPerson, NewPerson, SignIn } from './people'
import { ReviewAnswer } from './review'
import { mayDo, whoMay } from './roles'
import { OpenRound } from './run'
import { NewPause, Presence } from './runEnd'
import { StartRun } from './startRun'

const words = (result: { error?: { issues: { path: PropertyKey[]; message: string }[] } | undefined }) =>
  result.error?.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('; ') ?? ''
const ID = '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a001'

describe('who may do what', () => {
  test.each([
    ['technician', 'calibrate', true],
    ['reviewer', 'calibrate', false],
    ['planner', 'change the register', true],
    ['planner', 'calibrate', false],
    ['reviewer', 'review', true],
    ['technician', 'review', false],
    ['reader', 'amend', false],
    ['technician', 'attach findings', true],
    ['planner', 'attach findings', true],
    ['reviewer', 'attach findings', true],
    ['reader', 'attach findings', false],
  ] as const)('a %s may %s: %s', (role, action, may) => {
    expect(mayDo(role, action)).toBe(may)
  })
  test('is said in words', () => {
    expect(whoMay('change the register')).toBe('a technician or a planner')
  })
})

describe('people, reviews, pauses and presence as they are sent', () => {
  const person = { name: 'Odile Marren', initials: 'OM', role: 'planner', password: 'long enough' }
  test.each([
    [
      'a short password',
      FirstPerson,
      { ...person, password: 'short' },
      'password: has fewer than eight characters: make it longer',
    ],
    ['no name', NewPerson, { ...person, name: '  ' }, 'name: is empty: fill in the name'],
    [
      'an unknown role',
      NewPerson,
      { ...person, role: 'owner' },
      'role: is not chosen: say what the person is here for',
    ],
    ['no password', SignIn, { name: 'x', password: '' }, 'password: is empty: fill in the password'],
    ['returned without a word', ReviewAnswer, { outcome: 'returned', password: 'x', remark: ' ' }, 'remark: say what'],
    ['a pause without a word', NewPause, { id: ID, kind: 'paused' }, 'words: say why, and how it is left'],
    ['fewer points without a reason', OpenRound, { round: 1, fewerPoints: { testPoints: '0, 100' } }, 'reason'],
    ['a draft of a megabyte', Presence, { place: '', draft: { a: 'x'.repeat(9000) } }, 'draft: too much typed'],
  ] as const)('%s is refused', (_what, schema, input, expected) => {
    expect(words(schema.safeParse(input))).toContain(expected)
  })
  test('reviewed needs no remark, and a blank one is none', () => {
    expect(ReviewAnswer.parse({ outcome: 'reviewed', password: 'x', remark: '  ' }).remark).toBeNull()
  })
  test('a person is no administrator unless said so', () => {
    expect(NewPerson.parse(person).isAdministrator).toBe(false)
  })
  test('a run is begun under simple acceptance, without dwell, unless said otherwise', () => {
    const start = {
      id: ID,
      instrumentId: ID,
      inputUnit: 'kPa',
      inputReferenceId: ID,
      outputReferenceId: null,
      environment: {},
    }
    expect(StartRun.parse(start)).toMatchObject({
      decisionRule: 'simple-acceptance',
      plan: { cycles: 1, dwellSeconds: null, stabilityPercent: null },
    })
    const plan = { dwellSeconds: 5, stabilityPercent: '0,1' }
    expect(StartRun.parse({ ...start, plan }).plan).toMatchObject({ dwellSeconds: 5, stabilityPercent: 0.1 })
    expect(words(StartRun.safeParse({ ...start, plan: { stabilityPercent: '0' } }))).toContain('above 0 and up to 10 %')
    expect(words(StartRun.safeParse({ ...start, decisionRule: 'by feeling' }))).toContain('decisionRule')
  })
})
