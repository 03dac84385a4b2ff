import type { Queryable } from '../database'
import { NotFound } from '../refusals'
import { type Person, selectPerson } from '../sql/person'

/** Who does something, and when. Clocks are passed in, so that tests and demo data set their own. */
export type Actor = { readonly person: Person; readonly now: Date }

/** @throws {NotFound} for an id nobody has */
export async function personById(db: Queryable, id: string): Promise<Person> {
  const person = await selectPerson(db, id)
  if (!person) throw new NotFound('personId', 'nobody here has this id', 'choose one of the people listed')
  return person
}
