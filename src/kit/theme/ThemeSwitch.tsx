'use client'
import { useColorScheme } from '@mui/material/styles'
import { useSyncExternalStore } from 'react'
import { Choice } from '../parts/Choice'

const THEMES = { light: 'Light', dark: 'Dark', sun: 'Sun' } as const
type Theme = keyof typeof THEMES
const nothing = () => () => {}

/** Chooses light, dark, or the high-contrast sun theme. Until somebody chooses, the system decides. */
export function ThemeSwitch() {
  const { mode, colorScheme, setMode, setColorScheme } = useColorScheme()
  const isBrowser = useSyncExternalStore(
    nothing,
    () => true,
    () => false,
  )
  const choose = (choice: Theme) => {
    setColorScheme(choice === 'sun' ? { light: 'sun', dark: 'sun' } : { light: 'light', dark: 'dark' })
    setMode(choice === 'dark' ? 'dark' : 'light')
  }
  const current = isBrowser && mode ? (colorScheme ?? 'light') : 'light'
  return (
    <Choice
      value={current}
      options={Object.entries(THEMES)}
      choose={(id) => choose(id as Theme /* only THEMES are offered */)}
      slotProps={{ htmlInput: { 'aria-label': 'Theme' } }}
    />
  )
}
