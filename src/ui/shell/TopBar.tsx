'use client'
import Link from 'next/link'
import { usePathname } from 'next/navigation'
import { ThemeSwitch } from '../theme/ThemeSwitch'
import { GlobalKeys } from './GlobalKeys'
import { PersonPicker } from './PersonPicker'
import { PLACES } from './places'

type Props = { people: readonly { id: string; name: string; role: string }[]; currentId: string | null }

/** Where one can go, who is working, and the theme. */
export function TopBar({ people, currentId }: Props) {
  const path = usePathname()
  const isHere = (href: string) => (href === '/' ? path === '/' : path.startsWith(href))
  return (
    <header className="top-bar">
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
        <PersonPicker people={people} currentId={currentId} />
      </div>
    </header>
  )
}
