'use client'
import './globals.css'
import { LoadFailure } from '@/ui/shell/LoadFailure'
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
        <main>
          <LoadFailure />
        </main>
      </body>
    </html>
  )
}
