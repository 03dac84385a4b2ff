import GlobalStyles from '@mui/material/GlobalStyles'
import { InputFields } from './InputFields'
import type { useSetUpForm } from './useSetUpForm'
import { workingsStyles } from './workingsStyles'

type Props = { readonly form: Pick<ReturnType<typeof useSetUpForm>, 'shape' | 'draft' | 'change' | 'shown'> }

/** Every box of a form that is drawn from its schema. */
export const SchemaBoxes = ({ form: { shape, draft, change, shown } }: Props) => (
  <div className="calc-in calc-roomy">
    <GlobalStyles styles={workingsStyles} />
    <InputFields name="" schema={shape} draft={draft} path={[]} change={change} refusals={shown} />
  </div>
)
