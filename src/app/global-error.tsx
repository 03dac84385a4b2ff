'use client'
import './print.css'
import { cssTokens } from '@/kit/theme/cssTokens'
import { ThemeRoot } from '@/kit/theme/ThemeRoot'
import { LoadFailure } from '@/ui/shell/LoadFailure'

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
