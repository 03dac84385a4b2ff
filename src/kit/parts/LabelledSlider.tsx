import Slider from '@mui/material/Slider'
import type { ReactNode } from 'react'

type Props = {
  label: string
  /** What it stands at, in words. */
  says: ReactNode
  min: number
  max: number
  step: number
  value: number
  change: (value: number) => void
}

/** A value to be slid through, with its name before it and what it comes to after it. */
export function LabelledSlider({ label, says, change, ...range }: Props) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: Slider renders the control
    <label className="desk-slider">
      <span>{label}</span>
      <Slider {...range} aria-label={label} onChange={(_, value) => change(Number(value))} />
      <span className="num">{says}</span>
    </label>
  )
}
