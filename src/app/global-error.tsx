'use client'
import './print.css'
import GlobalStyles from '@mui/material/GlobalStyles'
import { LoadFailure } from '@/ui/shell/LoadFailure'
import { baseStyles } from '@/ui/theme/baseStyles'
import { cssTokens } from '@/ui/theme/cssTokens'

/** The frame itself could not be made: it asks the database who works here. */
export default function FrameError() {
  return (
    <html lang="en">
      <head>
        <title>Barys does not answer</title>
        <style>{cssTokens}</style>
      </head>
      <body>
        <GlobalStyles styles={baseStyles} />
        <main>
          <LoadFailure />
        </main>
      </body>
    </html>
  )
}
