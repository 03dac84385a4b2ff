import type { Role } from '@/schema/roles'

/** Somebody as the list shows them. */
export type ShownPerson = {
  id: string
  name: string
  initials: string
  role: Role
  isAdministrator: boolean
  isActive: boolean
}
