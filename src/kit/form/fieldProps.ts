import type { RefusedField } from '@/schema/answer'
import type { Draft } from './draft'
import type { InputSchema } from './inputSchema'

/** One field of an input as it is drawn. */
export type FieldProps = {
  readonly name: string
  readonly schema: InputSchema
  readonly draft: Draft | undefined
  /** Where this field stands in the input. */
  readonly path: readonly string[]
  readonly change: (path: readonly string[], draft: Draft) => void
  readonly refusals: readonly RefusedField[]
}
