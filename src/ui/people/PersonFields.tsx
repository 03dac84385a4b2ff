import { ROLE_IDS, ROLES } from '@/schema/roles'
import { BoundBox, BoundChoice } from '../../kit/form/BoundFields'
import type { BoundForm } from '../../kit/form/useDraftForm'

const CHOICES = ROLE_IDS.map((role) => [role, `${role}: ${ROLES[role]}`] as const)

/** A person of whom nothing is typed yet. */
export const EMPTY_PERSON = { name: '', initials: '', role: 'technician', password: '' }

/** The boxes of a person: name, initials, role, password. */
export function PersonFields({ form, passwordLabel = 'Password' }: { form: BoundForm; passwordLabel?: string }) {
  return (
    <>
      <BoundBox form={form} path="name" label="Name" />
      <BoundBox form={form} path="initials" label="Initials" />
      <BoundChoice form={form} path="role" label="Here as" options={CHOICES} />
      <BoundBox
        form={form}
        path="password"
        label={passwordLabel}
        isSecret
        autoComplete="new-password"
        says="eight characters at least"
      />
    </>
  )
}
