import Checkbox, { type CheckboxProps } from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import type { ReactNode } from 'react'

type Props = Omit<CheckboxProps, 'onChange'> & {
  label: ReactNode
  /** What it is good for, beside it. */
  why?: string
  change: (isTicked: boolean) => void
}

/** A box to tick, with what it means. */
export function Tick({ label, why, change, ...box }: Props) {
  return (
    <FormControlLabel
      className="tick"
      control={<Checkbox {...box} onChange={(event) => change(event.target.checked)} />}
      label={
        <>
          {label}
          {why && <span className="soft small"> – {why}</span>}
        </>
      }
    />
  )
}
