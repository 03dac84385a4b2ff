'use client'
import MenuIcon from '@mui/icons-material/Menu'
import IconButton from '@mui/material/IconButton'
import { useState } from 'react'
import { fetchedAhead } from '../../kit/parts/fetchedAhead'
import type { NarrowProps } from './NarrowDrawer'

const NarrowDrawer = fetchedAhead(() => import('./NarrowDrawer').then(({ NarrowDrawer }) => NarrowDrawer))

/** Everything of the bar that has no room beside its name. */
export function NarrowMenu(props: NarrowProps) {
  const [isOpen, setOpen] = useState(false)
  return (
    <>
      <IconButton
        color="inherit"
        aria-label="Menu"
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
        sx={{ width: 48, height: 48 }} // to be touched with gloves on
      >
        <MenuIcon />
      </IconButton>
      {isOpen && <NarrowDrawer {...props} close={() => setOpen(false)} />}
    </>
  )
}
