'use client'

/** What a person sees when a page could not be made. Plain elements: it must stand even where the theme does not. */
export function LoadFailure() {
  return (
    <div className="page stack">
      <h1>This page could not be loaded</h1>
      <p className="notice is-outside">
        Most often the database is starting again. Everything that was accepted is stored; nothing you typed into a box
        and did not accept is.
      </p>
      <div>
        <button type="button" className="plain-action" onClick={() => window.location.reload()}>
          Load it again
        </button>
      </div>
    </div>
  )
}
