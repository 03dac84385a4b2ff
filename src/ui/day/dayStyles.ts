import type { GlobalStylesProps } from '@mui/material/GlobalStyles'

/** The day sheet. */
export const dayStyles: GlobalStylesProps['styles'] = {
  '.day': { display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 372px', minHeight: 'calc(100vh - 48px)' },
  '.day-main': { padding: '18px 22px 28px' },
  '.day-side': { background: 'var(--card)', borderLeft: '1px solid var(--rule)', padding: '22px' },
  '.day-side-inner': { position: 'sticky', top: '22px', display: 'grid', gap: '12px' },
  '.strip': { margin: '12px 0 10px' },
  '.job-area': {
    display: 'flex',
    justifyContent: 'space-between',
    color: 'var(--soft)',
    fontWeight: '600',
    fontSize: '0.875rem',
    marginTop: '18px',
    paddingBottom: '5px',
    borderBottom: '1px solid var(--rule)',
  },
  '.job': {
    display: 'grid',
    gridTemplateColumns: '22px 7.2rem minmax(0, 1fr) minmax(8rem, 13rem) 6.4rem',
    gap: '8px',
    alignItems: 'center',
    minHeight: '40px',
    padding: '3px 8px',
    margin: '0 -8px',
    borderBottom: '1px solid var(--rule)',
    cursor: 'pointer',
  },
  '.job[aria-selected="true"]': {
    background: 'var(--brass-ground)',
    boxShadow: 'inset 0 2px var(--brass), inset 0 -2px var(--brass)',
  },
  '.job .what': { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' },
  '.job .when': { textAlign: 'right' },
  '[role="listbox"]:focus-visible': { outlineOffset: '6px' },
  '.readiness': { listStyle: 'none', padding: 0, borderTop: '1px solid var(--rule)' },
  '.readiness li': {
    display: 'grid',
    gridTemplateColumns: '24px 1fr',
    padding: '9px 0',
    borderBottom: '1px solid var(--rule)',
  },
  '.day-side-inner .big-action': { display: 'flex', justifyContent: 'space-between', minHeight: '52px' },
  '@media (max-width: 1100px)': {
    '.day': { gridTemplateColumns: 'minmax(0, 1fr) 300px' },
    '.job': { gridTemplateColumns: '22px 6.4rem minmax(0, 1fr) 5.6rem' },
    '.job .range': { display: 'none' },
  },
  '@media (max-width: 860px)': {
    '.day': { gridTemplateColumns: 'minmax(0, 1fr)' },
    '.day-side': {
      borderLeft: 0,
      borderTop: '3px solid var(--brass)',
      position: 'sticky',
      bottom: 0,
      padding: '12px 22px',
    },
    '.day-side .readiness, .day-side .beam-box, .day-side .after': { display: 'none' },
  },
  '@media (max-height: 560px)': { ':is(.day-side, .day-side-inner)': { position: 'static' } },
  '@media (prefers-reduced-motion: no-preference)': {
    '.job': { transition: 'background-color 120ms' },
  },
}
