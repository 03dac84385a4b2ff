import type { Metadata } from 'next'
import Link from 'next/link'
import { CALCULATION_GROUPS, type CalculationGroup } from '@/calc/calculation'
import { CALCULATIONS } from '@/calc/registry'

export const metadata: Metadata = { title: 'Workings' }

/** What can be worked out here, by group. */
export default function WorkingsPage() {
  const groups = Object.keys(CALCULATION_GROUPS) as CalculationGroup[] // keys of a const object
  return (
    <div className="stack">
      <header>
        <h1>Workings</h1>
        <p className="soft">
          Every calculation of Barys by hand, with how it was worked out. The run, the certificate and the API use the
          same ones.
        </p>
      </header>
      <div className="calc-overview">
        {groups.map((group) => (
          <section key={group} className="card">
            <h2>{CALCULATION_GROUPS[group]}</h2>
            <ul>
              {CALCULATIONS.filter((calculation) => calculation.group === group).map(({ name, title, summary }) => (
                <li key={name}>
                  <Link href={`/workings/${name}`}>{title}</Link>
                  <p className="small soft">{summary}</p>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </div>
  )
}
