'use client'
import Drawer from '@mui/material/Drawer'
import List from '@mui/material/List'
import ListItem from '@mui/material/ListItem'
import ListItemButton from '@mui/material/ListItemButton'
import Link from 'next/link'
import { ThemeSwitch } from '../../kit/theme/ThemeSwitch'
import { PersonMenu, type ShownPerson } from './PersonMenu'
import { isHere, PLACES } from './places'

export type NarrowProps = { path: string; demoPeople: readonly ShownPerson[]; current: ShownPerson | null }

/** What the bar has no room for, from the right. */
export function NarrowDrawer({ path, demoPeople, current, close }: NarrowProps & { close: () => void }) {
  return (
    <Drawer anchor="right" open onClose={close} slotProps={{ paper: { 'aria-label': 'Menu' } }}>
      <nav aria-label="Main">
        <List>
          {PLACES.map(({ href, label }) => (
            <ListItem key={href} disablePadding>
              <ListItemButton
                component={Link}
                href={href}
                selected={isHere(path, href)}
                aria-current={isHere(path, href) ? 'page' : undefined}
                onClick={close}
              >
                {label}
              </ListItemButton>
            </ListItem>
          ))}
        </List>
      </nav>
      <List className="narrow-end">
        <ListItem>
          <ThemeSwitch />
        </ListItem>
        <ListItem sx={{ gap: 1, flexWrap: 'wrap' }}>
          <PersonMenu demoPeople={demoPeople} current={current} />
        </ListItem>
      </List>
    </Drawer>
  )
}
