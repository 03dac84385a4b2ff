import type { ReactNode } from 'react'
import { CALCULATIONS } from '@/calc/registry'
import { CalculationNav } from '@/ui/workings/CalculationNav'

/** The list of calculations beside the one in hand. */
export default function WorkingsLayout({ children }: { children: ReactNode }) {
  const entries = CALCULATIONS.map(({ name, title, group, summary }) => ({ name, title, group, summary }))
  return (
    <div className="page workings">
      <CalculationNav entries={entries} />
      <div>{children}</div>
    </div>
  )
}
