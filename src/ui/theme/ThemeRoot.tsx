'use client'
import CssBaseline from '@mui/material/CssBaseline'
import GlobalStyles from '@mui/material/GlobalStyles'
import { ThemeProvider } from '@mui/material/styles'
import { type ReactNode, useLayoutEffect } from 'react'
import { usePrinting } from '../parts/usePrinting'
import { baseStyles } from './baseStyles'
import { theme } from './theme'

/** Gives everything below it the theme; on paper it is light. */
export function ThemeRoot({ children }: { children: ReactNode }) {
  const isPrinting = usePrinting() !== null
  useLayoutEffect(() => (isPrinting ? lightUntilDone() : undefined), [isPrinting])
  return (
    <ThemeProvider theme={theme} disableTransitionOnChange>
      <CssBaseline />
      <GlobalStyles styles={baseStyles} />
      {children}
    </ThemeProvider>
  )
}

/** Shows the light theme; answers how to go back to the one that was chosen. */
function lightUntilDone(): () => void {
  const root = document.documentElement
  const chosen = root.dataset.theme
  root.dataset.theme = 'light'
  return () => {
    root.dataset.theme = chosen
  }
}
