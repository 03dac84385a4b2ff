import GlobalStyles from '@mui/material/GlobalStyles'
import { frameStyles } from './frameStyles'
import { linkStyles } from './link/linkStyles'
import { readingStyles } from './reading/readingStyles'
import { signStyles } from './sign/signStyles'
import { workStyles } from './work/workStyles'

/**
 * How the run and Prepare look. Once a page, not once an element: a key must not wait for styles to be worked out. The frame comes
 * last: what fingers need outweighs the rest.
 */
export const RUN_STYLES = (
  <>
    <GlobalStyles styles={readingStyles} />
    <GlobalStyles styles={workStyles} />
    <GlobalStyles styles={signStyles} />
    <GlobalStyles styles={linkStyles} />
    <GlobalStyles styles={frameStyles} />
  </>
)
