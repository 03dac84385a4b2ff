/** What people are here for. */
export const ROLES = {
  technician: 'does the work and signs it as performed',
  reviewer: 'looks at sealed records and signs them as reviewed',
  planner: 'keeps the register and the references, plans the work',
  reader: 'reads',
} as const
export type Role = keyof typeof ROLES
export const ROLE_IDS = Object.keys(ROLES) as Role[] // keys of a const object

/** Everything that writes, and whose it is. A write without an action here cannot be routed. */
export const ACTIONS = {
  'change the register': ['technician', 'planner'],
  'keep references': ['planner', 'technician'],
  calibrate: ['technician'],
  // With a reason that stands on the certificate.
  'use a reference that does not fit': ['technician'],
  // Whoever lets a device bring up pressure stands beside it.
  'drive a source': ['technician'],
  // Nobody who sees pressure stand has to look for somebody who may take it off.
  'vent a source': ['technician', 'reviewer', 'planner', 'reader'],
  'keep devices': ['planner', 'technician'],
  // Nothing of practice is real: everybody may try.
  practise: ['technician', 'reviewer', 'planner', 'reader'],
  'make practice jobs': ['reviewer', 'planner'],
  'sign as performed': ['technician'],
  amend: ['technician'],
  review: ['reviewer'],
  // A finding stands beside records and changes none; whoever learns of it first may say so.
  'attach findings': ['technician', 'planner', 'reviewer'],
} as const satisfies Record<string, readonly Role[]>
export type Action = keyof typeof ACTIONS

/** Whether people of a role may do something. */
export const mayDo = (role: Role, action: Action): boolean => ACTIONS[action].some((allowed) => allowed === role)

/** Whose an action is, in words: `a technician or a planner`. */
export const whoMay = (action: Action): string => ACTIONS[action].map((role) => `a ${role}`).join(' or ')
