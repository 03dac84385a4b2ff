'use client'
import MenuIcon from '@mui/icons-material/Menu'
import Drawer from '@mui/material/Drawer'
import IconButton from '@mui/material/IconButton'
import List from '@mui/material/List'
import ListItem from '@mui/material/ListItem'
import ListItemButton from '@mui/material/ListItemButton'
import Link from 'next/link'
import { useState } from 'react'
import { ThemeSwitch } from '../theme/ThemeSwitch'
import { PersonMenu, type ShownPerson } from './PersonMenu'
import { isHere, PLACES } from './places'

type Props = { path: string; demoPeople: readonly ShownPerson[]; current: ShownPerson | null }

/** Everything of the bar that has no room beside its name. */
export function NarrowMenu({ path, demoPeople, current }: Props) {
  const [isOpen, setOpen] = useState(false)
  const close = () => setOpen(false)
  return (
    <>
      <IconButton color="inherit" aria-label="Menu" aria-haspopup="dialog" onClick={() => setOpen(true)}>
        <MenuIcon />
      </IconButton>
      <Drawer anchor="right" open={isOpen} onClose={close} slotProps={{ paper: { 'aria-label': 'Menu' } }}>
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
    </>
  )
}
