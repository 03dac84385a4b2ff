'use client'
import Snackbar from '@mui/material/Snackbar'

/** What was just done, told once and quietly, and read out; it goes by itself. */
export function Done({ words, forget }: { words: string | null; forget: () => void }) {
  return (
    <Snackbar
      open={words !== null}
      message={words}
      autoHideDuration={6000}
      onClose={(_, reason) => reason !== 'clickaway' && forget()}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
      slotProps={{ content: { role: 'status' } }}
    />
  )
}
