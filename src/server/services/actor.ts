import type { Person } from '../sql/people/person'

/** Who does something, and when. Clocks are passed in, so that tests and demo data set their own. */
export type Actor = { readonly person: Person; readonly now: Date }
