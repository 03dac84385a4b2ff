'use client'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { type FormEvent, useRef, useState } from 'react'
import type { Cause } from '@/core/diagnosis/cause'
import type { Adjustable } from '@/core/diagnosis/remedy'
import { formatPlain, formatSigned } from '@/core/format/formatNumber'
import { actFor } from '@/core/run/actFor'
import { adjustableOf, hasScrews } from '@/core/run/adjustable'
import { adjustSequence, type SequenceStep } from '@/core/run/adjustSequence'
import { judgingBasis } from '@/core/run/judgeSteps'
import { type RecordedAct, remainsAfter } from '@/core/run/remainsAfter'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { adjustmentWords } from '@/schema/adjustmentWords'
import { ADJUSTMENT_KINDS, type AdjustmentKind } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import { Mark } from '../parts/Mark'
import { Refused } from '../parts/Refused'
import { ReasonDialog } from './ReasonDialog'
import { useDraft } from './runDrafts'
import { useDwell } from './useDwell'

type Props = {
  run: RunView
  /** The screw the pad asks for; the form then offers it first. */
  nextScrew?: 'zero' | 'span' | undefined
  /** What the readings point to and what is to be done about it; absent where they point to nothing. */
  advice?: { cause: Cause; how: string } | undefined
  /** Absent for those who look on. */
  record?: (done: unknown) => Promise<string | null>
}

/** What was done to the instrument, in words and numbers; every act a row. */
export function AdjustPanel({ run, nextScrew, advice, record }: Props) {
  const round = run.rounds.at(-1)
  const sequence = adjustSequence(run.world)
  const next = sequence.find(({ kind }) => !round?.adjustments.some((done) => done.kind === kind))
  const basis = judgingBasis(run.world)
  const units = { output: basis.scale.unit, input: pressureUnitLabel(run.world.inputUnit) }
  const remains = (act: RecordedAct) => remainsAfter(act, { basis, inputUnit: run.world.inputUnit })
  const kinds = kindsFor(run, sequence)
  const advised = advice && sequence.length === 0 ? knownKind(actFor(advice.cause, doneKinds(run)), kinds) : undefined
  const first = nextScrew ? (`${nextScrew}-screw` as const) : (next?.kind ?? advised)
  return (
    <div className="stack">
      {advice && (
        <p className="notice">
          <strong>To do:</strong> {advice.how}.
        </p>
      )}
      <SequenceGuide run={run} sequence={sequence} />
      <h2>What was done</h2>
      {round?.adjustments.length === 0 ? (
        <p className="soft small">Nothing recorded yet. {HOW_TO[adjustableOf(run.world)]}</p>
      ) : (
        <ol className="cautions">
          {round?.adjustments.map((done) => (
            <li key={done.id}>
              {adjustmentWords(done, units)}
              {remains(done) !== null && (
                <span className="soft num"> · remains {formatSigned(remains(done) ?? 0, 3)} % of span</span>
              )}
            </li>
          ))}
        </ol>
      )}
      {record && (
        <AdjustForm
          key={first}
          place={`adjust ${round?.round ?? 0}`}
          units={units}
          record={record}
          kinds={kinds}
          first={first}
          holds={sequence}
        />
      )}
    </div>
  )
}

const doneKinds = (run: RunView) => run.rounds.at(-1)?.adjustments.map(({ kind }) => kind) ?? []
const knownKind = (kind: string, kinds: readonly AdjustmentKind[]) => kinds.find((each) => each === kind)

type Units = { output: string; input: string }

/** What fits the technology comes first; nothing is hidden. */
function kindsFor({ world }: RunView, sequence: readonly SequenceStep[]): AdjustmentKind[] {
  // A hot offset is recorded in Restore, once the drum is hot.
  const all = (Object.keys(ADJUSTMENT_KINDS) as AdjustmentKind[]).filter((kind) => kind !== 'hot-offset') // keys of a const object
  const isMechanical = hasScrews(world) || world.configuration.kind === 'dial-gauge'
  const first: AdjustmentKind[] = [
    ...sequence.map(({ kind }) => kind),
    ...(isMechanical ? (['zero-screw', 'span-screw'] as const) : []),
    ...(world.configuration.kind === 'digital-gauge' ? (['factory-values', 'field-values'] as const) : []),
  ]
  const isOfOthers = (kind: AdjustmentKind) => /^(gauge|vacuum)-|^(factory|field)-values$|^excitation$/.test(kind)
  const rest = all.filter((kind) => !first.includes(kind))
  const fitting = rest.filter((kind) => !isOfOthers(kind) && !kind.endsWith('-screw'))
  return [...first, ...fitting, ...rest.filter((kind) => !fitting.includes(kind))]
}

