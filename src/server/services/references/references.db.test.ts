import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  ANNA,
  as,
  BEN,
  METER,
  PUMP,
  peopleAndReferences,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { referenceFormOf } from '../../../plans/referenceFacts'
import { certificateOn, workingReferencesOf } from '../../../plans/workingReferencesOf'
import { CertificateForm, NewDocument, NewWhereabouts, ReferenceForm } from '../../../schema/referenceForm'
import { pool } from '../../database'
import { selectReference, selectReferences } from '../../sql/references/reference'
import { loadOwnedReferences, ownedReferenceOn } from './ownedReferences'
import {
  attachDocument,
  changeReference,
  documentOf,
  enterCertificate,
  registerReference,
  sayWhereabouts,
} from './references'

const RANGE = {
  mark: '',
  serialNumber: '',
  measures: { kind: 'pressure', pressureKind: 'gauge', unit: 'bar' },
  rangeLow: 0,
  rangeHigh: 25,
  overRange: 40,
  resolution: 0.001,
  accuracy: [
    { of: 'percentReading', value: 0.02 },
    { of: 'steps', value: 2 },
  ],
  accuracyCombine: 'sum',
  knownBy: 'corrected',
  driftFrom: 'declared',
  driftPerYear: [],
  temperature: null,
}
const FORM = ReferenceForm.parse({
  code: 'B-01',
  deviceKind: 'indicator',
  description: 'bench indicator',
  maker: '',
  model: '',
  serialNumber: 'S-77',
  location: 'shelf',
  media: { 'dry-gas': true, air: false, water: false, oil: false },
  warmUpMinutes: 10,
  runsOnBattery: true,
  channels: 1,
  ranges: [RANGE],
})
const CERTIFICATE = CertificateForm.parse({
  number: 'L-1',
  laboratory: 'Bench metrology',
  accreditation: 'BM-4',
  calibratedOn: '2026-05-04',
  dueOn: '2027-05-04',
  ranges: [
    {
      mark: '',
      coverageFactor: 2,
      uncertainty: [],
      points: [
        { indicated: 25.004, reference: 25, correction: null, uncertainty: 0.004 },
        { indicated: 0, reference: null, correction: 0.001, uncertainty: 0.002 },
      ],
      found: [],
    },
  ],
})

beforeAll(async () => {
  await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
})
afterAll(() => pool().end())

const register = async (change: Partial<ReferenceForm> = {}) => {
  const id = randomUUID()
  await registerReference({ id, reference: { ...FORM, code: `B-${id.slice(0, 8)}`, ...change } }, as(ANNA))
  return id
}
const stored = async (id: string) => {
  const found = await selectReference(pool(), { id })
  if (!found) throw new Error('it is not stored')
  return found
}
const enter = (id: string, change: Partial<CertificateForm> = {}, more: object = {}) =>
  enterCertificate(
    id,
    { id: randomUUID(), certificate: { ...CERTIFICATE, ...change }, supersedes: null, reason: null, ...more },
    as(ANNA),
  )

