import type { GlobalStylesProps } from '@mui/material/GlobalStyles'

/** Signing in. */
export const peopleStyles: GlobalStylesProps['styles'] = {
  '.sign-in': { maxWidth: '560px', display: 'grid', gap: '18px' },
  '.sign-in-people': { display: 'grid', gap: '8px' },
  '.person-choice': {
    textAlign: 'left',
    font: 'inherit',
    color: 'inherit',
    cursor: 'pointer',
    display: 'grid',
    gridTemplateColumns: 'minmax(0, 1fr)',
    minHeight: '44px',
  },
}
