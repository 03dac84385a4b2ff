'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { formatDateTime } from '@/core/format/formatTime'
import { CHANGES } from '@/core/impact/recomputedRun'
import type { ToldFinding } from '@/schema/impact'
import { refusalWords, send } from '../../../kit/api'
import { Notice } from '../../../kit/parts/Notice'
import { useSending } from '../../../kit/useSending'
import { ReasonDialog } from '../../run/ReasonDialog'

type Props = { readonly findings: readonly ToldFinding[]; readonly timeZone: string; readonly mayUndo: boolean }

/** Findings that were attached, and whether they still hold. */
export function FindingList({ findings, timeZone, mayUndo }: Props) {
  const router = useRouter()
  const [undoing, setUndoing] = useState<number | null>(null)
  const sending = useSending()
  return findings.map(({ sequence, words, supposed, at, by, undoneBy, records, change }) => (
    <Notice key={sequence} tone={undoneBy === null && change !== 'to-pass' ? 'inside-look' : 'to-do'}>
      <strong>Finding {sequence}</strong>, {formatDateTime(at, timeZone)}, {by}: {words}{' '}
      <span className="soft">
        ({supposed};{' '}
        {change === null ? `${records} ${records === 1 ? 'record' : 'records'}` : `this record: ${CHANGES[change]}`})
      </span>{' '}
      {undoneBy !== null && <strong>Undone by finding {undoneBy}.</strong>}
      {undoneBy === null && mayUndo && (
        <Button size="small" onClick={() => setUndoing(sequence)}>
          Undo…
        </Button>
      )}
      {undoing === sequence && (
        <ReasonDialog
          title={`Undo finding ${sequence}?`}
          words="It stays to be read, with the finding that undoes it."
          action="Undo it"
          onClose={() => setUndoing(null)}
          store={async (reason) => {
            const refusal = await sending({ sequence, reason }, async (id) =>
              refusalWords(await send(`/api/v1/findings/${sequence}/undo`, { id, words: reason })),
            )
            if (refusal === null) router.refresh()
            return refusal
          }}
        />
      )}
    </Notice>
  ))
}
