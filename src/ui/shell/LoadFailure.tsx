'use client'
import Button from '@mui/material/Button'
import { Notice } from '../../kit/parts/Notice'

/** What a person sees when a page could not be made. */
export function LoadFailure() {
  return (
    <div className="page stack">
      <h1>This page could not be loaded</h1>
      <Notice tone="outside">
        Most often the database is starting again. Everything that was accepted is stored; nothing you typed into a box
        and did not accept is.
      </Notice>
      <div>
        <Button variant="contained" onClick={() => window.location.reload()}>
          Load it again
        </Button>
      </div>
    </div>
  )
}
