import { Secret, TOTP } from 'otpauth'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { selectPerson } from '../../sql/people/person'
import { countSessions, insertSession, selectSessionPerson } from '../../sql/people/session'
import { verifyLedger } from '../proof/verifyLedger'
import {
  beginSecondFactor,
  changePassword,
  confirmSecondFactor,
  endOtherSessions,
  endSecondFactor,
  ownAccount,
  resetPassword,
} from './ownAccount'
import { changePerson, firstPerson, makeResetCode, registerPerson, standPerson } from './people'
import { demoSignIn, signIn } from './signIn'

const PASSWORD = 'three calm otters'
const NEXT = 'four loud herons'
let admin: string
let other: string

beforeAll(async () => {
  await freshDatabase()
  admin = await firstPerson({ name: 'Mila Testova', initials: 'MT', role: 'planner', password: PASSWORD }, new Date())
  other = await registered('Oto Zkus')
})
beforeEach(() => pool().query('DELETE FROM rate_limit'))
afterAll(() => pool().end())

async function actor(id = admin) {
  const person = await selectPerson(pool(), id)
  if (!person) throw new Error('nobody')
  return { person, now: new Date() }
}

async function registered(name: string): Promise<string> {
  const { id } = await registerPerson(
    { name, initials: 'XX', role: 'technician', password: PASSWORD, isAdministrator: false },
    await actor(),
  )
  return id
}

let made = 0
/** A session of somebody, as a browser would have it. */
async function session(personId: string): Promise<string> {
  const tokenSha256 = String(++made).padStart(64, '0')
  await insertSession(pool(), { tokenSha256, personId, seconds: 3600 })
  return tokenSha256
}

const isIn = async (token: string) => (await selectSessionPerson(pool(), token)) !== null
const enter = (name: string, password: string, code?: string, now = new Date()) =>
  signIn({ name, password, ...(code !== undefined && { code }) }, now, '10.0.0.1')

describe('sessions end', () => {
  test('by themselves, by the clock of the database', async () => {
    const token = await session(other)
    expect(await isIn(token)).toBe(true)
    await insertSession(pool(), { tokenSha256: 'e'.repeat(64), personId: other, seconds: -1 })
    expect(await isIn('e'.repeat(64))).toBe(false)
  })
  test('everywhere else, where somebody says so', async () => {
    const [here, there] = [await session(other), await session(other)]
    await endOtherSessions(await actor(other), here)
    expect([await isIn(here), await isIn(there)]).toEqual([true, false])
    expect(await countSessions(pool(), other)).toBe(1)
  })
  test('everywhere else, where the password is changed', async () => {
    const [here, there] = [await session(other), await session(other)]
    await changePassword({ password: PASSWORD, next: NEXT }, await actor(other), here)
    expect([await isIn(here), await isIn(there)]).toEqual([true, false])
    await changePassword({ password: NEXT, next: PASSWORD }, await actor(other), here)
  })
  test('everywhere, where somebody is deactivated; reactivated they sign in anew', async () => {
    const token = await session(other)
    await standPerson(other, { isActive: false, reason: 'left the plant' }, await actor())
    expect(await isIn(token)).toBe(false)
    await expect(enter('Oto Zkus', PASSWORD)).rejects.toThrow('do not belong together')
    await expect(demoSignIn(other)).rejects.toThrow()
    await standPerson(other, { isActive: true, reason: 'came back' }, await actor())
    expect(await isIn(token)).toBe(false)
    expect(await enter('Oto Zkus', PASSWORD)).toBe(other)
  })
})

