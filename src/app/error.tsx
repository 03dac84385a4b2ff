'use client'
import Button from '@mui/material/Button'

/** What a person sees when a page could not be made. */
export default function PageError({ reset }: { error: Error; reset: () => void }) {
  return (
    <div className="page stack">
      <h1>This page could not be loaded</h1>
      <p className="notice is-outside">
        Most often the database is starting again. Everything that was accepted is stored; nothing you typed into a box
        and did not accept is.
      </p>
      <div className="actions">
        <Button variant="contained" onClick={() => window.location.reload()}>
          Load it again
        </Button>
        <Button onClick={reset}>Try without reloading</Button>
      </div>
    </div>
  )
}
