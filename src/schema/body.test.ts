import { describe, expect, test } from 'vitest'
import { sensorBody } from '@/core/range/sensorBody'
import { bodyWords } from '../core/range/bodyWords'
import { bodyIn } from '../plans/capsuleBody'
import { rangeChangeWords } from '../words/rangeChangeWords'
import { verdictWords } from '../words/verdictWords'
import { BodyForm, BodyNumbers } from './body'
import { CapsuleCount, NewCapsule } from './capsule'
import { Configuration } from './configuration'
import { ConfigurationNumbers } from './configurationForm'

const LINKS = [
  { name: 'low', minSpan: 5, maxSpan: 20 },
  { name: 'high', minSpan: 20, maxSpan: 80 },
]
const BODY = { family: 'trial', capsule: 'T', maxSpan: 80, allowsReverse: false, links: LINKS, link: 'low' }
const CONFIGURATION = {
  description: 'trial',
  area: 'bench',
  kind: 'pneumatic-transmitter',
  pressureKind: 'differential',
  unit: 'kPa',
  lrl: -80,
  url: 80,
  minSpan: 5,
  lrv: 0,
  urv: 15,
  signal: '20-100kPa',
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 1 }] },
  adjustLimit: null,
  intervalMonths: 12,
  testPoints: [0, 50, 100],
  pointOrder: 'up',
  body: BODY,
}
const refusalsOf = (changes: object) =>
  ConfigurationNumbers.safeParse({ ...CONFIGURATION, ...changes }).error?.issues.map(
    ({ path, message }) => `${path.join('.')}: ${message}`,
  ) ?? []

describe('a body', () => {
  test.each([
    ['two positions of one name', { links: [LINKS[0], LINKS[0]] }, 'two positions have one name'],
    ['a link at no position', { link: 'middle' }, 'middle is none of the positions'],
    ['a band turned round', { links: [{ name: 'x', minSpan: 9, maxSpan: 3 }], link: null }, 'above the smallest span'],
    ['a largest span of nothing', { maxSpan: 0 }, 'above zero'],
  ])('%s is refused', (_, changes, says) => {
    expect(JSON.stringify(BodyNumbers.safeParse({ ...BODY, ...changes }).error?.issues)).toContain(says)
  })
  test('as a form sends it: text, a decimal comma, empty boxes for what is not known', () => {
    expect(
      BodyForm.parse({
        family: ' trial ',
        capsule: '',
        maxSpan: '',
        allowsReverse: true,
        links: [{ name: 'low', minSpan: '4,5', maxSpan: '12' }],
        link: '',
      }),
    ).toEqual({
      family: 'trial',
      capsule: null,
      maxSpan: null,
      allowsReverse: true,
      links: [{ name: 'low', minSpan: 4.5, maxSpan: 12 }],
      link: null,
    })
  })
  test('in words', () => {
    expect(bodyWords(BODY, 'kPa')).toBe(
      'capsule T, of “trial”, largest span 80 kPa, span link at low, not reverse-acting',
    )
    expect(bodyWords({ ...BODY, link: null, maxSpan: null, allowsReverse: true }, 'kPa')).toContain('not looked at')
  })
})

describe('a configuration with a body', () => {
  test('that fits is taken', () => {
    expect(refusalsOf({})).toEqual([])
  })
  test.each([
    ['a link that does not serve the span', { urv: 60 }, 'body: the link stands at low, and this span needs high'],
    ['a span over the largest', { lrv: -40, urv: 60 }, 'over the largest of 80 kPa'],
    ['a span no position serves', { body: { ...BODY, links: [LINKS[1]], link: null } }, 'no link position serves'],
    ['a reverse range on a body that cannot', { lrv: 15, urv: 0 }, 'cannot act in reverse'],
    [
      'a root here and in the host',
      { hostRoot: true, transfer: { kind: 'root-to-zero', cutOffPercent: 5 } },
      'taken twice',
    ],
  ])('%s is refused by name', (_, changes, says) => {
    expect(refusalsOf(changes).join(' | ')).toContain(says)
  })
  test('without one, as older records have it, nothing is added: the record stays the same record', () => {
    const { body: _, ...older } = CONFIGURATION
    const read = Configuration.parse({ ...older, transfer: { kind: 'linear' }, displayScale: null })
    expect('body' in JSON.parse(JSON.stringify(read))).toBe(false)
    expect('hostRoot' in JSON.parse(JSON.stringify(read))).toBe(false)
    expect(sensorBody(read)).toMatchObject({ links: [], maxSpan: null, allowsReverse: true })
  })
})

