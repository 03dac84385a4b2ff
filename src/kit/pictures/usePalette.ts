'use client'
import { useColorScheme } from '@mui/material/styles'
import { DARK, LIGHT, type Palette, SUN } from '@/pictures/palette'
import { usePrinting } from '../parts/usePrinting'

const PALETTES: Record<string, Palette> = { light: LIGHT, dark: DARK, sun: SUN }

/** The colours of the theme at the moment: a canvas does not see CSS variables. On paper it is light. */
export function usePalette(): Palette {
  const { colorScheme } = useColorScheme()
  const isPrinting = usePrinting() !== null
  return (!isPrinting && PALETTES[colorScheme ?? 'light']) || LIGHT
}
