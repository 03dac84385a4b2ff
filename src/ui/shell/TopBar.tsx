'use client'
import GlobalStyles from '@mui/material/GlobalStyles'
import Link from 'next/link'
import { usePathname } from 'next/navigation'
import { ThemeSwitch } from '../theme/ThemeSwitch'
import { GlobalKeys } from './GlobalKeys'
import { PersonMenu, type ShownPerson } from './PersonMenu'
import { PLACES } from './places'
import { shellStyles } from './shellStyles'

type Props = { demoPeople: readonly ShownPerson[]; current: ShownPerson | null }

/** Where one can go, who is working, and the theme. */
export function TopBar({ demoPeople, current }: Props) {
  const path = usePathname()
  const isHere = (href: string) => (href === '/' ? path === '/' : path.startsWith(href))
  return (
    <header className="top-bar">
      <GlobalStyles styles={shellStyles} />
      <Link className="brand" href="/" aria-label="Barys, day sheet">
        Barys
      </Link>
      <nav aria-label="Main">
        {PLACES.map(({ href, label }) => (
          <Link key={href} href={href} aria-current={isHere(href) ? 'page' : undefined}>
            {label}
          </Link>
        ))}
      </nav>
      <div className="top-bar-end">
        <GlobalKeys />
        <ThemeSwitch />
        <PersonMenu demoPeople={demoPeople} current={current} />
      </div>
    </header>
  )
}
