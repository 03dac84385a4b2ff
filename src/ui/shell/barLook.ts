/** Where the bar has room for all its words, and where they stand behind a menu: a phone, or a tablet held upright. */
const NARROW = '@media (max-width: 960px)'
export const WHERE_WIDE = { [NARROW]: { display: 'none' } } as const
export const WHERE_NARROW = { display: 'none', [NARROW]: { display: 'block' } } as const

/** A place in the bar; the one the person is at is underlined in brass. */
export const BAR_LINK = {
  color: 'var(--on-graphite-soft)',
  textDecoration: 'none',
  whiteSpace: 'nowrap',
  padding: '12px 0 9px',
  borderBottom: '3px solid transparent',
  '&[aria-current]': { color: 'var(--on-graphite)', borderBottomColor: 'var(--bar-brass)' },
  '@media (max-width: 900px)': { fontSize: '0.93rem' },
  '@media (max-width: 900px), (pointer: coarse)': { minHeight: 44, boxSizing: 'border-box' },
} as const
