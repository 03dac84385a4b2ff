import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { freshDatabase } from '../../../tests/support/freshDatabase'
import { pool } from '../database'
import { TooMany } from '../refusals'
import { confirmPassword, firstPerson, signIn } from './signIn'

// NIST SP 800-63B, 5.2.2 (from memory): tries of one account have to be limited. How many, and how long, is ours.
const PASSWORD = 'three calm otters'
const NAME = 'Mila Testova'

let personId: string

beforeAll(async () => {
  await freshDatabase()
  personId = await firstPerson({ name: NAME, initials: 'MT', role: 'technician', password: PASSWORD }, new Date())
})
afterAll(() => pool().end())

const refusalOf = (name: string, password: string) => outcomeOf(signIn({ name, password }, new Date()))
/** What comes of the password asked for again at a seal. */
const confirmed = (password: string) => outcomeOf(confirmPassword({ id: personId, name: NAME }, password, new Date()))

const outcomeOf = async (trial: Promise<unknown>) => {
  try {
    await trial
    return 'signed in'
  } catch (refused) {
    return refused instanceof TooMany ? 'has to wait' : 'refused'
  }
}

describe('five tries of one name in a quarter of an hour', () => {
  test('forty sent at once are five tries and thirty-five that have to wait', async () => {
    const answers = await Promise.all(
      Array.from({ length: 40 }, (_, index) => refusalOf('nobody here', `guess ${index}`)),
    )
    expect(answers.filter((answer) => answer === 'refused')).toHaveLength(5)
    expect(answers.filter((answer) => answer === 'has to wait')).toHaveLength(35)
  })
  test('whoever signs in has all five again', async () => {
    for (let round = 0; round < 3; round++) {
      for (let failure = 0; failure < 4; failure++) expect(await refusalOf(NAME, 'not that')).toBe('refused')
      expect(await refusalOf(NAME, PASSWORD)).toBe('signed in')
    }
  })
  test('however the name is capitalised it is one name; after the window it may try again', async () => {
    for (const name of [NAME, NAME.toUpperCase(), NAME.toLowerCase(), NAME, NAME]) await refusalOf(name, 'not that')
    expect(await refusalOf(NAME, PASSWORD)).toBe('has to wait')
    await pool().query('UPDATE rate_limit SET expire = 0')
    expect(await refusalOf(NAME, PASSWORD)).toBe('signed in')
    // What has expired is forgotten, the five of nobody too.
    expect((await pool().query('SELECT 1 FROM rate_limit')).rowCount).toBe(0)
  })
})

test('a stranger who uses up the tries of a name does not lock the seal of the person who has it', async () => {
  for (let failure = 0; failure < 5; failure++) await refusalOf(NAME, 'not that')
  expect(await refusalOf(NAME, PASSWORD)).toBe('has to wait')
  expect(await confirmed(PASSWORD)).toBe('signed in')
})

test('five wrong ones at a seal have to wait too, and leave the sign-in alone', async () => {
  await pool().query('UPDATE rate_limit SET expire = 0')
  for (let failure = 0; failure < 5; failure++) expect(await confirmed('not that')).toBe('refused')
  expect(await confirmed(PASSWORD)).toBe('has to wait')
  expect(await refusalOf(NAME, PASSWORD)).toBe('signed in')
})
