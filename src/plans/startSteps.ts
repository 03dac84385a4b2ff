/** How far a plant has come, counted. */
type Beginnings = {
  readonly hasSite: boolean
  readonly technicians: number
  readonly reviewers: number
  readonly references: number
  readonly certified: number
  readonly instruments: number
  readonly sealed: number
  readonly reviewed: number
}

/** A step on the way from nothing to the first certificate. */
export type StartStep = {
  readonly title: string
  readonly isDone: boolean
  /** What there is of it, or why it matters while there is nothing. */
  readonly says: string
  readonly ways: readonly { readonly words: string; readonly href: string }[]
}

/** From an empty plant to its first reviewed certificate, in the order each step needs the one before it. */
export const startSteps = (have: Beginnings): StartStep[] => [
  {
    title: 'The site',
    isDone: have.hasSite,
    says: have.hasSite
      ? 'Name and address stand on every certificate.'
      : 'Nothing can be sealed before the issuing place has name and address.',
    ways: [{ words: have.hasSite ? 'Look at it' : 'Enter name and address', href: '/people' }],
  },
  {
    title: 'People',
    isDone: have.technicians > 0 && have.reviewers > 0,
    says: peopleWords(have),
    ways: [{ words: 'Register people', href: '/people' }],
  },
  {
    title: 'References',
    isDone: have.certified > 0,
    says:
      have.references === 0
        ? 'What the plant calibrates with: each device, its ranges and its certificate.'
        : `${count(have.references, 'reference')}, ${have.certified} with a certificate.`,
    ways: [
      { words: 'Register a reference', href: '/references/new' },
      { words: 'Import a list', href: '/import?list=references' },
      ...(have.references > 0 ? [{ words: 'Enter certificates', href: '/references' }] : []),
    ],
  },
  {
    title: 'Instruments',
    isDone: have.instruments > 0,
    says:
      have.instruments === 0
        ? 'What is calibrated: from a list, with when each was calibrated last, or one by one.'
        : `${count(have.instruments, 'instrument')}.`,
    ways: [
      { words: 'Import a list', href: '/import?list=instruments' },
      { words: 'Register one', href: '/register' },
    ],
  },
  {
    title: 'The first certificate',
    isDone: have.sealed > 0 && have.reviewed > 0,
    says:
      have.sealed === 0
        ? 'Calibrate an instrument from the day sheet; the technician signs, the reviewer looks at it.'
        : have.reviewed === 0
          ? 'Sealed, and waits for its review.'
          : 'Sealed and reviewed.',
    ways:
      have.sealed === 0 ? [{ words: 'To the day sheet', href: '/' }] : [{ words: 'To the records', href: '/records' }],
  },
]

function peopleWords({ technicians, reviewers }: Beginnings): string {
  if (technicians > 0 && reviewers > 0) return 'There is somebody who does the work and somebody who reviews it.'
  const missing = [
    ...(technicians === 0 ? ['a technician, who does the work'] : []),
    ...(reviewers === 0 ? ['a reviewer, who is not the one who did it'] : []),
  ]
  return `Still wanted: ${missing.join(', and ')}.`
}

/** As far as they are counted. */
const MOST_COUNTED = 100
const count = (many: number, thing: string): string =>
  `${many >= MOST_COUNTED ? `${MOST_COUNTED} or more` : many} ${thing}${many === 1 ? '' : 's'}`
