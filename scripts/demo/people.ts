import type { Person } from '../../src/server/sql/people/person'

/** The invented plant as it stands on its certificates. */
export const DEMO_SITE = {
  name: 'Tarn Hollow Creamery',
  address: 'Instrument workshop, Weir Lane 4, Tarn Hollow',
  method: 'Comparison at stated points, workshop procedure W-12, revision 4',
}

const demo = { isAdministrator: false, isDemo: true, isActive: true } as const

/** Invented people of the Tarn Hollow Creamery, one of each role and a second technician; the planner administers them. */
export const DEMO_PEOPLE = [
  { id: '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a001', name: 'Ilka Varga', initials: 'IV', role: 'technician', ...demo },
  { id: '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a002', name: 'Joren Halde', initials: 'JH', role: 'technician', ...demo },
  { id: '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a003', name: 'Mirren Oakes', initials: 'MO', role: 'reviewer', ...demo },
  {
    id: '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a004',
    name: 'Tavi Brandt',
    initials: 'TB',
    role: 'planner',
    ...demo,
    isAdministrator: true,
  },
  { id: '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a005', name: 'Noor Selby', initials: 'NS', role: 'reader', ...demo },
] as const satisfies readonly Person[]
