import { askedReferences, askedWords } from '@/core/run/plan/runFitness'
import type { BoundForm } from '../../kit/form/useDraftForm'
import { Tick } from '../../kit/parts/Tick'
import type { PrepareDraft } from './prepareDraft'
import { useConfirmedAnew } from './useConfirmedAnew'

type Props = {
  form: BoundForm & { readonly draft: PrepareDraft }
  /** The run as it would be begun; null while it cannot. */
  planned: (Parameters<typeof askedReferences>[0] & { readonly day: string }) | null
}

/** What only a person knows of a reference's medium; nothing where nothing has to be asked. */
export function MediumQuestion({ form, planned }: Props) {
  const words = planned === null ? '' : askedWords(askedReferences(planned, planned.day))
  useConfirmedAnew(form.change, 'isMediumConfirmed', words)
  if (words === '') return null
  return (
    <Tick
      name="isMediumConfirmed"
      checked={form.draft.isMediumConfirmed}
      change={(isConfirmed) => form.change(['isMediumConfirmed'], isConfirmed)}
      label={`Looked into, and it may be used: ${words}`}
      why="stands in the record with your name"
    />
  )
}