describe('an administrator', () => {
  test('changes what somebody is here as; it holds from the next request of a session on', async () => {
    const token = await session(other)
    await changePerson(other, { role: 'reviewer', isAdministrator: false, reason: 'trained' }, await actor())
    expect((await selectSessionPerson(pool(), token))?.role).toBe('reviewer')
    const { rows } = await pool().query(`SELECT detail FROM event WHERE kind = 'person changed'`)
    expect(rows[0].detail).toEqual({
      from: { role: 'technician', isAdministrator: false },
      to: { role: 'reviewer', isAdministrator: false },
      reason: 'trained',
    })
  })
  test('is the only one who may', async () => {
    const by = await actor(other)
    const change = { role: 'planner', isAdministrator: true, reason: 'x' } as const
    await expect(changePerson(other, change, by)).rejects.toThrow('is no administrator')
    await expect(standPerson(admin, { isActive: false, reason: 'x' }, by)).rejects.toThrow('is no administrator')
    await expect(makeResetCode(admin, by)).rejects.toThrow('is no administrator')
    const input = { name: 'N N', initials: 'NN', role: 'reader', password: PASSWORD, isAdministrator: true } as const
    await expect(registerPerson(input, by)).rejects.toThrow('is no administrator')
  })
  test('cannot leave the plant without one, nor deactivate themselves', async () => {
    const by = await actor()
    const demote = { role: 'planner', isAdministrator: false, reason: 'x' } as const
    await expect(changePerson(admin, demote, by)).rejects.toThrow('is the only administrator')
    await expect(standPerson(admin, { isActive: false, reason: 'x' }, by)).rejects.toThrow('this is you')
    const command = { person: null, command: 'test', now: new Date() } as const
    await expect(standPerson(admin, { isActive: false, reason: 'x' }, command)).rejects.toThrow(
      'is the only administrator',
    )
  })
  test('of two who deactivate each other at once one stays', async () => {
    const second = await registered('Dva Spravci')
    await changePerson(second, { role: 'planner', isAdministrator: true, reason: 'x' }, await actor())
    const both = await Promise.allSettled([
      standPerson(second, { isActive: false, reason: 'x' }, await actor()),
      standPerson(admin, { isActive: false, reason: 'x' }, await actor(second)),
    ])
    expect(both.map(({ status }) => status).toSorted()).toEqual(['fulfilled', 'rejected'])
    const left = await Promise.all([admin, second].map((id) => selectPerson(pool(), id)))
    expect(left.filter((person) => person?.isActive)).toHaveLength(1)
    // The one that stayed goes on as the administrator of what follows.
    const stayed = left.find((person) => person?.isActive)
    if (stayed?.id !== admin) await standPerson(admin, { isActive: true, reason: 'x' }, { ...(await actor(second)) })
  })
})

describe('a code for a new password', () => {
  test('opens once, for its person, however it is typed; sessions end', async () => {
    const token = await session(other)
    const { code } = await makeResetCode(other, await actor())
    expect(code).toMatch(/^([2-9A-HJ-NP-Z]{4}-){3}[2-9A-HJ-NP-Z]{4}$/)
    const typed = code.toLowerCase().replaceAll('-', ' ')
    const reset = (name: string) => resetPassword({ name, code: typed, next: NEXT }, new Date(), '10.0.0.2')
    await expect(reset('Mila Testova')).rejects.toThrow('do not belong together')
    await expect(reset('Nobody Here')).rejects.toThrow('do not belong together')
    expect(await reset('oto zkus')).toBe(other)
    expect(await isIn(token)).toBe(false)
    await expect(reset('Oto Zkus')).rejects.toThrow('do not belong together')
    expect(await enter('Oto Zkus', NEXT)).toBe(other)
  })
  test('a further one makes the one before void; so does its hour', async () => {
    const first = await makeResetCode(other, await actor())
    const second = await makeResetCode(other, await actor())
    const reset = ({ code }: { code: string }) =>
      resetPassword({ name: 'Oto Zkus', code, next: PASSWORD }, new Date(), '10.0.0.2')
    await expect(reset(first)).rejects.toThrow('do not belong together')
    const { rowCount } = await pool().query('SELECT FROM reset_code WHERE used_at IS NULL AND expires_at > now()')
    expect(rowCount).toBe(1)
    expect(await reset(second)).toBe(other)
  })
  test('is counted like a sign-in', async () => {
    const wrong = () => resetPassword({ name: 'Oto Zkus', code: 'x', next: NEXT }, new Date(), '10.0.0.3')
    for (let tries = 0; tries < 5; tries++) await expect(wrong()).rejects.toThrow('do not belong together')
    await expect(wrong()).rejects.toThrow('5 failures')
  })
  test('only its hash is kept', async () => {
    const { code } = await makeResetCode(other, await actor())
    const { rows } = await pool().query('SELECT reset_code::text AS row FROM reset_code')
    for (const { row } of rows) expect(row).not.toContain(code)
  })
  test('somebody deactivated has none', async () => {
    const gone = await registered('Byl Tu')
    await standPerson(gone, { isActive: false, reason: 'x' }, await actor())
    await expect(makeResetCode(gone, await actor())).rejects.toThrow('is deactivated')
  })
})

