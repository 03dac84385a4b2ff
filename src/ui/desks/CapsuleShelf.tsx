'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { z } from 'zod'
import { formatPlain } from '@/core/format/formatNumber'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Capsule } from '@/schema/capsule'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, flag, number, optionalNumber, titled, words, zeroOrMore } from '@/schema/field'
import { refusalWords, send } from '../../kit/api'
import { InputFields } from '../../kit/form/InputFields'
import { useSetUpForm } from '../../kit/form/useSetUpForm'
import { DataTable } from '../../kit/parts/DataTable'
import { FormDialog } from '../../kit/parts/FormDialog'
import { Refused } from '../../kit/parts/Refused'
import { useSending } from '../../kit/useSending'

/** The form of a capsule; the server checks it by its own schema once more. */
const CapsuleInput = z.object({
  code: words('Code', 40),
  family: words('Family of bodies it fits', 60),
  description: words('What it is', 200),
  unit: PressureUnitChoice,
  lrl: number('Lower limit'),
  url: number('Upper limit'),
  minSpan: aboveZero('Smallest span'),
  maxSpan: optionalNumber('Largest span', 'empty: the limits decide'),
  links: titled(
    z.array(z.object({ name: words('Position', 20), minSpan: aboveZero('Span from'), maxSpan: aboveZero('… to') })),
    'Link positions',
  ),
  allowsReverse: flag('URV may lie below LRV'),
  kept: zeroOrMore('In stock'),
})

type Props = { capsules: readonly Capsule[]; mayKeep: boolean }

/** Capsules kept in stock, to be counted and added to. */
export function CapsuleShelf({ capsules, mayKeep }: Props) {
  const [isAdding, setAdding] = useState(false)
  return (
    <section className="stack" aria-labelledby="capsules">
      <div className="head-row">
        <h2 id="capsules">Capsules in stock</h2>
        {mayKeep && (
          <Button size="small" onClick={() => setAdding(true)}>
            Add a capsule
          </Button>
        )}
      </div>
      {capsules.length === 0 ? (
        <p className="soft">No capsule in stock: a range that needs another one cannot be made.</p>
      ) : (
        <DataTable
          rows={capsules}
          keyOf={({ id }) => id}
          columns={[
            { head: 'Code', is: 'tag', cell: ({ code }) => code },
            { head: 'What it is', cell: ({ description }) => description },
            { head: 'Fits', cell: ({ family }) => family },
            {
              head: 'Limits',
              is: 'figure',
              cell: ({ body, unit }) =>
                `${formatPlain(body.lrl)} … ${formatPlain(body.url)} ${pressureUnitLabel(unit)}`,
            },
            { head: 'Spans', is: 'figure', cell: spanWords },
            { head: 'Link positions', is: 'figure', cell: ({ body }) => linkWords(body.links) },
            {
              head: 'In stock',
              cell: (capsule) => (mayKeep ? <Count capsule={capsule} /> : <span className="num">{capsule.kept}</span>),
            },
          ]}
        />
      )}
      {isAdding && <NewCapsuleDialog onClose={() => setAdding(false)} />}
    </section>
  )
}

const spanWords = ({ body, unit }: Capsule) =>
  `${formatPlain(body.minSpan)} … ${formatPlain(body.maxSpan ?? body.url - body.lrl)} ${pressureUnitLabel(unit)}`

const linkWords = (links: Capsule['body']['links']) =>
  links.map(({ name, minSpan, maxSpan }) => `${name} ${formatPlain(minSpan)} … ${formatPlain(maxSpan)}`).join(', ') ||
  'none'

/** The count of a capsule, one more or one fewer. */
function Count({ capsule: { id, code, kept } }: { capsule: Capsule }) {
  const router = useRouter()
  const [message, setMessage] = useState<string | null>(null)
  const set = async (next: number) => {
    const answer = await send(`/api/v1/capsules/${id}/count`, { kept: next })
    setMessage(refusalWords(answer))
    if (answer.kind === 'done') router.refresh()
  }
  return (
    <span className="capsule-count">
      <Button size="small" aria-label={`One ${code} fewer`} disabled={kept === 0} onClick={() => set(kept - 1)}>
        −
      </Button>
      <span className="num">{kept}</span>
      <Button size="small" aria-label={`One ${code} more`} onClick={() => set(kept + 1)}>
        +
      </Button>
      {message && <span className="small tone-outside">{message}</span>}
    </span>
  )
}

function NewCapsuleDialog({ onClose }: { onClose: () => void }) {
  const router = useRouter()
  const form = useSetUpForm(CapsuleInput, { unit: 'kPa', links: [], allowsReverse: false })
  const [message, setMessage] = useState<string | null>(null)
  const sending = useSending()
  const submit = async () => {
    if (!form.value) return setMessage('Check the marked boxes.')
    const capsule = form.value
    const refusal = await sending(capsule, async (id) =>
      refusalWords(await send('/api/v1/capsules', { id, ...capsule })),
    )
    setMessage(refusal)
    if (refusal !== null) return
    onClose()
    router.refresh()
  }
  return (
    <FormDialog title="Add a capsule" action="Save" onClose={onClose} onSubmit={submit}>
      <InputFields
        name=""
        schema={form.shape}
        draft={form.draft}
        path={[]}
        change={form.change}
        refusals={message ? form.refusals : []}
      />
      <Refused words={message} />
    </FormDialog>
  )
}
