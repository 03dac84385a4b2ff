import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { TooMany } from '../../refusals'
import { firstPerson } from './people'
import { confirmPassword, signIn } from './signIn'

// NIST SP 800-63B, 5.2.2 (from memory): tries of one account have to be limited. How many, and how long, is ours.
const PASSWORD = 'three calm otters'
const NAME = 'Mila Testova'

let personId: string

beforeAll(async () => {
  await freshDatabase()
  personId = await firstPerson({ name: NAME, initials: 'MT', role: 'technician', password: PASSWORD }, new Date())
})
afterAll(() => pool().end())

const refusalOf = (name: string, password: string, address = '10.0.0.1') =>
  outcomeOf(signIn({ name, password }, new Date(), address))
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
    // What has expired is forgotten, the five of nobody too; of what counts wider its own success is taken off again.
    expect((await pool().query('SELECT 1 FROM rate_limit WHERE points > 0')).rowCount).toBe(0)
  })
})

test('a stranger who uses up the tries of a name does not lock the seal of the person who has it', async () => {
  for (let failure = 0; failure < 5; failure++) await refusalOf(NAME, 'not that')
  expect(await refusalOf(NAME, PASSWORD)).toBe('has to wait')
  expect(await confirmed(PASSWORD)).toBe('signed in')
})

describe('by name and by address', () => {
  const anew = () => pool().query('DELETE FROM rate_limit')
  test('who uses up the tries of a name from elsewhere leaves them at home alone', async () => {
    await anew()
    for (let failure = 0; failure < 5; failure++) await refusalOf(NAME, 'not that', '10.9.9.9')
    expect(await refusalOf(NAME, PASSWORD, '10.9.9.9')).toBe('has to wait')
    expect(await refusalOf(NAME, PASSWORD, '10.0.0.1')).toBe('signed in')
  })
  test('one name from ever other addresses is thirty tries, sent at once too', async () => {
    await anew()
    const answers = await Promise.all(
      Array.from({ length: 40 }, (_, index) => refusalOf('Sought Name', 'x', `10.1.${index}.1`)),
    )
    expect(answers.filter((answer) => answer === 'has to wait')).toHaveLength(10)
  })
  test('ever other names from one address are sixty tries', async () => {
    await anew()
    const answers: string[] = []
    for (let index = 0; index < 64; index++) answers.push(await refusalOf(`Guess ${index}`, 'x', '10.2.2.2'))
    expect(answers.indexOf('has to wait')).toBe(60)
    await anew()
  })
  test('from where somebody tried is kept', async () => {
    await refusalOf('Nobody Atall', 'x', '10.3.3.3')
    const { rows } = await pool().query(`SELECT address FROM sign_in_attempt WHERE name = 'Nobody Atall'`)
    expect(rows).toEqual([{ address: '10.3.3.3' }])
  })
})

test('five wrong ones at a seal have to wait too, and leave the sign-in alone', async () => {
  await pool().query('UPDATE rate_limit SET expire = 0')
  for (let failure = 0; failure < 5; failure++) expect(await confirmed('not that')).toBe('refused')
  expect(await confirmed(PASSWORD)).toBe('has to wait')
  expect(await refusalOf(NAME, PASSWORD)).toBe('signed in')
})
