'use client'
import CssBaseline from '@mui/material/CssBaseline'
import GlobalStyles from '@mui/material/GlobalStyles'
import { ThemeProvider } from '@mui/material/styles'
import { type ReactNode, useLayoutEffect } from 'react'
import { type DecimalMark, showDecimalMark } from '@/core/format/decimalMark'
import type { ConditionUnits } from '@/core/units/conditionUnits'
import { ConditionUnitsShown } from '../form/ConditionBox'
import { usePrinting } from '../parts/usePrinting'
import { baseStyles } from './baseStyles'
import { theme } from './theme'

type Props = {
  readonly decimalMark?: DecimalMark
  readonly conditionUnits?: ConditionUnits
  readonly children: ReactNode
}

/** Gives everything below it the theme, and how the site shows figures; on paper it is light. */
export function ThemeRoot({ decimalMark = '.', conditionUnits = 'si', children }: Props) {
  // Before anything below shows a figure, on the server's side and in the browser.
  showDecimalMark(decimalMark)
  const isPrinting = usePrinting() !== null
  useLayoutEffect(() => (isPrinting ? lightUntilDone() : undefined), [isPrinting])
  return (
    <ThemeProvider theme={theme} disableTransitionOnChange>
      <CssBaseline />
      <GlobalStyles styles={baseStyles} />
      <ConditionUnitsShown value={conditionUnits}>{children}</ConditionUnitsShown>
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
