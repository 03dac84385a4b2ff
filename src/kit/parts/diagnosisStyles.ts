import type { GlobalStylesProps } from '@mui/material/GlobalStyles'

/** Causes of a diagnosis, in Judge and in Workings. */
export const diagnosisStyles: GlobalStylesProps['styles'] = {
  '.causes': { listStyle: 'none', padding: 0, display: 'grid', gap: '0.6rem' },
  '.causes > li': { borderLeft: '4px solid var(--rule)', padding: '0.1rem 0 0.1rem 0.8rem' },
  '.causes > li.leads': { borderLeftColor: 'var(--brass)' },
  '.causes strong': { fontSize: '1.1rem' },
  '.cause-head': { display: 'flex', justifyContent: 'space-between', gap: '1rem' },
  '.cause-head .num': { whiteSpace: 'nowrap' },
  '.cause-share': {
    display: 'block',
    width: '100%',
    height: '6px',
    appearance: 'none',
    background: 'var(--rule)',
    borderRadius: '3px',
    margin: '0.2rem 0 0.3rem',
  },
  '.cause-share::-webkit-meter-bar': { background: 'var(--rule)', border: 0, borderRadius: '3px', height: '6px' },
  '.cause-share::-webkit-meter-optimum-value': { background: 'var(--brass)', borderRadius: '3px' },
  '.cause-share::-moz-meter-bar': { background: 'var(--brass)' },
}