describe('a second factor', () => {
  const codeAt = (secret: string, now: Date) =>
    new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: now.getTime() })
  let secret = ''
  const now = new Date('2027-03-01T10:00:00Z')
  const later = new Date(now.getTime() + 60_000)

  test('counts once its first code was right', async () => {
    ;({ secret } = await beginSecondFactor({ password: PASSWORD }, await actor(other)))
    expect(await enter('Oto Zkus', PASSWORD)).toBe(other)
    await expect(confirmSecondFactor({ code: '000000' }, { ...(await actor(other)), now })).rejects.toThrow(
      'is not the one',
    )
    await confirmSecondFactor({ code: codeAt(secret, now) }, { ...(await actor(other)), now })
    expect(await ownAccount(other)).toMatchObject({ hasSecondFactor: true })
  })
  test('is asked for after the password, and never instead of it', async () => {
    await expect(enter('Oto Zkus', PASSWORD, undefined, later)).rejects.toThrow('is asked for too')
    await expect(enter('Oto Zkus', 'not that', codeAt(secret, later), later)).rejects.toThrow('do not belong together')
    expect(await enter('Oto Zkus', PASSWORD, codeAt(secret, later), later)).toBe(other)
  })
  test('no code is taken twice, nor one from before the last', async () => {
    await expect(enter('Oto Zkus', PASSWORD, codeAt(secret, later), later)).rejects.toThrow('used already')
    const before = new Date(later.getTime() - 30_000)
    await expect(enter('Oto Zkus', PASSWORD, codeAt(secret, before), before)).rejects.toThrow('used already')
  })
  test('asking for the code is no failure, and gives nobody who guesses codes his tries back', async () => {
    const asks = () => enter('Oto Zkus', PASSWORD).then(String, (refused: Error) => refused.message)
    const guesses = () => enter('Oto Zkus', PASSWORD, '000000').then(String, (refused: Error) => refused.message)
    for (let ask = 0; ask < 8; ask++) expect(await asks()).toContain('is asked for too')
    for (let guess = 0; guess < 4; guess++) {
      expect(await guesses()).toContain('is not the one')
      expect(await asks()).toContain('is asked for too')
    }
    expect(await guesses()).toContain('is not the one')
    expect(await guesses()).toContain('5 failures')
    await pool().query('DELETE FROM rate_limit')
    const { rows } = await pool().query(
      `SELECT count(*)::int AS failed FROM sign_in_attempt WHERE name = 'Oto Zkus' AND NOT succeeded AND address = '10.0.0.1'`,
    )
    const before = rows[0].failed
    await asks()
    const { rows: after } = await pool().query(
      `SELECT count(*)::int AS failed FROM sign_in_attempt WHERE name = 'Oto Zkus' AND NOT succeeded AND address = '10.0.0.1'`,
    )
    expect(after[0].failed).toBe(before)
  })
  test('setting one up again and again takes no try from a seal', async () => {
    const { rows } = await pool().query(`SELECT FROM rate_limit WHERE key LIKE 'confirm%' AND points > 0`)
    expect(rows).toEqual([])
  })
  test('a confirmed one is not replaced unseen; ended, the password is enough again', async () => {
    await expect(beginSecondFactor({ password: PASSWORD }, await actor(other))).rejects.toThrow('set up already')
    await endSecondFactor({ password: PASSWORD }, await actor(other))
    expect(await enter('Oto Zkus', PASSWORD)).toBe(other)
  })
})

test('every change of a person is in the chain of acts with the event that tells of it', async () => {
  expect((await verifyLedger(pool())).faults).toEqual([])
})
