'use client'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { LINE_FILLS, type LineFill } from '@/core/pressure/lineHead'
import type { Amendable, AmendableWords, ReferenceChoice } from '@/plans/amendable'
import { refusalWords, send } from '../../kit/api'
import { NumberBox } from '../../kit/form/boxes'
import { ConditionBox } from '../../kit/form/ConditionBox'
import { useSending } from '../../kit/useSending'
import { ReasonDialog } from '../run/ReasonDialog'

type Props = {
  sequence: number
  recorded: Amendable
  references: readonly ReferenceChoice[]
  onClose: () => void
}

const CONDITIONS = [
  ['ambientCelsius', 'Ambient', 'temperature'],
  ['relativeHumidityPercent', 'Humidity, %', null],
  ['barometricHPa', 'Barometer', 'barometer'],
] as const

/** The density of another liquid is asked for at Prepare alone: it is offered where it was recorded. */
const fillsFor = (recorded: LineFill) =>
  Object.entries(LINE_FILLS).filter(([id]) => id !== 'liquid' || recorded === 'liquid')

const SHRUNK = { inputLabel: { shrink: true } }

/** Begins an amendment: why, and what is put right of all but the readings, which are corrected in its run. */
export function AmendDialog({ sequence, recorded, references, onClose }: Props) {
  const router = useRouter()
  const [facts, setFacts] = useState(recorded)
  const sending = useSending()
  const amend = (reason: string) => {
    const amendment = { reason, ...changesOf(recorded, facts) }
    return sending(amendment, async (id) => {
      const answer = await send<{ id: string }>(`/api/v1/records/${sequence}/amend`, { id, ...amendment })
      if (answer.kind === 'done') router.push(`/runs/${answer.value.id}`)
      return refusalWords(answer)
    })
  }
  const setWords = (changed: AmendableWords, words: string) =>
    setFacts({ ...facts, words: facts.words.map((each) => (each.key === changed.key ? { ...each, words } : each)) })
  return (
    <ReasonDialog
      title={`Amend record ${sequence}?`}
      words="A new record begins with everything in this one, with the date and the people of the work. Put right what is wrong here, correct readings in it, then sign it: it will name this record and the reason. This one stays as it was sealed."
      action="Begin the amendment"
      onClose={onClose}
      store={amend}
    >
      <div className="field-row">
        {CONDITIONS.map(([field, label, condition]) => {
          const box = {
            ...{ label, value: facts.environment[field] ?? '' },
            change: (typed: string) =>
              setFacts({ ...facts, environment: { ...facts.environment, [field]: typed || null } }),
          }
          return condition ? (
            <ConditionBox key={field} condition={condition} {...box} />
          ) : (
            <NumberBox key={field} {...box} />
          )
        })}
      </div>
      <div className="field-row">
        <ConditionBox
          label="Ref. higher"
          condition="height"
          value={facts.head.heightMillimetre}
          change={(heightMillimetre) => setFacts({ ...facts, head: { ...facts.head, heightMillimetre } })}
        />
        <TextField
          select
          label="Line filled with"
          size="small"
          value={facts.head.fill}
          // Only fills of ours are offered.
          onChange={(event) => setFacts({ ...facts, head: { ...facts.head, fill: event.target.value as LineFill } })}
        >
          {fillsFor(recorded.head.fill).map(([id, words]) => (
            <MenuItem key={id} value={id}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      </div>
      <TextField
        label="Condition found"
        size="small"
        fullWidth
        value={facts.itemCondition}
        onChange={(event) => setFacts({ ...facts, itemCondition: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 200 }, ...SHRUNK }}
      />
      <ReferenceSelect
        label="Pressure reference"
        id={facts.inputReferenceId}
        choices={references.filter(({ quantity }) => quantity === 'pressure')}
        onChange={(inputReferenceId) => setFacts({ ...facts, inputReferenceId })}
      />
      {facts.outputReferenceId !== null && (
        <ReferenceSelect
          label="Output reference"
          id={facts.outputReferenceId}
          choices={references}
          onChange={(outputReferenceId) => setFacts({ ...facts, outputReferenceId })}
        />
      )}
      {facts.words.map((each) => (
        <TextField
          key={each.key}
          label={each.label}
          size="small"
          fullWidth
          multiline
          value={each.words}
          onChange={(event) => setWords(each, event.target.value)}
          slotProps={{ htmlInput: { maxLength: 500 }, ...SHRUNK }}
        />
      ))}
    </ReasonDialog>
  )
}

type SelectProps = {
  label: string
  id: string
  choices: readonly ReferenceChoice[]
  onChange: (id: string) => void
}

function ReferenceSelect({ label, id, choices, onChange }: SelectProps) {
  return (
    <TextField
      select
      label={label}
      size="small"
      fullWidth
      value={id}
      onChange={(event) => onChange(event.target.value)}
      slotProps={SHRUNK}
    >
      {choices.map((choice) => (
        <MenuItem key={choice.id} value={choice.id}>
          {choice.code}, {choice.description}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** Only what differs is sent: what is left out stays as it was recorded. */
function changesOf(recorded: Amendable, facts: Amendable): Record<string, unknown> {
  const isNewCondition = CONDITIONS.some(([field]) => facts.environment[field] !== recorded.environment[field])
  const isNewHead =
    facts.head.heightMillimetre !== recorded.head.heightMillimetre || facts.head.fill !== recorded.head.fill
  const wordsOf = (field: AmendableWords['field']) => {
    const changed = facts.words.filter(
      (each, index) => each.field === field && each.words !== recorded.words[index]?.words,
    )
    return changed.length > 0 && { [field]: Object.fromEntries(changed.map(({ key, words }) => [key, words])) }
  }
  return {
    ...(isNewCondition && { environment: facts.environment }),
    ...(isNewHead && { head: facts.head }),
    ...(facts.itemCondition !== recorded.itemCondition && { itemCondition: facts.itemCondition }),
    ...(facts.inputReferenceId !== recorded.inputReferenceId && { inputReferenceId: facts.inputReferenceId }),
    ...(facts.outputReferenceId !== recorded.outputReferenceId && { outputReferenceId: facts.outputReferenceId }),
    ...wordsOf('decisionReasons'),
    ...wordsOf('adjustmentWords'),
    ...wordsOf('workStepWords'),
  }
}
