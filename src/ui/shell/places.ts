type Place = {
  readonly href: string
  readonly label: string
  /** Follows `g` on the keyboard. */
  readonly key: string
  /** Seldom gone to: in the bar it stands beside who is working. */
  readonly isAside?: true
}

/** Where one can go from everywhere. */
export const PLACES: readonly Place[] = [
  { href: '/', label: 'Day sheet', key: 'd' },
  { href: '/instruments', label: 'Instruments', key: 'i' },
  { href: '/references', label: 'References', key: 'f' },
  { href: '/records', label: 'Records', key: 'r' },
  { href: '/bench', label: 'Bench', key: 'b' },
  { href: '/practice', label: 'Practice', key: 'p' },
  { href: '/workings', label: 'Workings', key: 'w' },
  { href: '/people', label: 'People', key: 'o', isAside: true },
]

/** Whether a path lies at one of them, or under it. */
export const isHere = (path: string, href: string): boolean => (href === '/' ? path === '/' : path.startsWith(href))
