'use client'
import PeopleIcon from '@mui/icons-material/PeopleAltOutlined'
import AppBar from '@mui/material/AppBar'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Toolbar from '@mui/material/Toolbar'
import Link from 'next/link'
import { usePathname } from 'next/navigation'
import { ThemeSwitch } from '../../kit/theme/ThemeSwitch'
import { BAR_LINK, WHERE_NARROW, WHERE_WIDE } from './barLook'
import { GlobalKeys } from './GlobalKeys'
import { NarrowMenu } from './NarrowMenu'
import { PersonMenu, type ShownPerson } from './PersonMenu'
import { isHere, PLACES } from './places'

type Props = { demoPeople: readonly ShownPerson[]; current: ShownPerson | null }

/** Where one can go, who is working, and the theme; on a phone or under a magnifier behind a menu. */
export function TopBar({ demoPeople, current }: Props) {
  const path = usePathname()
  return (
    <AppBar position="static" className="top-bar">
      <Toolbar variant="dense" disableGutters>
        <Link className="brand" href="/" aria-label="Barys, day sheet">
          Barys
        </Link>
        <Box component="nav" aria-label="Main" sx={{ display: 'flex', gap: { xs: 1.5, md: 2.5 }, ...WHERE_WIDE }}>
          {PLACES.filter(({ isAside }) => !isAside).map(({ href, label }) => (
            <Box
              key={href}
              component={Link}
              href={href}
              aria-current={isHere(path, href) ? 'page' : undefined}
              sx={BAR_LINK}
            >
              {label}
            </Box>
          ))}
        </Box>
        <Box sx={{ ml: 'auto', display: 'flex', gap: 1.25, alignItems: 'center', minWidth: 0, ...WHERE_WIDE }}>
          <GlobalKeys />
          <ThemeSwitch />
          {current &&
            PLACES.filter(({ isAside }) => isAside).map(({ href, label }) => (
              <PeopleLink key={href} {...{ href, label, path }} />
            ))}
          <PersonMenu demoPeople={demoPeople} current={current} />
        </Box>
        <Box sx={{ ml: 'auto', ...WHERE_NARROW }}>
          <NarrowMenu path={path} demoPeople={demoPeople} current={current} />
        </Box>
      </Toolbar>
    </AppBar>
  )
}

/** Who works here and how the site is set: seldom gone to, so by its picture alone. */
function PeopleLink({ href, label, path }: { href: string; label: string; path: string }) {
  return (
    <IconButton
      component={Link}
      href={href}
      color="inherit"
      aria-label={label}
      title={label}
      aria-current={isHere(path, href) ? 'page' : undefined}
      sx={{ '@media (pointer: coarse)': { width: 44, height: 44 } }}
    >
      <PeopleIcon fontSize="small" />
    </IconButton>
  )
}
