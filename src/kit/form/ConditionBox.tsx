import { type ComponentProps, createContext, useContext, useState } from 'react'
import { Refusal } from '@/core/refusal'
import {
  CONDITION_UNITS,
  type Condition,
  type ConditionUnits,
  keptCondition,
  shownCondition,
} from '@/core/units/conditionUnits'
import { typedNumber } from '@/core/units/decimalText'
import { NumberBox } from './boxes'

/** What the site notes conditions of work in. */
export const ConditionUnitsShown = createContext<ConditionUnits>('si')

type Props = Omit<ComponentProps<typeof NumberBox>, 'label'> & {
  readonly condition: Condition
  /** Without its unit. */
  readonly label: string
  readonly value: string
  readonly change: (kept: string) => void
}

/** A condition of work, typed in the unit of the site; it takes and gives what is kept, in °C, hPa or mm. */
export function ConditionBox({ condition, label, value, change, ...rest }: Props) {
  const unit = CONDITION_UNITS[useContext(ConditionUnitsShown)][condition]
  // What was typed stays as it was typed, for as long as the form holds what came of it.
  const [own, setOwn] = useState({ typed: '', kept: '' })
  const typed = own.kept === value ? own.typed : typedNumber(value) === null ? value : shownCondition(value, unit)
  const take = (text: string) => {
    const kept = unit.factor === 1 ? text : keptOr(text, () => keptCondition(text, unit, condition))
    setOwn({ typed: text, kept })
    change(kept)
  }
  return <NumberBox label={`${label}, ${unit.unit}`} value={typed} change={take} {...rest} />
}

/** What is no number is given as it is: the form says what is wrong with it. */
function keptOr(text: string, kept: () => string): string {
  try {
    return kept()
  } catch (error) {
    if (error instanceof Refusal) return text
    throw error
  }
}
