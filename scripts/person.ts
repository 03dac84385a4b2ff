import { parseArgs } from 'node:util'
import type { ROLE_IDS } from '../src/schema/roles'
import { runConductor, StepFailure } from './setup/steps'
import { withPlant } from './setup/withPlant'

const HELP = `npm run person -- [options]
  --list                 everybody, and who administers
  --name NAME            the person that the following is about
    --reset              print a code for one new password
    --deactivate         they sign in no more, from now on
    --reactivate         they sign in again
    --administrator WHAT yes or no: whether they administer people
    --role ROLE          technician, reviewer, planner or reader
    --why WORDS          stands in the audit trail
  --help                 this text
For whoever has the machine: when no administrator can sign in any more.`

/** `npm run person`: keeps people from the machine itself. Everything it does stands in the audit trail. */
await runConductor(async () => {
  const { values } = parseArgs({
    options: {
      list: { type: 'boolean' },
      name: { type: 'string' },
      reset: { type: 'boolean' },
      deactivate: { type: 'boolean' },
      reactivate: { type: 'boolean' },
      administrator: { type: 'string' },
      role: { type: 'string' },
      why: { type: 'string' },
      help: { type: 'boolean' },
    },
  })
  if (values.help || !(values.list || values.name)) {
    console.log(HELP)
    return
  }
  await withPlant(async () => {
    if (values.list) await list()
    if (values.name !== undefined) await keep(values.name, values)
  })
})

async function list(): Promise<void> {
  const { people } = await import('../src/server/services/lookUps')
  for (const { name, role, isAdministrator, isActive } of await people())
    console.log(`${name}: ${role}${isAdministrator ? ', administers people' : ''}${isActive ? '' : ', deactivated'}`)
}

type Wishes = {
  reset?: boolean
  deactivate?: boolean
  reactivate?: boolean
  administrator?: string
  role?: string
  why?: string
}

async function keep(name: string, wishes: Wishes): Promise<void> {
  const { pool } = await import('../src/server/database')
  const { selectPersonNamed } = await import('../src/server/sql/people/person')
  const { changePerson, makeResetCode, standPerson } = await import('../src/server/services/people/people')
  const person = await selectPersonNamed(pool(), name)
  if (!person) throw new StepFailure('person', `nobody is registered as “${name}”`, 'See --list.')
  const by = { person: null, command: 'npm run person', now: new Date() } as const
  const reason = wishes.why ?? 'by a command on the machine'
  if (wishes.role !== undefined || wishes.administrator !== undefined)
    await changePerson(
      person.id,
      {
        role: await roleNamed(wishes.role ?? person.role),
        isAdministrator: yesOrNo(wishes.administrator, person.isAdministrator),
        reason,
      },
      by,
    )
  if (wishes.deactivate || wishes.reactivate)
    await standPerson(person.id, { isActive: wishes.reactivate === true, reason }, by)
  if (wishes.reset) {
    const { code, hours } = await makeResetCode(person.id, by)
    console.log(`Code for one new password of ${person.name}, for ${hours} h, under /sign-in/code:\n${code}`)
  }
  console.log(`${person.name}: done`)
}

async function roleNamed(role: string): Promise<(typeof ROLE_IDS)[number]> {
  const { ROLE_IDS: ids } = await import('../src/schema/roles')
  const found = ids.find((id) => id === role)
  if (!found) throw new StepFailure('role', `there is no role “${role}”`, `Give ${ids.join(', ')}.`)
  return found
}

function yesOrNo(given: string | undefined, now: boolean): boolean {
  if (given === undefined) return now
  if (given !== 'yes' && given !== 'no')
    throw new StepFailure('administrator', `“${given}” is neither`, 'Give yes or no.')
  return given === 'yes'
}
