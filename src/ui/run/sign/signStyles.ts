import type { GlobalStylesProps } from '@mui/material/GlobalStyles'

/** Sign. */
export const signStyles: GlobalStylesProps['styles'] = {
  '.sign': {
    display: 'grid',
    gridTemplateColumns: 'max-content minmax(0, 1fr) max-content',
    gap: '8px 16px',
    alignItems: 'center',
  },
  '.sign-confirm': { gridColumn: '1 / 3' },
  '.sign-message': { gridColumn: '1 / -1' },
  '@media (max-width: 860px)': {
    '.sign': { gridTemplateColumns: 'minmax(0, 1fr)' },
    '.sign-confirm': { gridColumn: '1' },
  },
}
