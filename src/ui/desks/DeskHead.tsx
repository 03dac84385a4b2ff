import GlobalStyles from '@mui/material/GlobalStyles'
import Link from 'next/link'
import type { ReactNode } from 'react'
import { DESKS, type Desk } from '@/schema/desks'
import { workingsStyles } from '../../kit/form/workingsStyles'
import { deskStyles } from './deskStyles'
import type { DeskInstrument } from './deskTypes'

type Props = { instrument: DeskInstrument; desk: Desk; children?: ReactNode }

/** Which instrument, at which of its desks. */
export function DeskHead({ instrument: { tag, configuration }, desk, children }: Props) {
  const path = `/instruments/${encodeURIComponent(tag)}`
  return (
    <header className="desk-head">
      <GlobalStyles styles={workingsStyles} />
      <GlobalStyles styles={deskStyles} />
      <h1>
        <Link className="desk-tag" href={path}>
          {tag}
        </Link>{' '}
        <span className="run-what">{configuration.description}</span>
      </h1>
      <nav className="desk-nav" aria-label="Desks">
        {Object.entries(DESKS).map(([id, name]) => (
          <Link key={id} href={`${path}/${id}`} aria-current={id === desk ? 'page' : undefined}>
            {name}
          </Link>
        ))}
      </nav>
      {children}
    </header>
  )
}