const HOW_TO: Record<Adjustable, string> = {
  screws: 'Bring both ends approximately right first, then converge; wait after each touch.',
  trims: 'Zero only at true zero (isolated, vented, drained); lower trim before upper; output trim against the meter.',
  gauge: 'Each point is held still for seconds before it is taken.',
}

/** The points at which a gauge is adjusted, in their order, with where each may be taken. */
function SequenceGuide({ run, sequence }: { run: RunView; sequence: readonly SequenceStep[] }) {
  if (sequence.length === 0) return null
  const done = new Set(run.rounds.at(-1)?.adjustments.map(({ kind }) => kind))
  const unit = pressureUnitLabel(run.world.configuration.unit)
  const shown = (value: number) => formatPlain(Number(value.toPrecision(4)))
  return (
    <>
      <h2>Points, in their order</h2>
      <ol className="work-steps">
        {sequence.map(({ kind, target, from, to, says, holdSeconds }, index) => {
          const isDone = done.has(kind)
          const isNext = !isDone && sequence.findIndex((each) => !done.has(each.kind)) === index
          return (
            <li key={kind} className={isDone ? 'is-answered' : isNext ? 'is-here' : 'is-ahead'}>
              <span className="work-mark">{isDone && <Mark mark="inside" label="recorded" />}</span>
              <span>
                <span className="work-does">
                  {ADJUSTMENT_KINDS[kind]}
                  {target !== null && (
                    <span className="num">
                      {' '}
                      at {shown(target)} {unit}
                    </span>
                  )}
                </span>
                <span className="small soft work-why num">
                  {says}; hold it {holdSeconds} s
                  {from !== null &&
                    to !== null &&
                    from !== to &&
                    `; taken between ${shown(from)} and ${shown(to)} ${unit}`}
                </span>
              </span>
            </li>
          )
        })}
      </ol>
    </>
  )
}

const EMPTY = { words: '', applied: '', beforeOutput: '', afterOutput: '' }

function AdjustForm({
  units,
  record,
  place,
  kinds,
  first,
  holds,
}: {
  units: Units
  /** Where in the run the form stands, for what is typed and not sent. */
  place: string
  record: NonNullable<Props['record']>
  kinds: readonly AdjustmentKind[]
  first: AdjustmentKind | undefined
  holds: readonly SequenceStep[]
}) {
  const [kind, setKind] = useState<AdjustmentKind>(first ?? kinds[0] ?? 'other')
  const [boxes, setBoxes] = useDraft(place, EMPTY)
  const [message, setMessage] = useState<string | null>(null)
  const id = useRef<string>(undefined)
  const words = useRef<HTMLInputElement>(null)
  const hold = useDwell(holds.find((each) => each.kind === kind)?.holdSeconds, kind)

  const submit = async (event: FormEvent) => {
    event.preventDefault()
    if (!hold.mayTake()) return setMessage(hold.words())
    id.current ??= crypto.randomUUID()
    const refusal = await record({ id: id.current, kind, heldSeconds: hold.heldSeconds(), ...boxes })
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
        if (field === 'applied') hold.restart()
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
        {hold.isRunning && (
          <span role="timer" className="num small">
            {hold.words()}
          </span>
        )}
        <Refused words={message} />
      </div>
    </form>
  )
}

type FootProps = {
  count: number
  /** The points of the round before, as the register gives them: `0, 50, 100`. */
  points: string
  open: (fewerPoints: { testPoints: string; reason: string } | null) => Promise<string | null>
}

/** Leads from Adjust to the as-left readings: the same points, or fewer with the reason. */
export function AdjustFoot({ count, points, open }: FootProps) {
  const [message, setMessage] = useState<string | null>(null)
  const [isAsking, setAsking] = useState(false)
  const [fewer, setFewer] = useState(points)
  return (
    <div className="actions">
      <Button
        variant="contained"
        size="large"
        disabled={count === 0}
        onClick={async () => setMessage(await open(null))}
      >
        Adjustment done: read as left
      </Button>
      <Button variant="outlined" color="secondary" size="large" disabled={count === 0} onClick={() => setAsking(true)}>
        With fewer points…
      </Button>
      <p className={message ? 'tone-outside' : 'soft small'} role={message ? 'alert' : undefined}>
        {message ??
          (count === 0
            ? 'Record at least one act first, so that the record can tell what was done.'
            : `${count} recorded. The same points follow again.`)}
      </p>
      {isAsking && (
        <ReasonDialog
          title="Which points, and why fewer?"
          words="Some of the points that were taken as found. The certificate says so."
          action="Read these as left"
          onClose={() => setAsking(false)}
          store={(reason) => open({ testPoints: fewer, reason })}
        >
          <TextField
            label="Points"
            size="small"
            value={fewer}
            onChange={(event) => setFewer(event.target.value)}
            slotProps={{ htmlInput: { className: 'num', autoComplete: 'off' } }}
          />
        </ReasonDialog>
      )}
    </div>
  )
}
