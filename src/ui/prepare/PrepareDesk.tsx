'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { type FormEvent, useCallback, useMemo, useState } from 'react'
import { channelIssues } from '@/core/conformity/referenceFitness'
import type { RunRule } from '@/core/run/plan/decisionRule'
import type { ReferenceOffer, ReferenceOffers } from '@/plans/offers'
import { plannedRun } from '@/plans/plannedRun'
import type { Configuration } from '@/schema/configuration'
import { type Answer, refusalWords, send } from '../../kit/api'
import { BoundBox } from '../../kit/form/BoundFields'
import { useDraftForm } from '../../kit/form/useDraftForm'
import { useSubmit } from '../../kit/form/useSubmit'
import { Refused } from '../../kit/parts/Refused'
import { useSending } from '../../kit/useSending'
import { STANDING_LINE } from './cautions'
import { HeadFields } from './HeadFields'
import { MediumQuestion } from './MediumQuestion'
import { type Nameplate, NameplateCheck } from './NameplateCheck'
import { PlanFields } from './PlanFields'
import {
  conditionsOf,
  type KnownBefore,
  type LastReferences,
  type PrepareDraft,
  PrepareShape,
  prepareDraft,
  wishesOf,
} from './prepareDraft'
import { RankedChoices } from './RankedChoices'
import { ReadFields } from './ReadFields'
import { References } from './References'
import { RuleFields } from './RuleFields'
import { subRangeWords } from './subRangeWords'

type Props = {
  instrument: { id: string; tag: string; configuration: Configuration }
  offers: ReferenceOffers
  /** References that can be linked, by their codes, each with the name of its device. */
  linked: Readonly<Record<string, string>>
  /** Those of its last calibration: taken again where they still suit. */
  last: LastReferences | undefined
  /** How it was found at each calibration before, in shares of its limit. */
  foundBefore: readonly number[]
  /** The decision rule the site begins with. */
  rule: RunRule
  known: KnownBefore
}

/** Prepare: nameplate, references, how it is read, the plan; then the run begins. */
export function PrepareDesk({ instrument, offers, linked, last, foundBefore, rule, known }: Props) {
  const { configuration } = instrument
  const read = useCallback((draft: PrepareDraft) => wishesOf(draft, instrument), [instrument])
  const form = useDraftForm(
    PrepareShape,
    () => prepareDraft(configuration, offers, { ...(last && { last }), rule, known }),
    read,
  )
  const [nameplate, setNameplate] = useState<Nameplate>('not looked at')
  const { boxes, begin, isBusy, failure } = useBeginning(form, { wishes: read(form.draft), nameplate })
  const { draft, change } = form
  const { inputIds, outputId } = draft
  const at = useConditions(draft, known)
  // Only rules and units of ours are offered.
  const chosen = { at, rule: draft.decisionRule as RunRule, inputUnit: draft.inputUnit as Configuration['unit'] }
  const planned = plannedRun({ configuration, offers, inputIds, outputId, ...chosen })
  return (
    <form ref={boxes} onSubmit={begin} className="prepare" aria-label="Prepare the run" noValidate>
      <div className="two-col prepare-body">
        <div className="stack">
          <NameplateCheck instrument={instrument} state={nameplate} change={setNameplate} />
          <RankedChoices
            {...{ configuration, offers, inputIds, outputId, foundBefore, ...chosen }}
            take={(choice) => {
              change(['inputIds'], [...choice.inputIds])
              change(['outputId'], choice.outputId)
            }}
          />
          <References
            title={offers.isSubRanged ? 'Give the pressure, one for each sub-range' : 'Gives the pressure'}
            name="input"
            offers={offers.inputs}
            linked={linked}
            chosen={inputIds}
            choose={(ids) => change(['inputIds'], ids)}
            takesSeveral={offers.isSubRanged}
          />
          {offers.isSubRanged && <SubRanges configuration={configuration} offers={offers.inputs} chosen={inputIds} />}
          {offers.outputs && (
            <References
              title="Reads the output"
              name="output"
              offers={offers.outputs}
              linked={linked}
              chosen={outputId === null ? [] : [outputId]}
              choose={([id]) => change(['outputId'], id ?? null)}
            />
          )}
        </div>
        <div className="stack">
          <ReadFields form={form} configuration={configuration}>
            <HeadFields form={form} configuration={configuration} planned={planned} />
            <MediumQuestion form={form} planned={planned} />
          </ReadFields>
          <PlanFields form={form} configuration={configuration} />
          <RuleFields rule={chosen.rule} change={(rule) => change(['decisionRule'], rule)} planned={planned} />
          {isAnyUnfit(offers, inputIds, outputId) && (
            <BoundBox
              form={form}
              path="unfitReason"
              label="Why a reference that does not suit is used; stands on the certificate"
            />
          )}
          <p className="soft small">{STANDING_LINE}</p>
        </div>
      </div>
      <BeginFoot isBusy={isBusy} failure={failure} />
    </form>
  )
}