describe('a capsule', () => {
  const CAPSULE = {
    id: '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a001',
    code: 'T-2',
    family: 'trial',
    description: 'trial',
    unit: 'bar',
    lrl: '-1',
    url: '2',
    minSpan: '0,1',
    maxSpan: '',
    links: [],
    allowsReverse: false,
    kept: '3',
  }
  test('is kept with its figures, and reads in another unit', () => {
    const { lrl, url, minSpan, maxSpan, links, allowsReverse, unit, kept } = NewCapsule.parse(CAPSULE)
    expect(kept).toBe(3)
    const body = bodyIn({ unit, body: { lrl, url, minSpan, maxSpan, links, allowsReverse } }, 'kPa')
    expect(body).toEqual({ lrl: -100, url: 200, minSpan: 10, maxSpan: null, links: [], allowsReverse: false })
  })
  test.each([
    [{ lrl: '3' }, 'must lie above LRL'],
    [{ minSpan: '9' }, 'wider than the limits'],
    [{ maxSpan: '0.05' }, 'under the smallest span'],
    [{ kept: '1.5' }, 'no count'],
    [{ kept: '-1' }, 'no count'],
    [{ code: ' ' }, 'empty'],
  ])('%j is refused', (changes, says) => {
    expect(JSON.stringify(NewCapsule.safeParse({ ...CAPSULE, ...changes }).error?.issues)).toContain(says)
  })
  test('is counted in whole numbers', () => {
    expect(CapsuleCount.safeParse({ kept: '4' }).success).toBe(true)
    expect(CapsuleCount.safeParse({ kept: 'four' }).success).toBe(false)
  })
})

describe('in words', () => {
  const capsule = { code: 'T-2', count: 1, body: sensorBody(Configuration.parse(CONFIGURATION)) }
  test.each([
    [{ kind: 'unchanged' } as const, 'This is the range it has', ''],
    [{ kind: 're-range', place: 'field' } as const, 'Fits as it is', 'field work'],
    [{ kind: 'link', place: 'field', from: 'a', to: 'b' } as const, 'Fits after one change', 'field work'],
    [
      { kind: 'capsule', place: 'shop', capsule, link: null, because: [], others: [] } as const,
      'Needs another capsule',
      'shop work',
    ],
    [
      { kind: 'impossible', because: [], isFixed: true, tried: [] } as const,
      'The range of this instrument is fixed',
      '',
    ],
    [{ kind: 'impossible', because: [], isFixed: false, tried: [] } as const, 'Cannot be done with what there is', ''],
  ])('%j', (verdict, headline, place) => {
    const words = verdictWords(verdict)
    expect(words.headline).toBe(headline)
    expect(words.place).toContain(place)
  })
  test('a recorded range change', () => {
    const nothing = { headline: '', link: null, capsule: null, capsuleWork: null, loopChanges: [], notes: [] }
    expect(rangeChangeWords(nothing)).toBe('Re-ranged, nothing opened.')
    expect(
      rangeChangeWords({
        ...nothing,
        capsule: 'T-2',
        capsuleWork: { torque: 31, torqueUnit: 'N·m', manual: 'manual, p. 9', serial: 'X7' },
        loopChanges: ['Host: scale'],
      }),
    ).toBe('Capsule T-2, serial X7; bolts to 31 N·m (manual, p. 9); Host: scale.')
    expect(
      rangeChangeWords({ ...nothing, link: { from: null, to: 'high' }, notes: ['The host keeps its scale.'] }),
    ).toBe('Link to high. Said when it was applied: The host keeps its scale.')
  })
})
