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

const ground = (severity: 'error' | 'success' | 'warning', bar: string, paper: string) => ({
  props: { severity },
  style: { borderLeftColor: `var(${bar})`, backgroundColor: `var(${paper})` },
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
  typography: {
    fontFamily: TEXT_FACE,
    button: { textTransform: 'none', fontWeight: 600, fontSize: '1rem' },
    h1: { fontSize: '1.65rem', lineHeight: 1.2, fontWeight: 700 },
    h2: { fontSize: '1.05rem', lineHeight: 1.5, fontWeight: 700 },
  },
  components: {
    // Motion only where it carries meaning: a button that fades between two states carries none.
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: { root: { minHeight: 44, transition: 'none' } },
    },
    // What is chosen of a few must be told from the rest in every theme.
    MuiToggleButton: {
      styleOverrides: {
        root: {
          minHeight: 44,
          padding: '0 14px',
          textTransform: 'none',
          color: 'var(--ink)',
          borderColor: 'var(--soft)',
          transition: 'none',
          '&.Mui-selected, &.Mui-selected:hover': { background: 'var(--graphite)', color: 'var(--on-graphite)' },
        },
      },
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
    MuiAppBar: {
      defaultProps: { elevation: 0 },
      styleOverrides: {
        root: {
          '--bar-brass': '#e0ab52',
          '--bar-rule': '#6b7478',
          backgroundImage: 'none',
          backgroundColor: 'var(--graphite)',
          color: 'var(--on-graphite)',
          '& :focus-visible': { outlineColor: 'var(--bar-brass)' },
          '& a': { textDecoration: 'none' },
          '& .brand': { fontWeight: 700, fontSize: '1.2rem', color: 'inherit', marginRight: 26 },
          '& .MuiButton-outlined': {
            borderColor: 'var(--bar-rule)',
            fontWeight: 400,
            fontSize: '0.9rem',
            minHeight: 36,
          },
          '@media (pointer: coarse)': { '& .MuiButton-outlined': { minHeight: 44 } },
          '& .MuiOutlinedInput-notchedOutline': { borderColor: 'var(--bar-rule)' },
          '& .MuiButton-root': { whiteSpace: 'nowrap', flex: 'none' },
          '& .MuiButton-startIcon > kbd': { fontSize: '0.75rem' },
          '& .MuiInputBase-root': { color: 'inherit', fontSize: '0.9rem', maxWidth: '15rem' },
          '& .MuiInputBase-input.MuiInputBase-input': { padding: '6px 26px 6px 10px', textOverflow: 'ellipsis' },
          '& .MuiNativeSelect-icon': { color: 'inherit', right: 2 },
          '& option': { color: LIGHT.ink, background: '#fff' },
          '@media (max-width: 900px)': {
            '& .brand': { marginRight: 14 },
            '& .brand, & nav a': { minHeight: 44, display: 'inline-flex', alignItems: 'center' },
            '& .MuiInputBase-root': { maxWidth: '8.6rem', minHeight: 44 },
            '& .MuiButton-outlined': { minHeight: 44 },
          },
        },
      },
    },
    MuiToolbar: {
      styleOverrides: {
        dense: { minHeight: 48, padding: '0 22px', '@media (max-width: 900px)': { padding: '0 14px' } },
      },
    },
    MuiDrawer: { styleOverrides: { paper: { minWidth: 260, backgroundImage: 'none' } } },
    // What has to be read: a bar at its side and a quiet ground; the words carry the rest.
    MuiAlert: {
      styleOverrides: {
        root: {
          borderRadius: '0 6px 6px 0',
          padding: '10px 14px',
          font: 'inherit',
          color: 'inherit',
          borderLeft: '5px solid var(--brass)',
          backgroundColor: 'var(--brass-ground)',
          variants: [
            ground('error', '--clay', '--clay-ground'),
            ground('success', '--verdigris', '--verdigris-ground'),
            ground('warning', '--ochre', '--ochre-ground'),
          ],
        },
        message: { padding: 0, width: '100%', minWidth: 0 },
      },
    },
    MuiDialog: { styleOverrides: { paper: { backgroundImage: 'none' } } },
  },
})