/** The conditions as typed, the same for as long as they are typed the same: every set of references is reckoned by them. */
function useConditions({ environment, head, lowLeg }: PrepareDraft, known: KnownBefore) {
  return useMemo(() => conditionsOf({ environment, head, lowLeg }, known), [environment, head, lowLeg, known])
}

function BeginFoot({ isBusy, failure }: { isBusy: boolean; failure: string | null }) {
  return (
    <div className="run-foot is-row">
      <Button type="submit" variant="contained" size="large" disabled={isBusy}>
        Begin the run <kbd style={{ marginLeft: 14 }}>Enter</kbd>
      </Button>
      {failure ? (
        <Refused words={failure} />
      ) : (
        <p className="soft small">
          References, limits and plan are kept with the run as they are now. Isolate comes next, step by step.
        </p>
      )}
    </div>
  )
}

/** Begins the run once the nameplate was compared; sent again unchanged it is begun once. */
function useBeginning(
  form: Parameters<typeof useSubmit>[0],
  { wishes, nameplate }: { wishes: ReturnType<typeof wishesOf>; nameplate: Nameplate },
) {
  const router = useRouter()
  const sending = useSending()
  const [isBegun, setBegun] = useState(false)
  const [objection, setObjection] = useState<string | null>(null)
  const store = async () => {
    let answer: Answer<{ id: string }> = { kind: 'unreachable' }
    await sending(wishes, async (id) => {
      answer = await send<{ id: string }>('/api/v1/runs', { id, ...wishes })
      return refusalWords(answer)
    })
    return answer
  }
  const { boxes, submit, isSending, failure } = useSubmit(form, store, ({ id }: { id: string }) => {
    setBegun(true)
    router.push(`/runs/${id}`)
  })
  const begin = (event: FormEvent) => {
    setObjection(nameplate === 'as registered' ? null : NAMEPLATE_FIRST[nameplate])
    if (nameplate === 'as registered') return submit(event)
    event.preventDefault()
  }
  return { boxes, begin, isBusy: isSending || isBegun, failure: objection ?? failure }
}

const NAMEPLATE_FIRST = {
  otherwise: 'The nameplate and the register do not agree. Choose above what is to be done about it.',
  'not looked at': 'Compare the nameplate with the register first, and tick that they agree.',
} as const

/** Which of several references serves which points. */
function SubRanges({
  configuration,
  offers,
  chosen,
}: {
  configuration: Configuration
  offers: readonly ReferenceOffer[]
  chosen: readonly string[]
}) {
  const words = subRangeWords(
    configuration,
    offers.filter(({ standard }) => chosen.includes(standard.id)).map(({ standard }) => standard),
  )
  return <p className={words.isComplete ? 'small num' : 'small tone-outside'}>{words.text}</p>
}

/** Whether a reference is chosen that does not suit, or one device for two things at once. */
function isAnyUnfit(
  { inputs, outputs }: ReferenceOffers,
  inputIds: readonly string[],
  outputId: string | null,
): boolean {
  const giving = inputs.filter(({ standard }) => inputIds.includes(standard.id))
  const reading = (outputs ?? []).filter(({ standard }) => standard.id === outputId)
  const isTwice = giving.some(({ standard }) => channelIssues(standard, reading[0]?.standard ?? null).length > 0)
  return isTwice || [...giving, ...reading].some(({ mark }) => mark === 'outside')
}
