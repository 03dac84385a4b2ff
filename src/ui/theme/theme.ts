'use client'
import { createTheme, darken, lighten } from '@mui/material/styles'
import { DARK, LIGHT, type Palette, SUN } from '@/pictures/palette'

const TEXT_FACE = '"Atkinson Hyperlegible Next", system-ui, sans-serif'

const scheme = (palette: Palette, mode: 'light' | 'dark') => ({
  palette: {
    mode,
    primary: {
      main: palette.brass,
      // Under the pointer: away from the colour of the words on it, so that they stay legible.
      dark: mode === 'dark' ? lighten(palette.brass, 0.2) : darken(palette.brass, 0.25),
      contrastText: palette.onBrass,
    },
    secondary: { main: palette.ink, contrastText: palette.paper },
    error: { main: palette.clay },
    success: { main: palette.verdigris },
    warning: { main: palette.ochre },
    background: { default: palette.paper, paper: palette.card },
    text: { primary: palette.ink, secondary: palette.soft },
    divider: palette.rule,
  },
})

/** MUI in our colours. Everything of our own reads the CSS variables of `cssTokens`, made from the same palettes. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-theme', cssVarPrefix: 'mui' },
  colorSchemes: {
    light: scheme(LIGHT, 'light'),
    dark: scheme(DARK, 'dark'),
    sun: { palette: createTheme(scheme(SUN, 'light')).palette },
  },
  defaultColorScheme: 'light',
  shape: { borderRadius: 6 },
  typography: { fontFamily: TEXT_FACE, button: { textTransform: 'none', fontWeight: 600, fontSize: '1rem' } },
  components: {
    // Motion only where it carries meaning: a button that fades between two states carries none.
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: { root: { minHeight: 44, transition: 'none' } },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiOutlinedInput: {
      styleOverrides: {
        notchedOutline: { borderColor: 'var(--soft)' },
      },
    },
    // What a finger meets of a thumb.
    MuiSlider: { styleOverrides: { thumb: { '&::after': { width: 44, height: 44 } } } },
    MuiTableCell: {
      styleOverrides: {
        root: {
          padding: '7px 10px 7px 0',
          borderBottom: '1px solid var(--rule)',
          verticalAlign: 'baseline',
          font: 'inherit',
          letterSpacing: 'normal',
          color: 'inherit',
        },
        head: { padding: '6px 10px 6px 0', fontWeight: 600, fontSize: '0.875rem', color: 'var(--soft)' },
        alignRight: { paddingRight: 14 },
      },
    },
    MuiDialog: { styleOverrides: { paper: { backgroundImage: 'none' } } },
  },
})
