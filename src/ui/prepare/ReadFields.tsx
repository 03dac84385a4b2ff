import type { ReactNode } from 'react'
import { ADJUSTABLE, adjustedByOf } from '@/core/adjust/adjustedBy'
import { formatPlain } from '@/core/format/formatNumber'
import { isTransmitted } from '@/core/signal/signal'
import { isTwoWireLoop } from '@/core/signal/signalKind'
import { typedNumber } from '@/core/units/decimalText'
import type { Configuration } from '@/schema/configuration'
import { BoundBox, BoundChoice } from '../../kit/form/BoundFields'
import { NumberBox } from '../../kit/form/boxes'
import { PRESSURE_UNIT_CHOICES } from '../../kit/form/pressureUnitChoices'
import type { BoundForm } from '../../kit/form/useDraftForm'
import { Tick } from '../../kit/parts/Tick'
import { holdFor, type PrepareDraft } from './prepareDraft'

type Props = {
  form: BoundForm & { readonly draft: PrepareDraft }
  configuration: Configuration
  /** What stands between reference and instrument. */
  children: ReactNode
}

/** How it is read: units, conditions, what stands between, what else is read. */
export function ReadFields({ form, configuration, children }: Props) {
  const { draft, change } = form
  const by = ADJUSTABLE[adjustedByOf(configuration)]
  const isDamped = by === 'trims' || by === 'buttons' || configuration.setUp?.dampingSeconds !== undefined
  return (
    <>
      <h2>How it is read</h2>
      <div className="field-row">
        <BoundChoice form={form} path="inputUnit" label="Applied, unit" options={PRESSURE_UNIT_CHOICES} />
        <BoundBox form={form} path="environment.ambientCelsius" label="Ambient" condition="temperature" />
        <BoundBox form={form} path="environment.relativeHumidityPercent" label="Humidity, %" isNumber />
        <BoundBox form={form} path="environment.barometricHPa" label="Barometer" condition="barometer" />
      </div>
      <div className="field-row">
        <BoundBox form={form} path="itemCondition" label="Condition found" />
        {isDamped && <DampingFound form={form} configuration={configuration} />}
      </div>
      {children}
      {isTwoWireLoop(configuration.signal) && (
        <Tick
          checked={draft.readsDigital}
          change={(reads) => change(['readsDigital'], reads)}
          label="Read PV and AO too, with the digital communicator"
          why="tells sensor from output"
        />
      )}
      {isTransmitted(configuration.signal) && (
        <Tick
          checked={draft.readsByNull}
          change={(reads) => change(['readsByNull'], reads)}
          label="Output read by a null instrument"
          why="as a departure from a nominal it is set to"
        />
      )}
      {configuration.displayScale && !configuration.hostRoot && (
        <Tick
          checked={draft.readsDisplay}
          change={(reads) => change(['readsDisplay'], reads)}
          label="Read its own display too"
          why={`${formatPlain(configuration.displayScale.lower)} … ${formatPlain(configuration.displayScale.upper)} ${configuration.displayScale.unit}`}
        />
      )}
    </>
  )
}

/** Damping as found; what it takes to settle becomes the hold, unless another hold was typed. */
function DampingFound({ form, configuration }: Omit<Props, 'children'>) {
  const wanted = configuration.setUp?.dampingSeconds
  const typed = typedNumber(form.draft.dampingFoundSeconds)
  const change = (text: string) => {
    const before = typedNumber(form.draft.dampingFoundSeconds) ?? wanted
    const isOurs = form.draft.plan.dwellSeconds === holdFor(before)
    form.change(['dampingFoundSeconds'], text)
    const found = typedNumber(text)
    if (isOurs && (found === null || found >= 0)) form.change(['plan', 'dwellSeconds'], holdFor(found ?? wanted))
  }
  return (
    <NumberBox
      label="Damping found, s"
      value={form.draft.dampingFoundSeconds}
      change={change}
      {...(wanted !== undefined &&
        typed !== null &&
        typed !== wanted && { helperText: `register: ${formatPlain(wanted)} s` })}
    />
  )
}
