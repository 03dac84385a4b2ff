'use client'
import { useColorScheme } from '@mui/material/styles'
import { useSyncExternalStore } from 'react'

const CHOICES = { light: 'Light', dark: 'Dark', sun: 'Sun' } as const
type Choice = keyof typeof CHOICES
const nothing = () => () => {}

/** Chooses light, dark, or the high-contrast sun theme. Until somebody chooses, the system decides. */
export function ThemeSwitch() {
  const { mode, colorScheme, setMode, setColorScheme } = useColorScheme()
  const isBrowser = useSyncExternalStore(
    nothing,
    () => true,
    () => false,
  )
  const choose = (choice: Choice) => {
    setColorScheme(choice === 'sun' ? { light: 'sun', dark: 'sun' } : { light: 'light', dark: 'dark' })
    setMode(choice === 'dark' ? 'dark' : 'light')
  }
  const current = isBrowser && mode ? (colorScheme ?? 'light') : 'light'
  return (
    <label className="bar-select">
      <span className="visually-hidden">Theme</span>
      <select value={current} onChange={(event) => choose(event.target.value as Choice /* only CHOICES are offered */)}>
        {Object.entries(CHOICES).map(([id, label]) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </select>
    </label>
  )
}
