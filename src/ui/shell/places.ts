/** Where one can go from everywhere; `key` follows `g` on the keyboard. */
export const PLACES = [
  { href: '/', label: 'Day sheet', key: 'd' },
  { href: '/instruments', label: 'Instruments', key: 'i' },
  { href: '/references', label: 'References', key: 'f' },
  { href: '/records', label: 'Records', key: 'r' },
  { href: '/bench', label: 'Bench', key: 'b' },
  { href: '/practice', label: 'Practice', key: 'p' },
  { href: '/workings', label: 'Workings', key: 'w' },
] as const

/** Whether a path lies at one of them, or under it. */
export const isHere = (path: string, href: string): boolean => (href === '/' ? path === '/' : path.startsWith(href))
