import type { GlobalStylesProps } from '@mui/material/GlobalStyles'

/** The impact desk: what is supposed beside what follows, what to do at the foot. */
export const impactStyles: GlobalStylesProps['styles'] = {
  '.impact': {
    display: 'grid',
    gridTemplateColumns: 'minmax(280px, 360px) minmax(0, 1fr)',
    gap: '26px',
    alignItems: 'start',
  },
  '.impact-counts': { display: 'flex', gap: '12px', flexWrap: 'wrap' },
  '.impact-counts > div': { flex: '1 1 90px', borderTop: '3px solid var(--rule)', paddingTop: '4px' },
  '.impact-counts dd': { fontSize: '1.5rem', fontWeight: '700', lineHeight: '1.2' },
  '.impact-counts dt': { fontSize: '0.9rem' },
  '.impact-counts .is-outside': { borderColor: 'var(--clay)' },
  '.impact-counts .is-outside dd': { color: 'var(--clay-text)' },
  '.impact-counts .is-look': { borderColor: 'var(--ochre)' },
  '.impact-counts .is-look dd': { color: 'var(--ochre)' },
  '.impact-counts .is-inside': { borderColor: 'var(--verdigris)' },
  '.impact-foot': {
    position: 'sticky',
    bottom: 0,
    zIndex: 3,
    margin: '22px -22px -32px',
    padding: '14px 22px',
    background: 'var(--card)',
    borderTop: '3px solid var(--brass)',
  },
  '.impact-foot .end': { marginLeft: 'auto' },
  '@media (max-width: 860px)': {
    '.impact': { gridTemplateColumns: 'minmax(0, 1fr)' },
    '.impact-foot': { position: 'static' },
  },
}
