import { describe, expect, test } from 'vitest'
import { NewAdjustment, NewDecision, NewReading } from './run'
import { Abandoning, Signing } from './runEnd'
import { StartRun } from './startRun'

const ID = '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a001'
const OTHER = '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a002'
const words = (result: {
  success: boolean
  error?: { issues: { path: PropertyKey[]; message: string }[] } | undefined
}) => result.error?.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('; ') ?? ''

describe('a reading', () => {
  const reading = { id: ID, stepId: OTHER, applied: '12,50', output: '8.004' }
  test('keeps its digits and is no correction unless it says so', () => {
    expect(NewReading.parse(reading)).toEqual({
      heldSeconds: null,
      ...reading,
      applied: '12.50',
      supersedes: null,
      reason: null,
    })
  })
  test.each([
    ['a correction without a reason', { supersedes: OTHER }, 'reason: a correction needs a reason'],
    ['a reason without a correction', { reason: 'because' }, 'reason: a correction needs a reason'],
    ['an empty reason', { supersedes: OTHER, reason: '  ' }, 'reason: give the reason'],
    ['letters', { output: 'eight' }, 'output: “eight” is not a number'],
    ['nothing', { applied: '' }, 'applied: nothing entered'],
    ['an object for a number', { applied: { $gt: 0 } }, 'applied'],
    ['no UUID', { id: '1' }, 'id'],
  ])('%s is refused', (_name, change, expected) => {
    expect(words(NewReading.safeParse({ ...reading, ...change }))).toContain(expected)
  })
})

describe('the start of a run', () => {
  const start = {
    id: ID,
    instrumentId: OTHER,
    inputUnit: 'mbar',
    inputReferenceId: ID,
    outputReferenceId: null,
    environment: { ambientCelsius: '21,5', relativeHumidityPercent: '', barometricHPa: null },
  }
  test('an empty box of the environment is “not noted”, not zero', () => {
    expect(StartRun.parse(start).environment).toEqual({
      ambientCelsius: '21.5',
      relativeHumidityPercent: null,
      barometricHPa: null,
    })
  })
  test.each([
    ['an unknown unit', { inputUnit: 'furlong' }, 'inputUnit: not a unit Barys knows'],
    [
      'no reference',
      { inputReferenceId: '' },
      'inputReferenceId: no reference is chosen: choose the one that gives the pressure',
    ],
    ['letters for a temperature', { environment: { ambientCelsius: 'warm' } }, 'environment.ambientCelsius'],
  ])('%s is refused', (_name, change, expected) => {
    expect(words(StartRun.safeParse({ ...start, ...change }))).toContain(expected)
  })
})

describe('an adjustment', () => {
  const act = { id: ID, kind: 'zero-trim', words: '', applied: '', beforeOutput: '', afterOutput: '' }
  test('says in words or by its figures what was done', () => {
    expect(words(NewAdjustment.safeParse(act))).toContain('words: say what was done')
    expect(NewAdjustment.parse({ ...act, afterOutput: '4.000' })).toMatchObject({
      afterOutput: '4.000',
      beforeOutput: null,
    })
    expect(NewAdjustment.parse({ ...act, words: ' vented ' })).toMatchObject({ words: 'vented' })
  })
  test('of an excitation has its value, unit and meter; another act has none of them', () => {
    const said = 'excitation: an excitation has its value, its unit and the meter it was read by'
    const excitation = { ...act, kind: 'excitation', excitation: '5,02', excitationUnit: 'V', excitationMeter: 'R-06' }
    expect(NewAdjustment.parse(excitation)).toMatchObject({ excitation: '5.02', excitationUnit: 'V' })
    expect(words(NewAdjustment.safeParse({ ...excitation, excitationMeter: '' }))).toContain(said)
    expect(words(NewAdjustment.safeParse({ ...excitation, excitationUnit: null }))).toContain(said)
    expect(words(NewAdjustment.safeParse({ ...excitation, excitation: '', words: 'as its plate says' }))).toContain(
      said,
    )
    expect(words(NewAdjustment.safeParse({ ...excitation, kind: 'vacuum-span' }))).toContain(said)
    expect(NewAdjustment.safeParse({ ...excitation, excitationUnit: 'kV' }).success).toBe(false)
  })
  test('of a kind nobody knows is refused', () => {
    expect(NewAdjustment.safeParse({ ...act, words: 'x', kind: 'hammer' }).success).toBe(false)
  })
})

test.each([
  [Signing, { password: 'milk powder', confirmed: false }, 'confirmed: confirm that these are the readings you took'],
  [Signing, { password: '', confirmed: true }, 'password: give your password once more'],
  [Signing, { password: 'milk powder', confirmed: true, remark: 'x'.repeat(1001) }, 'remark: 1000 characters at most'],
  [NewDecision, { round: 0, decision: 'scrap' }, 'decision'],
  [NewDecision, { round: -1, decision: 'leave' }, 'round'],
  [Abandoning, { reason: ' ' }, 'reason: give the reason'],
])('%# a signature, decision or abandoning that is not whole is refused', (schema, input, expected) => {
  expect(words(schema.safeParse(input))).toContain(expected)
})

test('a blank remark is none', () => {
  expect(Signing.parse({ password: 'milk powder', confirmed: true, remark: '   ' }).remark).toBeNull()
})
