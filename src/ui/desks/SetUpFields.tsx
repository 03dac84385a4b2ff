import type { ReactNode } from 'react'
import type { RefusedField } from '@/schema/answer'
import { InputFields } from '../../kit/form/InputFields'
import { isStillEmpty, type SetUpForm } from '../../kit/form/useSetUpForm'

type Props = { form: SetUpForm; refusals: readonly RefusedField[]; children?: ReactNode }

/** The boxes of a desk, with what is wrong beside them; what is only empty is not called wrong. */
export function SetUpFields({ form: { shape, draft, change }, refusals, children }: Props) {
  return (
    <section aria-label="What goes in" className="desk-in">
      <InputFields
        name=""
        schema={shape}
        draft={draft}
        path={[]}
        change={change}
        refusals={refusals.filter((each) => !isStillEmpty(each))}
      />
      {children}
    </section>
  )
}
