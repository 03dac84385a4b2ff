'use client'
import './print.css'
import { LoadFailure } from '@/ui/shell/LoadFailure'
import { cssTokens } from '@/ui/theme/cssTokens'
import { ThemeRoot } from '@/ui/theme/ThemeRoot'

/** The frame itself could not be made: it asks the database who works here. */
export default function FrameError() {
  return (
    <html lang="en">
      <head>
        <title>Cannot reach the server</title>
        <style>{cssTokens}</style>
      </head>
      <body>
        <ThemeRoot>
          <main>
            <LoadFailure />
          </main>
        </ThemeRoot>
      </body>
    </html>
  )
}