describe('the register of references', () => {
  test('what was entered comes back as it was entered', async () => {
    const id = await register()
    const reference = await stored(id)
    expect(referenceFormOf(reference)).toEqual({ ...FORM, code: reference.code })
    // Two counts of the last digit of 0.001 bar.
    expect(reference.facts.ranges[0]?.accuracy.terms[1]).toEqual({ kind: 'steps', value: 2, step: 0.001 })
    expect(reference.facts.ranges[0]?.id).toBe(id)
  })
  test('sent twice it is registered once; other figures under its id, or its code again, are refused', async () => {
    const id = randomUUID()
    const sent = { id, reference: { ...FORM, code: 'B-twice' } }
    await registerReference(sent, as(ANNA))
    await registerReference(sent, as(ANNA))
    await expect(registerReference({ id, reference: { ...sent.reference, location: 'x' } }, as(ANNA))).rejects.toThrow(
      'this id is that of B-twice, with other figures',
    )
    await expect(registerReference({ ...sent, id: randomUUID() }, as(ANNA))).rejects.toThrow('registered already')
  })
  test('without a certificate it cannot be chosen, and with one it can, from that day on', async () => {
    const id = await register()
    expect(workingReferencesOf(await stored(id), '2026-11-20')).toEqual([])
    await enter(id)
    expect(workingReferencesOf(await stored(id), '2026-05-03')).toEqual([])
    expect(workingReferencesOf(await stored(id), '2026-05-04')).toMatchObject([
      { id, certificate: 'L-1', dueOn: '2027-05-04' },
    ])
  })
  test('a change is a further version; two at once: the second is told', async () => {
    const id = await register()
    const edit = (location: string) => ({
      basedOnVersion: 1,
      reference: { ...FORM, code: '', location },
      reason: 'moved',
    })
    const { code } = await stored(id)
    const change = (location: string) =>
      changeReference(id, { ...edit(location), reference: { ...edit(location).reference, code } }, as(BEN))
    await change('bench')
    expect(await stored(id)).toMatchObject({ version: 2, facts: { location: 'bench' } })
    await expect(change('elsewhere')).rejects.toThrow('somebody changed it')
    await expect(changeReference(id, edit('x'), as(BEN))).rejects.toThrow('a code stands on records')
  })
  test('a module that is taken away keeps its certificates; one in another unit is another', async () => {
    const two = [
      { ...FORM.ranges[0], mark: 'A' },
      { ...FORM.ranges[0], mark: 'B', rangeHigh: 5 },
    ] as ReferenceForm['ranges'] // both are there
    const id = await register({ ranges: two })
    await enter(id, { ranges: CERTIFICATE.ranges.map((range) => ({ ...range, mark: 'B' })) })
    const { code, facts } = await stored(id)
    const removed = { basedOnVersion: 1, reference: { ...FORM, code, ranges: two.slice(0, 1) }, reason: 'lost' }
    const asBars = { ...two[1], measures: { kind: 'pressure', pressureKind: 'gauge', unit: 'kPa' } }
    await expect(
      changeReference(
        id,
        { ...removed, reference: { ...removed.reference, ranges: [two[0], asBars] as ReferenceForm['ranges'] } }, // as above
        as(ANNA),
      ),
    ).rejects.toThrow('B has certificates in bar')
    await changeReference(id, removed, as(ANNA))
    const after = await stored(id)
    expect(after.facts.ranges.map(({ mark, isRemoved }) => [mark, isRemoved])).toEqual([
      ['A', false],
      ['B', true],
    ])
    expect(after.facts.ranges.map((range) => range.id)).toEqual(facts.ranges.map((range) => range.id))
    expect(certificateOn(after, after.facts.ranges[1]?.id ?? '', '2026-11-20')?.certificate.number).toBe('L-1')
    expect(workingReferencesOf(after, '2026-11-20')).toEqual([])
  })
})

