import type { GlobalStylesProps } from '@mui/material/GlobalStyles'

/** The devices of a run: their bar, their trace, and the foot while it takes its own readings. */
export const linkStyles: GlobalStylesProps['styles'] = {
  '.link-bar': {
    display: 'flex',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: '4px 18px',
    margin: '0 22px',
    padding: '4px 10px',
    background: 'var(--card)',
    border: '1px solid var(--rule)',
    borderRadius: '4px',
  },
  ':is(.link-bar, .link-foot) .key': { marginLeft: '10px' },
  // Above every dialog: pressure does not wait until one is closed.
  '.link-vent': { position: 'relative', zIndex: 1400 },
  // Words of their own row: Vent never moves under a hand.
  '.link-bar > :is(.notice, p)': { flexBasis: '100%', margin: 0 },
  '.link-acts': { display: 'flex', flexWrap: 'wrap', gap: '6px', marginLeft: 'auto' },
  '.link-devices': { display: 'flex', flexWrap: 'wrap', gap: '2px 18px', listStyle: 'none', padding: 0, margin: 0 },
  '.link-trace': { display: 'grid', gap: '4px', alignContent: 'start', minWidth: 0 },
  '.link-trace code': { fontSize: '0.85em' },
  '.link-last': { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' },
  '.link-foot': { display: 'flex', flexWrap: 'wrap', gap: '8px 24px', alignItems: 'center' },
  '.link-foot > :first-of-type': { flex: '1 1 300px' },
  '.with-trace': { display: 'grid', gridTemplateRows: 'minmax(120px, 1fr) auto', minHeight: 0, gap: '6px' },
  '@media (max-width: 860px)': {
    '.link-bar': { margin: '0 14px' },
    '.with-trace': { gridTemplateRows: '260px auto' },
    '.link-last': { whiteSpace: 'normal' },
  },
}
