import type { GlobalStylesProps } from '@mui/material/GlobalStyles'

/** Isolate and Restore. */
export const workStyles: GlobalStylesProps['styles'] = {
  '.work-part': { fontSize: '0.92rem', color: 'var(--soft)', margin: '0 0 2px' },
  '.work-steps': { listStyle: 'none', margin: 0, padding: 0 },
  '.work-steps li': {
    display: 'grid',
    gridTemplateColumns: '26px minmax(0, 1fr)',
    gap: '4px',
    padding: '6px 6px 6px 2px',
    borderBottom: '1px solid var(--rule)',
  },
  '.work-steps li.is-here': { background: 'var(--brass-ground)', boxShadow: 'inset 3px 0 var(--brass)' },
  '.work-steps li.is-ahead': { color: 'var(--soft)' },
  '.work-steps .work-mark': { textAlign: 'center' },
  '.work-does': { display: 'block' },
  '.work-steps li.is-here .work-does, .work-next': { fontWeight: '600' },
  '.work-why': { display: 'block' },
  '.work-foot': {
    display: 'grid',
    gridTemplateColumns: 'minmax(300px, 1fr) minmax(0, max-content)',
    gap: '8px 24px',
    alignItems: 'center',
  },
  '@media (max-width: 860px)': { '.work-foot': { gridTemplateColumns: 'minmax(0, 1fr)' } },
  '.work-next': { fontSize: '1.2rem' },
  '.loop-table .MuiTableCell-root:last-child': { whiteSpace: 'nowrap' },
  '.loop-table .MuiTextField-root': { width: '5.6rem' },
}
