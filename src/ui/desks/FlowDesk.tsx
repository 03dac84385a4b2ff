'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useCallback, useMemo } from 'react'
import type { ChartStyle } from '@/pictures/charts/chartPicture'
import { flowCurve } from '@/pictures/charts/flowCurve'
import { rootChain } from '@/pictures/rootChain'
import { flowDesk } from '@/plans/flowDesk'
import type { SavedDesk } from '@/schema/desks'
import { FlowSetUp } from '@/schema/flowDesk'
import { useKeptDraft } from '../../kit/form/useKeptDraft'
import { useSetUpForm } from '../../kit/form/useSetUpForm'
import { Mark } from '../../kit/parts/Mark'
import { Notice } from '../../kit/parts/Notice'
import { ChartPictureView } from '../../kit/pictures/ChartPictureView'
import { SceneSvg } from '../../kit/pictures/SceneSvg'
import { useSize } from '../../kit/pictures/useSize'
import { DeskFoot } from './DeskFoot'
import { DeskHead } from './DeskHead'
import { workedOut } from './deskOutcome'
import type { DeskInstrument } from './deskTypes'
import { FlowFigures, type ShownFlow } from './FlowFigures'
import { Reasons } from './Reasons'
import { SetUpFields } from './SetUpFields'
import { useSaveDesk } from './useSaveDesk'

type Props = {
  instrument: DeskInstrument
  saved: SavedDesk<'flow'> | null
  timeZone: string
  mayChange: boolean
}

/** The flow desk: a meter by differential pressure, its curve, where it is worth reading, and where the root is taken. */
export function FlowDesk({ instrument, saved, timeZone, mayChange }: Props) {
  const router = useRouter()
  const form = useSetUpForm(FlowSetUp, saved?.setUp ?? emptySetUp(instrument.configuration))
  const { state, save } = useSaveDesk({ instrumentId: instrument.id, desk: 'flow', saved, boxes: form.draft })
  useKeptDraft(`${instrument.id} flow`, form, !state.isChanged)
  const { value } = form
  const { signal } = instrument.configuration
  const outcome = useMemo(() => value && workedOut(() => flowDesk(value, signal), boxOf), [value, signal])
  const refusals = outcome?.kind === 'refused' ? outcome.refusals : form.refusals
  const setUp = outcome?.kind === 'answer' ? form.value : null
  const take = async () => {
    if (setUp && (await save(setUp))) router.push(`/instruments/${encodeURIComponent(instrument.tag)}/range?from=flow`)
  }
  return (
    <div className="desk">
      <DeskHead instrument={instrument} desk="flow" />
      <div className="desk-body">
        <div className="desk-columns is-vessel">
          <SetUpFields form={form} refusals={refusals} />
          <section aria-label="Curve and root">
            {outcome?.kind === 'answer' && form.value ? (
              <FlowPictures answer={outcome.answer} setUp={form.value} />
            ) : (
              <Reasons shape={form.shape} refusals={refusals} />
            )}
          </section>
          <section aria-label="What comes out" className="stack" aria-live="polite">
            {outcome?.kind === 'answer' && form.value && <FlowFigures answer={outcome.answer} setUp={form.value} />}
          </section>
        </div>
      </div>
      <DeskFoot
        instrument={instrument}
        desk="flow"
        state={state}
        timeZone={timeZone}
        save={() => setUp && save(setUp)}
        canSave={mayChange && setUp !== null}
      >
        <Button variant="contained" size="large" onClick={take} disabled={!mayChange || setUp === null}>
          Take its range to the range desk
        </Button>
      </DeskFoot>
    </div>
  )
}

/** The core speaks of the plate and its flow; here both stand under the meter. */
const boxOf = (field: string) => (field === 'flow' ? 'fullFlow' : `meter.${field}`)

function FlowPictures({ answer, setUp }: ShownFlow) {
  const [ref, { width }] = useSize<HTMLDivElement>({ width: 480, height: 500 })
  const draw = useCallback(
    (style: ChartStyle) => {
      const { dpErrorPercent, cutOffPercent } = setUp
      const honestFromPercent = 'refused' in answer.cutOff ? null : answer.cutOff.honestFromPercent
      return flowCurve({ ...answer, dpErrorPercent, cutOffPercent, honestFromPercent }, style)
    },
    [answer, setUp],
  )
  return (
    <div ref={ref} className="picture stack">
      <ChartPictureView draw={draw} height={330} />
      <SceneSvg scene={rootChain(answer, { width, height: 148, fontSize: 13 })} />
      <RootWords answer={answer} />
    </div>
  )
}

/** Whether the root is taken exactly once on every way. */
function RootWords({ answer: { atQuarter, hasPanelMeter, isRootTakenOnce } }: Pick<ShownFlow, 'answer'>) {
  if (isRootTakenOnce)
    return (
      <Notice tone="inside">
        <Mark mark="inside" /> The root is taken exactly once on every way.
      </Notice>
    )
  const wrong = (name: string, roots: 0 | 1 | 2) =>
    roots === 1 ? [] : [`${name}: ${roots === 2 ? 'taken twice' : 'not taken at all'}`]
  return (
    <Notice tone="outside">
      <Mark mark="outside" /> The root has to be taken exactly once.{' '}
      {[
        ...wrong('Host', atQuarter.rootsInHost),
        ...(hasPanelMeter ? wrong('Panel meter', atQuarter.rootsInPanel) : []),
      ].join('; ')}
      .
    </Notice>
  )
}

/** The instrument's own unit and scale; no figure of a meter nobody typed. */
const emptySetUp = ({ unit, urv, displayScale, hostRoot, transfer }: DeskInstrument['configuration']) => ({
  meter: { kind: 'given pair', dp: urv, flow: displayScale?.upper, flowUnit: displayScale?.unit ?? '' },
  unit,
  fullFlow: displayScale?.upper,
  root: hostRoot || transfer.kind === 'linear' ? 'host' : 'transmitter',
  panelMeter: 'none',
  cutOffPercent: transfer.kind === 'linear' ? 0 : transfer.cutOffPercent,
  belowCutOff: transfer.kind === 'root-with-line' ? 'straight line' : 'drop to zero',
  zeroShift: 0,
})
