'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { type FormEvent, useState } from 'react'
import { mayGiveAndRead } from '@/core/conformity/referenceFitness'
import type { RunRule } from '@/core/run/plan/decisionRule'
import type { LineFill } from '@/core/run/plan/lineHead'
import type { ReferenceOffer, ReferenceOffers } from '@/plans/offers'
import { outputOfferFor } from '@/plans/referenceOffers'
import type { Configuration } from '@/schema/configuration'
import { refusalWords, send } from '../api'
import { useSending } from '../useSending'
import { Box } from './Box'
import { STANDING_LINE } from './cautions'
import { type Nameplate, NameplateCheck } from './NameplateCheck'
import { type PlanBoxes, PlanFields, planOf, sentPlan } from './PlanFields'
import { plannedRun } from './plannedRun'
import { ReadFields } from './ReadFields'
import { References } from './References'
import { RuleFields } from './RuleFields'
import { subRangeWords } from './subRangeWords'

type Props = {
  instrument: { id: string; tag: string; configuration: Configuration }
  offers: ReferenceOffers
}

/** Prepare: nameplate, references, how it is read, the plan; then the run begins. */
export function PrepareDesk({ instrument, offers }: Props) {
  const router = useRouter()
  const sending = useSending()
  const { configuration } = instrument
  const [inputIds, setInputIds] = useState(firstChoice(offers))
  const [outputId, setOutputId] = useState(outputOfferFor(offers, firstChoice(offers))?.standard.id ?? null)
  const [inputUnit, setInputUnit] = useState(configuration.unit)
  const [reads, setReads] = useState({ digital: false, display: false })
  const [plan, setPlan] = useState<PlanBoxes>(planOf(configuration))
  const [rule, setRule] = useState<RunRule>('simple-acceptance')
  const [nameplate, setNameplate] = useState<Nameplate>('not looked at')
  const [fill, setFill] = useState<LineFill>('gas')
  const isUnfit = isAnyUnfit(offers, inputIds, outputId)
  const [failure, setFailure] = useState<string | null>(null)
  const [isSending, setSending] = useState(false)

  const start = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    if (nameplate !== 'as registered')
      return setFailure(
        nameplate === 'otherwise'
          ? 'The nameplate and the register do not agree. Choose above what is to be done about it.'
          : 'Compare the nameplate with the register first, and tick that they agree.',
      )
    const boxes = new FormData(event.currentTarget)
    setSending(true)
    const [inputReferenceId = '', ...furtherReferenceIds] = inputIds
    const wishes = {
      instrumentId: instrument.id,
      inputUnit,
      inputReferenceId,
      furtherReferenceIds,
      outputReferenceId: outputId,
      readsDigital: reads.digital,
      readsDisplay: reads.display,
      plan: sentPlan(plan, configuration),
      decisionRule: rule,
      unfitReason: boxes.get('unfitReason'),
      itemCondition: boxes.get('itemCondition'),
      head: { heightMillimetre: boxes.get('headHeight') ?? '', fill: fill },
      environment: {
        ambientCelsius: boxes.get('ambient'),
        relativeHumidityPercent: boxes.get('humidity'),
        barometricHPa: boxes.get('barometer'),
      },
    }
    const refusal = await sending(wishes, async (id) => {
      const answer = await send<{ id: string }>('/api/v1/runs', { id, ...wishes })
      if (answer.kind === 'done') router.push(`/runs/${answer.value.id}`)
      return refusalWords(answer)
    })
    setFailure(refusal)
    if (refusal !== null) setSending(false)
  }

  return (
    <form onSubmit={start} className="prepare" aria-label="Prepare the run">
      <div className="two-col prepare-body">
        <div className="stack">
          <NameplateCheck instrument={instrument} state={nameplate} change={setNameplate} />
          <References
            title={offers.isSubRanged ? 'Give the pressure, one for each sub-range' : 'Gives the pressure'}
            name="input"
            offers={offers.inputs}
            chosen={inputIds}
            choose={setInputIds}
            takesSeveral={offers.isSubRanged}
          />
          {offers.isSubRanged && <SubRanges configuration={configuration} offers={offers.inputs} chosen={inputIds} />}
          {offers.outputs && (
            <References
              title="Reads the output"
              name="output"
              offers={offers.outputs}
              chosen={outputId === null ? [] : [outputId]}
              choose={([id]) => setOutputId(id ?? null)}
            />
          )}
        </div>
        <div className="stack">
          <ReadFields {...{ configuration, inputUnit, setInputUnit, fill, setFill, reads, setReads }} />
          <PlanFields plan={plan} change={setPlan} configuration={configuration} />
          <RuleFields
            rule={rule}
            change={setRule}
            planned={plannedRun({ configuration, offers, inputIds, outputId, inputUnit, rule })}
          />
          {isUnfit && (
            <Box
              name="unfitReason"
              label="Why a reference that does not suit is used; stands on the certificate"
              isWords
            />
          )}
          <p className="soft small">{STANDING_LINE}</p>
        </div>
      </div>
      <div className="run-foot is-row">
        <Button type="submit" variant="contained" size="large" disabled={isSending}>
          Begin the run <kbd style={{ marginLeft: 14 }}>Enter</kbd>
        </Button>
        {failure ? (
          <p className="tone-outside" role="alert">
            {failure}
          </p>
        ) : (
          <p className="soft small">
            References, limits and plan are kept with the run as they are now. Isolate comes next, step by step.
          </p>
        )}
      </div>
    </form>
  )
}

/** One reference that reaches everything, or the fewest that do together. */
function firstChoice({ inputs, isSubRanged, suggestedInputIds }: ReferenceOffers): string[] {
  if (isSubRanged) return [...suggestedInputIds]
  const best = usable(inputs)
  return best ? [best.standard.id] : []
}

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

/** The best offer that may be used; one out of date or too short must be chosen on purpose. */
const usable = (offers: readonly ReferenceOffer[]) => offers.find((offer) => offer.mark !== 'outside')

/** Whether a reference is chosen that does not suit, or one device for two things at once. */
function isAnyUnfit(
  { inputs, outputs }: ReferenceOffers,
  inputIds: readonly string[],
  outputId: string | null,
): boolean {
  const chosen = [
    ...inputs.filter(({ standard }) => inputIds.includes(standard.id)),
    ...(outputs ?? []).filter(({ standard }) => standard.id === outputId),
  ]
  const isTwice = chosen.some(
    ({ standard }) => standard.id === outputId && inputIds.includes(standard.id) && !mayGiveAndRead(standard),
  )
  return isTwice || chosen.some(({ mark }) => mark === 'outside')
}
