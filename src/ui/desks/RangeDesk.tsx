'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useMemo, useState } from 'react'
import { outputScale } from '@/core/signal/signal'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { OwnedReference } from '@/plans/ownedReference'
import { rangePlan } from '@/plans/rangePlan'
import type { RangePlan } from '@/plans/rangePlanShape'
import { referenceOffers } from '@/plans/referenceOffers'
import { scaledItems } from '@/plans/scaledItems'
import type { Opening } from '@/plans/wantedRange'
import type { Configuration } from '@/schema/configuration'
import type { SavedDesks, WantedForm } from '@/schema/desks'
import { refusalWords, send } from '../../kit/api'
import { LinkButton } from '../../kit/parts/LinkButton'
import { Notice } from '../../kit/parts/Notice'
import { useSending } from '../../kit/useSending'
import { ApplyDialog, type CapsuleWorkDraft } from './ApplyDialog'
import { DeskFoot } from './DeskFoot'
import { DeskHead } from './DeskHead'
import type { DeskInstrument, Stock } from './deskTypes'
import { NewOutput } from './NewOutput'
import { RangeDeskBeam } from './RangeDeskBeam'
import { FromOtherDesks, ReferenceWords } from './RangeDeskNotes'
import { StepList } from './StepList'
import { useSaveDesk } from './useSaveDesk'
import { VerdictCard } from './VerdictCard'
import { RANGE_FORM, WantedEnds, WantedScale } from './WantedFields'
import { draftOfWanted, readWanted } from './wantedDraft'

type Props = {
  instrument: DeskInstrument
  opening: Opening
  saved: SavedDesks
  capsules: Stock
  standards: readonly OwnedReference[]
  today: string
  timeZone: string
  /** Whoever calibrates it now; a range is not changed under their hands. */
  openRunBy: string | null
  /** An offset that was set hot and stands in the instrument, in words. */
  hotOffset: string | null
  mayChange: boolean
}