describe('certificates of references', () => {
  test('points rise, corrections are worked out to the digits typed, and readings can be corrected by them', async () => {
    const id = await register()
    await enter(id)
    const [standard] = workingReferencesOf(await stored(id), '2026-11-20')
    expect(standard?.calibration).toEqual({
      coverageFactor: 2,
      isApplied: true,
      points: [
        { indicated: 0, correction: 0.001, uncertainty: 0.002 },
        { indicated: 25.004, correction: -0.004, uncertainty: 0.004 },
      ],
    })
    expect(standard).toMatchObject({ code: expect.stringMatching(/^B-/), accreditation: 'BM-4', overRange: 40 })
  })
  test('of several the newest calibration holds, and an older day has the older one', async () => {
    const id = await register()
    await enter(id)
    await enter(id, { number: 'L-0', calibratedOn: '2025-05-04', dueOn: '2026-05-04' })
    const reference = await stored(id)
    expect(workingReferencesOf(reference, '2026-11-20')[0]?.certificate).toBe('L-1')
    expect(workingReferencesOf(reference, '2026-02-01')[0]?.certificate).toBe('L-0')
  })
  test('typed wrongly, it is replaced by another with a reason; the first stays in the database', async () => {
    const id = await register()
    const { id: first } = await enter(id)
    await enter(id, { dueOn: '2026-08-04' }, { supersedes: first, reason: 'wrong due date' })
    const { certificates } = await stored(id)
    expect(certificates.map(({ dueOn }) => dueOn)).toEqual(['2026-08-04'])
    await expect(enter(id, {}, { supersedes: first, reason: 'again' })).rejects.toThrow('replaced already')
    const { rows } = await pool().query('SELECT 1 FROM reference_certificate WHERE id = $1', [first])
    expect(rows).toHaveLength(1)
  })
  test('a number twice, a range it has not, an id with other content: refused in words', async () => {
    const id = await register()
    const { id: known } = await enter(id)
    await expect(enter(id)).rejects.toThrow('L-1 is entered already')
    await expect(
      enter(id, { number: 'L-2', ranges: CERTIFICATE.ranges.map((range) => ({ ...range, mark: 'C' })) }),
    ).rejects.toThrow('has no range C')
    await expect(enter(id, { number: 'L-3' }, { id: known })).rejects.toThrow('certificate L-1 has this id')
    await enter(id, {}, { id: known })
    expect((await stored(id)).certificates).toHaveLength(1)
  })
  test('its document comes back byte for byte; a second one is refused', async () => {
    const id = await register()
    const { id: certificateId } = await enter(id)
    const pdf = (text: string) =>
      NewDocument.parse({ name: 'certificate L-1.pdf', content: Buffer.from(`%PDF-1.7 ${text}`).toString('base64') })
    const at = { referenceId: id, certificateId }
    await attachDocument(at, pdf('one'), as(ANNA))
    await attachDocument(at, pdf('one'), as(ANNA))
    await expect(attachDocument(at, pdf('two'), as(ANNA))).rejects.toThrow('it has a document already')
    expect(await documentOf(certificateId)).toMatchObject({ mediaType: 'application/pdf', name: 'certificate L-1.pdf' })
    expect((await documentOf(certificateId)).content.toString()).toBe('%PDF-1.7 one')
    expect((await stored(id)).certificates[0]?.document).toBe('certificate L-1.pdf')
  })
})

describe('where a reference is', () => {
  const say = (referenceId: string, answer: object, id = randomUUID()) =>
    sayWhereabouts(referenceId, NewWhereabouts.parse({ id, ...answer }), as(ANNA, 5))
  test('quarantined it starts no run, and says why; back in use it does', async () => {
    await say(PUMP.id, { state: 'quarantined', reason: 'dropped' })
    await expect(runOnNewInstrument('REF-1')).rejects.toThrow('T-P is quarantined: dropped')
    const away = (await loadOwnedReferences(pool(), '2026-11-20')).find(({ standard }) => standard.id === PUMP.id)
    expect(away?.where).toMatchObject({ state: 'quarantined' })
    await sayWhereabouts(PUMP.id, NewWhereabouts.parse({ id: randomUUID(), state: 'in-use' }), as(ANNA, 6))
    await expect(runOnNewInstrument('REF-2')).resolves.toMatchObject({ status: 'open' })
  })
  test('retired it is offered to nobody', async () => {
    await say(METER.id, { state: 'retired', reason: 'broken' })
    expect((await loadOwnedReferences(pool(), '2026-11-20')).map(({ standard }) => standard.code)).not.toContain('T-M')
    expect((await selectReferences(pool())).map(({ code }) => code)).toContain('T-M')
    // What was measured with it can still be put right.
    expect((await ownedReferenceOn(pool(), METER.id, '2026-11-20'))?.standard.code).toBe('T-M')
  })
  test('an id with another answer is refused, the same again is not', async () => {
    const id = randomUUID()
    await say(PUMP.id, { state: 'in-use', holder: 'Ben', until: '2026-12-01' }, id)
    await say(PUMP.id, { state: 'in-use', holder: 'Ben', until: '2026-12-01' }, id)
    await expect(say(PUMP.id, { state: 'in-use', holder: 'Anna' }, id)).rejects.toThrow('stored with other figures')
  })
  test.each([
    [{ state: 'quarantined' }, 'say why it must not be used'],
    [{ state: 'laboratory', holder: 'Ben' }, 'is for one in use'],
    [{ state: 'in-use', until: '2026-12-01' }, 'in somebody’s hands'],
    [{ state: 'in-use', holder: 'Ben', until: '2026-02-30' }, 'is no date'],
  ])('what contradicts itself is refused in words: %j', (answer, words) => {
    expect(JSON.stringify(NewWhereabouts.safeParse({ id: randomUUID(), ...answer }).error?.issues)).toContain(words)
  })
})
