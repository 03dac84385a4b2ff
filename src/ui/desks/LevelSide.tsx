'use client'
import Link from 'next/link'
import { useState } from 'react'
import { levelRange } from '@/calc/level/levelRange'
import { runCalculation } from '@/calc/runCalculation'
import { onVessel, vesselSetUp } from '@/calc/vesselSetUp'
import { formatFixed } from '@/core/format/formatNumber'
import { levelPressurePa } from '@/core/level/levelColumns'
import { levelAtPercentM } from '@/core/level/levelRange'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { QUANTITIES } from '@/core/units/quantity'
import { vesselNotes } from '@/plans/vesselNotes'
import type { LevelInput } from '@/schema/vessel'
import { partAt } from '../../kit/form/draft'
import type { ChangeDraft } from '../../kit/form/useDraftForm'
import type { useSetUpForm } from '../../kit/form/useSetUpForm'
import { LabelledSlider } from '../../kit/parts/LabelledSlider'
import { Notice } from '../../kit/parts/Notice'
import { CalculationResult } from './CalculationResult'
import { DraggableVessel } from './DraggableVessel'
import { Reasons } from './Reasons'
import { SetUpFields } from './SetUpFields'

type Props = { form: ReturnType<typeof useSetUpForm<typeof LevelInput>> }

/** A vessel by its figures: boxes at the left, drawn to scale in the middle, its range at the right. */
export function LevelSide({ form }: Props) {
  const { shape, change, value, refusals } = form
  const [levelPercent, setLevel] = useState(65)
  const outcome = value ? runCalculation(levelRange, value) : null
  const refused = outcome?.kind === 'refused' ? outcome.refusals : refusals
  return (
    <div className="desk-columns is-vessel">
      <SetUpFields form={{ ...form, change: changeLevel(form) }} refusals={refused}>
        {value &&
          vesselNotes(value).map((words) => (
            <Notice key={words} tone="inside-look" isSmall>
              {words}
            </Notice>
          ))}
        <p className="small">
          <Link href="/workings/liquid-density" target="_blank">
            Density at another temperature
          </Link>
        </p>
      </SetUpFields>
      <section aria-label="Vessel">
        {value && outcome?.kind === 'answer' ? (
          <>
            <DraggableVessel
              vessel={vesselSetUp(value)}
              levelPercent={levelPercent}
              unit={unitOf(value.heightUnit)}
              move={(field, height) => change(['vessel', field], String(height))}
            />
            <LevelSlider value={value} percent={levelPercent} change={setLevel} />
          </>
        ) : (
          <Reasons shape={shape} refusals={refused} />
        )}
      </section>
      <CalculationResult calculation={levelRange} outcome={outcome} />
    </div>
  )
}

/** The host shows the level unless somebody says otherwise: its scale goes with the levels while it is theirs. */
function changeLevel({ draft, change }: Pick<Props['form'], 'draft' | 'change'>): ChangeDraft {
  return (path, part) => {
    change(path, part)
    const [group, field] = path
    const end = field === 'levelAt0' ? 'lower' : field === 'levelAt100' ? 'upper' : null
    if (group !== 'vessel' || end === null) return
    const shown = partAt(draft, ['display', end])
    const unit = partAt(draft, ['display', 'unit'])
    if (shown !== undefined && shown !== '' && shown !== partAt(draft, path)) return
    change(['display', end], part)
    if (unit === undefined || unit === '') change(['display', 'unit'], partAt(draft, ['heightUnit']) ?? 'm')
  }
}

function unitOf(heightUnit: string) {
  const fact = QUANTITIES.length.units[heightUnit]
  return { label: fact?.label ?? heightUnit, perMetre: 1 / (fact?.factor ?? 1) }
}

/** A level that is drawn, and the pressure it makes. */
function LevelSlider({
  value,
  percent,
  change,
}: {
  value: NonNullable<Props['form']['value']>
  percent: number
  change: (percent: number) => void
}) {
  const pressure = convertPressure(
    onVessel(value, (vessel) => levelPressurePa(vessel, levelAtPercentM(vessel, percent))),
    'Pa',
    value.unit,
  )
  return (
    <LabelledSlider
      label="Level"
      min={0}
      max={100}
      step={1}
      value={percent}
      change={change}
      says={`${percent} % → ${formatFixed(pressure, 3)} ${pressureUnitLabel(value.unit)}`}
    />
  )
}