/** The range desk: a wanted range against what the sensor can do, what it takes, and what follows. */
export function RangeDesk(props: Props) {
  const { instrument, opening, saved, capsules, standards, today, timeZone, openRunBy, mayChange, hotOffset } = props
  const { configuration, tag } = instrument
  const router = useRouter()
  const [draft, setDraft] = useState(() => draftOfWanted(opening.wanted))
  const [capsule, setCapsule] = useState<string | undefined>()
  const [isAsking, setAsking] = useState(false)
  const { state, save } = useSaveDesk({
    instrumentId: instrument.id,
    desk: 'range',
    saved: saved.range,
    boxes: draft,
    ...(saved.range && { savedBoxes: draftOfWanted(saved.range.setUp) }),
  })
  const sending = useSending()

  const read = useMemo(() => readWanted(draft, configuration), [draft, configuration])
  const items = useMemo(() => scaledItems(saved.loop?.setUp ?? null), [saved.loop])
  const plan = useMemo(
    () =>
      read.kind === 'wanted'
        ? rangePlan(configuration, read.wanted, { capsules, items, preferredCapsule: capsule })
        : null,
    [read, configuration, capsules, items, capsule],
  )
  const problems = read.kind === 'unclear' ? read.problems : {}

  const apply = async (
    reason: string,
    capsuleWork: CapsuleWorkDraft | null,
    confirmed: { readonly offsetTakenBack: boolean; readonly isTurnMeant: boolean },
  ): Promise<string | null> => {
    if (read.kind !== 'wanted' || !plan) return 'Check the marked boxes first.'
    const change = {
      basedOnVersion: instrument.version,
      wanted: read.wanted,
      capsule: plan.verdict.kind === 'capsule' ? plan.verdict.capsule.code : null,
      capsuleWork,
      ...confirmed,
      reason,
    }
    return sending(change, async (id) => {
      const answer = await send<{ tag: string }>(`/api/v1/instruments/${instrument.id}/range-changes`, {
        id,
        ...change,
      })
      if (answer.kind === 'done') router.push(`/instruments/${encodeURIComponent(tag)}/calibrate`)
      return refusalWords(answer)
    })
  }

  const next = plan?.next ?? configuration
  const [offer] = useMemo(() => referenceOffers(next, standards, today).inputs, [next, standards, today])
  const canApply = mayChange && openRunBy === null && plan !== null && isAChange(plan)
  return (
    <div className="desk">
      <DeskHead instrument={instrument} desk="range">
        <WantedEnds draft={draft} change={setDraft} problems={problems} configuration={configuration} />
      </DeskHead>
      <form
        id={RANGE_FORM}
        className="desk-body"
        onSubmit={(event) => {
          event.preventDefault()
          if (canApply) setAsking(true)
        }}
      >
        {hotOffset && (
          <Notice tone="inside-look" isSmall>
            A hot offset stands in it ({hotOffset}). It is taken back before another range is written: on top of a
            computed range it would count twice.
          </Notice>
        )}
        {opening.notice && <Notice tone="outside">{opening.notice}</Notice>}
        <RangeDeskBeam
          instrument={instrument}
          wanted={read.kind === 'wanted' ? read.wanted : null}
          plan={plan}
          offer={offer}
        />
        <div className="desk-columns">
          <div className="stack">
            {plan ? (
              <VerdictCard plan={plan} chooseCapsule={setCapsule} />
            ) : (
              <Notice>{Object.values(problems)[0] ?? 'Type both ends of the range that is wanted.'}</Notice>
            )}
            {plan?.next && <ReferenceWords offer={offer} />}
            <WantedScale draft={draft} change={setDraft} problems={problems} carried={plan?.carried ?? null} />
            <FromOtherDesks saved={saved} tag={tag} />
          </div>
          <div>{plan && <StepList steps={plan.steps} title="What must be done" />}</div>
          {plan && read.kind === 'wanted' && (
            <WhatFollows plan={plan} wanted={read.wanted} configuration={configuration} />
          )}
        </div>
        <button type="submit" hidden>
          Apply
        </button>
      </form>
      <DeskFoot
        instrument={instrument}
        desk="range"
        state={state}
        timeZone={timeZone}
        save={() => read.kind === 'wanted' && save(read.wanted)}
        saveLabel="Save as a proposal"
        canSave={mayChange && read.kind === 'wanted'}
      >
        <Button variant="contained" size="large" disabled={!canApply} onClick={() => setAsking(true)}>
          Apply and open its calibration <kbd style={{ marginLeft: 12 }}>Enter</kbd>
        </Button>
        <LinkButton
          variant="outlined"
          color="secondary"
          href={`/api/v1/instruments/${instrument.id}/range-tag`}
          prefetch={false}
          target="_blank"
        >
          Range tag as it is now
        </LinkButton>
        {openRunBy && <span className="small tone-look">{openRunBy} is calibrating it: finish that first.</span>}
      </DeskFoot>
      {isAsking && plan && (
        <ApplyDialog
          plan={plan}
          version={instrument.version}
          hotOffset={hotOffset}
          onClose={() => setAsking(false)}
          apply={apply}
        />
      )}
    </div>
  )
}

type FollowsProps = { plan: RangePlan; wanted: WantedForm; configuration: Configuration }

/** The new output table, and what of the loop changes with it. */
function WhatFollows({ plan, wanted, configuration }: FollowsProps) {
  const unitLabel = pressureUnitLabel(configuration.unit)
  return (
    <div className="stack">
      <NewOutput
        rows={plan.table}
        unit={configuration.unit}
        output={outputScale(configuration.signal, { ...wanted, unitLabel })}
        host={wanted.displayScale ?? { unit: unitLabel }}
        turndown={plan.turndown}
      />
      {plan.loopChanges.length > 0 && (
        <section aria-label="Changes with it">
          <h2>Changes with it</h2>
          <ul className="plain-list">
            {plan.loopChanges.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}

/** Whether there is something to apply. */
const isAChange = ({ verdict, next, loopChanges }: RangePlan) =>
  next !== null && (verdict.kind !== 'unchanged' || loopChanges.length > 0)
