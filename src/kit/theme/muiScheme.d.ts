import '@mui/material/styles'

declare module '@mui/material/styles' {
  interface ColorSchemeOverrides {
    sun: true
  }
}
