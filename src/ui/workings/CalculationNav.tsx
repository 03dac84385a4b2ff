'use client'
import GlobalStyles from '@mui/material/GlobalStyles'
import Link from 'next/link'
import { usePathname } from 'next/navigation'
import { useState } from 'react'
import { CALCULATION_GROUPS, type CalculationGroup } from '@/calc/calculation'
import { workingsStyles } from '../../kit/form/workingsStyles'
import { SearchBox } from '../../kit/parts/SearchBox'

export type NavEntry = {
  readonly name: string
  readonly title: string
  readonly group: CalculationGroup
  readonly summary: string
}

/** Every calculation by group, with a search over titles and summaries. */
export function CalculationNav({ entries }: { entries: readonly NavEntry[] }) {
  const [wanted, setWanted] = useState('')
  const path = usePathname()
  const isWanted = ({ title, summary }: NavEntry) =>
    `${title} ${summary}`.toLowerCase().includes(wanted.trim().toLowerCase())
  const found = entries.filter(isWanted)
  const groups = (Object.keys(CALCULATION_GROUPS) as CalculationGroup[]).filter((group) =>
    found.some((entry) => entry.group === group),
  ) // keys of a const object
  return (
    <nav className="calc-nav" aria-label="Calculations">
      <GlobalStyles styles={workingsStyles} />
      <SearchBox label="Find a calculation" placeholder="Find a calculation" value={wanted} change={setWanted} />
      {groups.map((group) => (
        <section key={group}>
          <h2 className="small-head">{CALCULATION_GROUPS[group]}</h2>
          <ul>
            {found
              .filter((entry) => entry.group === group)
              .map(({ name, title }) => (
                <li key={name}>
                  <Link href={`/workings/${name}`} aria-current={path === `/workings/${name}` ? 'page' : undefined}>
                    {title}
                  </Link>
                </li>
              ))}
          </ul>
        </section>
      ))}
      {found.length === 0 && <p className="soft small">No calculation speaks of “{wanted}”.</p>}
      <p className="small">
        <Link href="/docs/api">All of them by API</Link>
      </p>
    </nav>
  )
}
