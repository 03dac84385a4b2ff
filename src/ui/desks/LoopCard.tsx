'use client'
import { useMemo } from 'react'
import { loopChain } from '@/pictures/loopChain'
import { loopCard, loopObjection, type TransmitterInLoop } from '@/plans/loopCard'
import type { SavedDesk } from '@/schema/desks'
import { LoopSetUp } from '@/schema/loopCard'
import { useKeptDraft } from '../../kit/form/useKeptDraft'
import { useSetUpForm } from '../../kit/form/useSetUpForm'
import { Notice } from '../../kit/parts/Notice'
import { SceneSvg } from '../../kit/pictures/SceneSvg'
import { useSize } from '../../kit/pictures/useSize'
import { DeskFoot } from './DeskFoot'
import { DeskHead } from './DeskHead'
import { workedOut } from './deskOutcome'
import type { DeskInstrument } from './deskTypes'
import { LoopFigures, type ShownLoop, TransmitterWords } from './LoopFigures'
import { Reasons } from './Reasons'
import { SetUpFields } from './SetUpFields'
import { useSaveDesk } from './useSaveDesk'

type Props = {
  instrument: DeskInstrument
  transmitter: TransmitterInLoop
  saved: SavedDesk<'loop'> | null
  timeZone: string
  mayChange: boolean
}

/** The loop card of an instrument that has a two-wire loop; of another, why it has none. */
export function LoopCard(props: Props) {
  const { instrument } = props
  const objection = loopObjection(instrument.configuration.signal)
  if (objection === null) return <Card {...props} />
  return (
    <div className="desk">
      <DeskHead instrument={instrument} desk="loop" />
      <div className="desk-body">
        <Notice>{objection}</Notice>
      </div>
    </div>
  )
}

/** Everything from the sensor to the host with its own errors, and where the error of the loop sits. */
function Card({ instrument, transmitter, saved, timeZone, mayChange }: Props) {
  const form = useSetUpForm(LoopSetUp, saved?.setUp ?? {})
  const { state, save } = useSaveDesk({ instrumentId: instrument.id, desk: 'loop', saved, boxes: form.draft })
  useKeptDraft(`${instrument.id} loop`, form, !state.isChanged)
  const { value } = form
  const outcome = useMemo(() => value && workedOut(() => loopCard(value, transmitter), boxOf), [value, transmitter])
  const refusals = outcome?.kind === 'refused' ? outcome.refusals : form.refusals
  const setUp = outcome?.kind === 'answer' ? form.value : null
  return (
    <div className="desk">
      <DeskHead instrument={instrument} desk="loop" />
      <div className="desk-body stack">
        {outcome?.kind === 'answer' && form.value ? (
          <Chain answer={outcome.answer} setUp={form.value} transmitter={transmitter} />
        ) : (
          <Reasons shape={form.shape} refusals={refusals} />
        )}
        <div className="desk-columns is-loop">
          <SetUpFields form={form} refusals={refusals} />
          <section aria-label="What comes out" className="stack" aria-live="polite">
            <TransmitterWords transmitter={transmitter} />
            {outcome?.kind === 'answer' && form.value && (
              <LoopFigures answer={outcome.answer} setUp={form.value} transmitter={transmitter} />
            )}
          </section>
        </div>
      </div>
      <DeskFoot
        instrument={instrument}
        desk="loop"
        state={state}
        timeZone={timeZone}
        save={() => setUp && save(setUp)}
        canSave={mayChange && setUp !== null}
      />
    </div>
  )
}

/** The core speaks of wire and resistor; here they stand under supply and host. */
const boxOf = (field: string) => BOXES[field] ?? (field.startsWith('items') ? 'items' : `supply.${field}`)

const BOXES: Record<string, string> = {
  'wire.area': 'supply.wireArea',
  'wire.length': 'supply.wireLength',
  wireOhms: 'supply.wireCelsius',
  resistor: 'host.senseOhms',
}

/** The loop from the sensor to the host, each with its error in the middle of its limit. */
function Chain({ answer, setUp, transmitter }: ShownLoop) {
  const [ref, { width }] = useSize<HTMLDivElement>({ width: 1200, height: 180 })
  const worst = (errors: readonly (number | null)[]) =>
    errors.reduce<number | null>(
      (most, error) => (error === null ? most : most === null || Math.abs(error) > Math.abs(most) ? error : most),
      null,
    )
  const hostErrors = answer.points.map(({ hostErrorPercent }) => hostErrorPercent)
  return (
    <div ref={ref} className="picture">
      <SceneSvg
        scene={loopChain(
          [
            {
              name: transmitter.tag,
              kind: 'transmitter',
              errorPercent: worst(Object.values(transmitter.errors)),
              limitPercent: transmitter.limitPercent,
            },
            ...setUp.items.map((item) => ({
              name: item.name,
              kind: item.kind,
              errorPercent: worst([item.error0, item.error50, item.error100]),
              limitPercent: item.limitPercent,
            })),
            {
              name: setUp.host.name,
              kind: 'host shows',
              errorPercent: worst(hostErrors),
              limitPercent: setUp.host.allowancePercent,
            },
          ],
          { width, height: 148, fontSize: 13 },
        )}
      />
    </div>
  )
}
