import { useState } from 'react'
import { isCorrected } from '@/core/reference/correctedValue'
import type { WorkingReference } from '@/schema/world'
import { Choice } from '../../kit/parts/Choice'
import { useSending } from '../../kit/useSending'
import { ReasonDialog } from './ReasonDialog'

type Props = {
  /** Those of the run that have points to be corrected by, as they are used now. */
  references: readonly WorkingReference[]
  onClose: () => void
  store: (choice: unknown) => Promise<string | null>
}

/** Makes the corrections of a reference or leaves them, until the seal: what was shown is kept either way. */
export function CorrectionsDialog({ references, onClose, store }: Props) {
  const [referenceId, setReferenceId] = useState(references[0]?.id ?? '')
  const sending = useSending()
  const chosen = references.find(({ id }) => id === referenceId)
  const isApplied = chosen !== undefined && isCorrected(chosen)
  return (
    <ReasonDialog
      title={isApplied ? 'Take readings as shown?' : 'Correct what it shows?'}
      words={`${chosen?.code ?? ''} is ${isApplied ? 'corrected now' : 'taken as shown now'}. The change holds for every reading of this run, those taken too; each is judged again, and what was shown is kept.`}
      action={isApplied ? 'Take them as shown' : 'Correct them'}
      onClose={onClose}
      store={(reason) => {
        const choice = { referenceId, isApplied: !isApplied, reason }
        return sending(choice, (id) => store({ id, ...choice }))
      }}
    >
      <Choice
        label="Reference"
        value={referenceId}
        options={references.map((reference) => [
          reference.id,
          `${reference.code}, ${reference.description}: ${isCorrected(reference) ? 'corrected' : 'as shown'}`,
        ])}
        choose={setReferenceId}
      />
    </ReasonDialog>
  )
}
