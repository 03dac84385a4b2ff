'use client'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { type FormEvent, useRef, useState } from 'react'
import type { Adjustable } from '@/core/diagnosis/remedy'
import { judgingBasis } from '@/core/run/judgeSteps'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { adjustmentWords } from '@/schema/adjustmentWords'
import { ADJUSTMENT_KINDS, type AdjustmentKind } from '@/schema/run'
import type { RunView } from '@/schema/runView'

type Props = {
  run: RunView
  /** The screw the pad asks for; the form then offers it first. */
  nextScrew?: 'zero' | 'span' | undefined
  record: (done: unknown) => Promise<string | null>
}

/** What was done to the instrument, in words and numbers; every act a row. */
export function AdjustPanel({ run, nextScrew, record }: Props) {
  const round = run.rounds.at(-1)
  const units = { output: judgingBasis(run.world).scale.unit, input: pressureUnitLabel(run.world.inputUnit) }
  return (
    <div className="stack">
      <h2>What was done</h2>
      {round?.adjustments.length === 0 ? (
        <p className="soft small">
          Nothing recorded yet. Zero only at true zero (isolated, vented, drained); lower trim before upper. With two
          interacting screws, bring both ends approximately right first, then converge.
        </p>
      ) : (
        <ol className="cautions">
          {round?.adjustments.map((done) => (
            <li key={done.id}>{adjustmentWords(done, units)}</li>
          ))}
        </ol>
      )}
      <AdjustForm
        key={nextScrew}
        units={units}
        record={record}
        kinds={kindsFor(run)}
        first={nextScrew && `${nextScrew}-screw`}
      />
    </div>
  )
}

type Units = { output: string; input: string }

/** What fits the technology comes first; nothing is hidden. */
function kindsFor({ world }: RunView): AdjustmentKind[] {
  const all = Object.keys(ADJUSTMENT_KINDS) as AdjustmentKind[] // keys of a const object
  const isMechanical = hasScrews(world) || world.configuration.signal === 'display'
  return isMechanical ? all : [...all.slice(2), ...all.slice(0, 2)]
}

/** How the instrument of a run is adjusted. */
export function adjustableOf(world: RunView['world']): Adjustable {
  if (hasScrews(world)) return 'screws'
  return world.configuration.signal === 'display' ? 'gauge' : 'trims'
}

/** Whether zero and span are two screws that disturb each other. */
export const hasScrews = ({ configuration: { kind, signal } }: RunView['world']): boolean =>
  kind === 'pneumatic-transmitter' || signal === '10-50mA' || signal === '3-15psi' || signal === '20-100kPa'

const EMPTY = { words: '', applied: '', beforeOutput: '', afterOutput: '' }

function AdjustForm({
  units,
  record,
  kinds,
  first,
}: {
  units: Units
  record: Props['record']
  kinds: readonly AdjustmentKind[]
  first: AdjustmentKind | undefined
}) {
  const [kind, setKind] = useState<AdjustmentKind>(first ?? kinds[0] ?? 'other')
  const [boxes, setBoxes] = useState(EMPTY)
  const [message, setMessage] = useState<string | null>(null)
  const id = useRef<string>(undefined)
  const words = useRef<HTMLInputElement>(null)

  const submit = async (event: FormEvent) => {
    event.preventDefault()
    id.current ??= crypto.randomUUID()
    const refusal = await record({ id: id.current, kind, ...boxes })
    setMessage(refusal)
    if (refusal !== null) return
    id.current = undefined
    setBoxes(EMPTY)
    words.current?.focus()
  }
  const box = (field: keyof typeof EMPTY, label: string) => (
    <TextField
      label={label}
      size="small"
      value={boxes[field]}
      onChange={(event) => {
        setBoxes({ ...boxes, [field]: event.target.value })
        id.current = undefined
      }}
      slotProps={{
        htmlInput: { autoComplete: 'off', ...(field !== 'words' && { inputMode: 'decimal', className: 'num' }) },
        inputLabel: { shrink: true },
      }}
      {...(field === 'words' && { inputRef: words, autoFocus: true })}
    />
  )
  return (
    <form className="card stack" onSubmit={submit} noValidate aria-label="Record an adjustment">
      <div className="field-row">
        {/* Only kinds of ours are offered. */}
        <TextField
          select
          label="Kind"
          size="small"
          value={kind}
          onChange={(event) => setKind(event.target.value as AdjustmentKind)}
        >
          {kinds.map((each) => (
            <MenuItem key={each} value={each}>
              {ADJUSTMENT_KINDS[each]}
            </MenuItem>
          ))}
        </TextField>
        {box('words', 'In words')}
      </div>
      <div className="field-row">
        {box('applied', `at applied, ${units.input}`)}
        {box('beforeOutput', `output before, ${units.output}`)}
        {box('afterOutput', `output after, ${units.output}`)}
      </div>
      <div className="actions">
        <Button type="submit" variant="outlined">
          Record this act
        </Button>
        {message && (
          <p className="tone-outside" role="alert">
            {message}
          </p>
        )}
      </div>
    </form>
  )
}

/** Leads from Adjust to the as-left readings. */
export function AdjustFoot({ count, open }: { count: number; open: () => Promise<string | null> }) {
  const [message, setMessage] = useState<string | null>(null)
  return (
    <div className="actions">
      <Button variant="contained" size="large" disabled={count === 0} onClick={async () => setMessage(await open())}>
        Adjustment done: read as left
      </Button>
      <p className={message ? 'tone-outside' : 'soft small'} role={message ? 'alert' : undefined}>
        {message ??
          (count === 0
            ? 'Record at least one act first, so that the record can tell what was done.'
            : `${count} recorded. The same points follow again.`)}
      </p>
    </div>
  )
}
