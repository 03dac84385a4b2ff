import type { FitnessIssue } from '@/core/conformity/fitnessIssue'
import { deviceOf } from '@/core/conformity/referenceFitness'
import { Refusal } from '@/core/refusal'
import { askedReferences, askedWords, type ReferencesOfRun, unfitReferences } from '@/core/run/plan/runFitness'
import { isTransmitted, SIGNALS } from '@/core/signal/signal'
import type { Configuration } from '@/schema/configuration'
import { mayDo, whoMay } from '@/schema/roles'
import type { WorkingPressureReference, WorkingReference, World } from '@/schema/world'
import type { Queryable } from '../../database'
import { selectLinked } from '../../sql/references/referenceInstrument'
import type { Actor } from '../actor'
import { referenceToUse } from '../references/ownedReferences'

/** The first reference and those of further sub-ranges, each once. */
export async function inputReferences(
  db: Queryable,
  ids: readonly [string, ...string[]],
  day: string,
): Promise<[WorkingPressureReference, ...WorkingPressureReference[]]> {
  const [first, ...further] = ids
  const references: [WorkingPressureReference, ...WorkingPressureReference[]] = [await inputReference(db, first, day)]
  for (const id of new Set(further)) if (id !== first) references.push(await inputReference(db, id, day))
  return references
}

/** @throws {Refusal} for anything that gives no pressure */
export async function inputReference(db: Queryable, id: string, day: string): Promise<WorkingPressureReference> {
  const standard = await referenceToUse(db, { rangeId: id, day, field: 'inputReferenceId' })
  if (standard?.quantity === 'pressure') return standard
  throw new Refusal('inputReferenceId', 'that is not a registered pressure reference', 'choose one of those offered')
}

/**
 * What reads the output; null where nothing has to.
 *
 * @throws {Refusal} where something has to and it is missing
 */
export async function outputReference(
  db: Queryable,
  id: string | null,
  { configuration, day }: { readonly configuration: Configuration; readonly day: string },
): Promise<WorkingReference | null> {
  if (!isTransmitted(configuration.signal)) return null
  const standard = id === null ? null : await referenceToUse(db, { rangeId: id, day, field: 'outputReferenceId' })
  if (standard) return standard
  throw new Refusal(
    'outputReferenceId',
    `the output is in ${SIGNALS[configuration.signal].unit}, and no reference for it is chosen`,
    'choose a meter or gauge that reads it',
  )
}

/** What no reason helps. */
const HOPELESS: readonly FitnessIssue['code'][] = ['kind', 'reach', 'fluid']

/**
 * References that do not fit: refused, or let through with a reason by those with the right. What no reason helps is
 * refused to all: another kind of pressure, a point that nothing reaches, a medium that burns or eats
 * in the process fluid.
 */
export function overridesOf(
  world: ReferencesOfRun,
  { reason, person, day }: { reason: string | null; person: Actor['person']; day: string },
): Pick<World, 'overrides'> {
  const amiss = unfitReferences(world, day)
  const hopeless = amiss.find(({ issues }) => issues.some(({ code }) => HOPELESS.includes(code)))
  const first = hopeless ?? amiss[0]
  if (!first) return {}
  const words = `${first.code} ${first.issues.map((issue) => issue.words).join('; ')}`
  if (hopeless) throw new Refusal(first.field, words, 'choose another reference')
  if (reason === null)
    throw new Refusal(
      first.field,
      words,
      'choose another reference, or say why this one is used; it stands on the certificate',
    )
  if (!mayDo(person.role, 'use a reference that does not fit'))
    throw new Refusal(
      first.field,
      words,
      `choose another reference; only ${whoMay('use a reference that does not fit')} may let it be used`,
    )
  return {
    overrides: amiss.map(({ code, issues }) => ({
      code,
      amiss: issues.map((issue) => issue.words),
      reason,
      by: person.name,
    })),
  }
}

/**
 * What only a person knows of a reference's medium is asked before anything is pumped.
 *
 * @throws {Refusal} where nobody has said that it may be used
 */
export function mediumConfirmed(
  world: ReferencesOfRun,
  { isConfirmed, person, day }: { isConfirmed: boolean; person: Actor['person']; day: string },
): Pick<World, 'mediumConfirmed'> {
  const asked = askedReferences(world, day)
  if (asked.length === 0) return {}
  const words = askedWords(asked)
  if (!isConfirmed)
    throw new Refusal(
      'isMediumConfirmed',
      words,
      'find out and confirm it, or choose another reference; the register can say what may touch the instrument',
    )
  return { mediumConfirmed: { asked: words, by: person.name } }
}

/** A reference that is calibrated here cannot be what it is calibrated against. */
export async function refuseItself(
  db: Queryable,
  instrumentId: string,
  { references, field }: { readonly references: readonly WorkingReference[]; readonly field: string },
): Promise<void> {
  const linked = await selectLinked(db, { instrumentId })
  const itself = linked && references.find((standard) => deviceOf(standard) === linked.referenceId)
  if (itself) throw new Refusal(field, `${itself.code} is what is calibrated`, 'choose a higher reference for it')
}
