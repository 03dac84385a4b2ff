import type { BoundForm } from '../../kit/form/useDraftForm'
import type { InstrumentValues } from './formValues'

/** The form of an instrument, as its parts see it. */
export type InstrumentFormProps = { readonly form: BoundForm & { readonly draft: InstrumentValues } }
