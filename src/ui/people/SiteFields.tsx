import TextField from '@mui/material/TextField'

type Props = { site?: { name: string; address: string; method: string } | null }

/** Who issues the certificates: name, address, method. */
export function SiteFields({ site }: Props) {
  const inputLabel = { shrink: true }
  return (
    <>
      <TextField
        name="siteName"
        label="Place that issues the certificates"
        size="small"
        defaultValue={site?.name ?? ''}
        slotProps={{ htmlInput: { maxLength: 80, autoComplete: 'organization' }, inputLabel }}
      />
      <TextField
        name="siteAddress"
        label="Its address"
        size="small"
        multiline
        defaultValue={site?.address ?? ''}
        slotProps={{ htmlInput: { maxLength: 300, autoComplete: 'street-address' }, inputLabel }}
      />
      <TextField
        name="siteMethod"
        label="Method and its revision"
        size="small"
        defaultValue={site?.method ?? ''}
        helperText="as it is named on the certificate; left empty: comparison with a reference"
        slotProps={{ htmlInput: { maxLength: 200, autoComplete: 'off' }, inputLabel }}
      />
    </>
  )
}

/** The site as a form’s boxes give it. */
export const siteOfBoxes = (boxes: FormData) => ({
  name: String(boxes.get('siteName') ?? ''),
  address: String(boxes.get('siteAddress') ?? ''),
  method: String(boxes.get('siteMethod') ?? ''),
})
