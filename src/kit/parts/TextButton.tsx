import type { ReactNode } from 'react'

type Props = {
  onClick: () => void
  children: ReactNode
  /** Beside what matters more. */
  isSoft?: boolean
  isSmall?: boolean
  /** At the end of its row. */
  isEnd?: boolean
}

/** Something to do that stands within a text, and looks like it: a button in the guise of a link. */
export function TextButton({ onClick, children, isSoft, isSmall, isEnd }: Props) {
  const classes = ['link-button', isSoft && 'soft', isSmall && 'small', isEnd && 'end'].filter(Boolean)
  return (
    <button type="button" className={classes.join(' ')} onClick={onClick}>
      {children}
    </button>
  )
}
