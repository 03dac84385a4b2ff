import { cookies } from 'next/headers'
import { PERSON_COOKIE } from '@/schema/answer'
import { pool } from './database'
import { type Person, selectPeople } from './sql/person'

/** Everybody, and who works at this browser (null until a name is chosen). */
export async function peopleHere(): Promise<{ people: Person[]; current: Person | null }> {
  const people = await selectPeople(pool())
  const id = (await cookies()).get(PERSON_COOKIE)?.value
  return { people, current: people.find((person) => person.id === id) ?? null }
}
