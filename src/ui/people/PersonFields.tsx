import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { ROLES } from '@/schema/roles'

/** The boxes of a person: name, initials, role, password. */
export function PersonFields({ passwordLabel = 'Password' }: { passwordLabel?: string }) {
  const inputLabel = { shrink: true }
  return (
    <>
      <TextField
        name="name"
        label="Name"
        size="small"
        slotProps={{ htmlInput: { autoComplete: 'off', maxLength: 80 }, inputLabel }}
      />
      <TextField
        name="initials"
        label="Initials"
        size="small"
        slotProps={{ htmlInput: { autoComplete: 'off', maxLength: 4 }, inputLabel }}
      />
      <TextField select name="role" label="Here as" size="small" defaultValue="technician">
        {Object.entries(ROLES).map(([role, does]) => (
          <MenuItem key={role} value={role}>
            {role}: {does}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        name="password"
        label={passwordLabel}
        type="password"
        size="small"
        helperText="eight characters at least"
        slotProps={{ htmlInput: { autoComplete: 'new-password', maxLength: 200 }, inputLabel }}
      />
    </>
  )
}
