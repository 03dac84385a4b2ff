'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useMemo, useRef, useState } from 'react'
import { isReadBack } from '@/core/setUp/setUpSheet'
import { outputScale } from '@/core/signal/signal'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { type SetUpPlan, setUpPlan, wantedOf } from '@/plans/setUpPlan'
import type { SavedDesk } from '@/schema/desks'
import { SetUpWanted } from '@/schema/setUpSheet'
import { refusalWords, send } from '../../kit/api'
import { useKeptDraft } from '../../kit/form/useKeptDraft'
import { useSetUpForm } from '../../kit/form/useSetUpForm'
import { LinkButton } from '../../kit/parts/LinkButton'
import { Notice } from '../../kit/parts/Notice'
import { useSending } from '../../kit/useSending'
import { ReasonDialog } from '../run/ReasonDialog'
import { DeskFoot } from './DeskFoot'
import { DeskHead } from './DeskHead'
import type { DeskInstrument } from './deskTypes'
import { Reasons } from './Reasons'
import { SetUpFields } from './SetUpFields'
import { type Keyed, SetUpItems } from './SetUpItems'
import { SetUpShows } from './SetUpShows'
import { changeSetUp, type OwnEnds } from './setUpChange'
import { useSaveDesk } from './useSaveDesk'

type Props = {
  instrument: DeskInstrument
  /** Why nothing is keyed into this instrument. */
  objection: string | null
  saved: SavedDesk<'set-up'> | null
  openRunBy: string | null
  timeZone: string
  mayChange: boolean
}

/** The set-up sheet of an instrument that is set up by buttons or communicator; of another, why it has none. */
export function SetUpDesk(props: Props) {
  const { instrument, objection } = props
  if (objection === null) return <Sheet {...props} />
  return (
    <div className="desk">
      <DeskHead instrument={instrument} desk="set-up" />
      <div className="desk-body">
        <Notice>{objection}</Notice>
      </div>
    </div>
  )
}

/** What is wanted of the device, the values to key in with their read-back, and what it then shows. */
function Sheet({ instrument, saved, openRunBy, timeZone, mayChange }: Props) {
  const { configuration } = instrument
  const router = useRouter()
  const form = useSetUpForm(SetUpWanted, saved?.setUp ?? wantedOf(configuration))
  const { state, save } = useSaveDesk({ instrumentId: instrument.id, desk: 'set-up', saved, boxes: form.draft })
  const [keyed, setKeyed] = useState<Keyed>({})
  const [isAsking, setAsking] = useState(false)
  const sending = useSending()
  const ownEnds: OwnEnds = useRef(null)
  useKeptDraft(`${instrument.id} set-up`, form, !state.isChanged)
  const { value } = form
  const plan = useMemo(() => value && setUpPlan(configuration, value), [configuration, value])
  const record = (reason: string) => {
    const keyedIn = Object.entries(keyed).map(([id, { readBack }]) => ({ id, readBack: readBack.trim() || null }))
    const done = { basedOnVersion: instrument.version, wanted: value, keyedIn, reason }
    return sending(done, async (id) => {
      const answer = await send<{ tag: string }>(`/api/v1/instruments/${instrument.id}/set-ups`, { id, ...done })
      if (answer.kind === 'done') router.push(`/instruments/${encodeURIComponent(instrument.tag)}/calibrate`)
      return refusalWords(answer)
    })
  }
  const open = plan ? openItems(plan, keyed) : 0
  const canRecord = mayChange && openRunBy === null && plan?.next != null && plan.items.length > 0 && open === 0
  return (
    <div className="desk">
      <DeskHead instrument={instrument} desk="set-up" />
      <div className="desk-body stack">
        <div className="desk-columns is-sheet">
          <SetUpFields form={{ ...form, change: changeSetUp(form, configuration, ownEnds) }} refusals={form.refusals} />
          <section aria-label="What to key in" className="stack">
            {plan ? (
              <SetUpItems plan={plan} keyed={keyed} change={setKeyed} />
            ) : (
              <Reasons shape={form.shape} refusals={form.refusals} />
            )}
          </section>
          <section aria-label="What it then shows" className="stack" aria-live="polite">
            {plan && (
              <SetUpShows
                plan={plan}
                decimals={value?.displayDecimals ?? null}
                units={{
                  pv: pressureUnitLabel(value?.unit ?? configuration.unit),
                  output: outputScale(configuration.signal, {
                    ...configuration,
                    unitLabel: pressureUnitLabel(value?.unit ?? configuration.unit),
                  }),
                  display: value?.displayUnit ?? '',
                }}
              />
            )}
          </section>
        </div>
      </div>
      <DeskFoot
        instrument={instrument}
        desk="set-up"
        state={state}
        timeZone={timeZone}
        save={() => value && save(value)}
        saveLabel="Save the sheet"
        canSave={mayChange && value !== null}
      >
        <Button variant="contained" size="large" disabled={!canRecord} onClick={() => setAsking(true)}>
          {open > 0 ? `${open} to key in` : `Record as version ${instrument.version + 1}`}
        </Button>
        {state.last && !state.isChanged && (
          <LinkButton
            variant="outlined"
            color="secondary"
            href={`/api/v1/instruments/${instrument.id}/set-up-sheet`}
            prefetch={false}
            target="_blank"
          >
            Sheet on paper
          </LinkButton>
        )}
        {openRunBy && <span className="small tone-look">{openRunBy} is calibrating it: finish that first.</span>}
      </DeskFoot>
      {isAsking && (
        <ReasonDialog
          title={`Record as version ${instrument.version + 1}`}
          words="The register takes every value with who, when and why, and what was read back. A calibration follows."
          action="Record and open its calibration"
          onClose={() => setAsking(false)}
          store={record}
        />
      )}
    </div>
  )
}

/** How many values that change are neither ticked nor rightly read back. */
const openItems = ({ items }: SetUpPlan, keyed: Keyed): number =>
  items.filter((item) => {
    const done = keyed[item.id]
    const isRead = done !== undefined && (done.readBack.trim() === '' || isReadBack(item, done.readBack))
    return done?.readBack.trim() ? !isRead : item.isChanged && !done?.isTicked
  }).length
