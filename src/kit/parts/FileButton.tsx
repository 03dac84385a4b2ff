'use client'
import Button from '@mui/material/Button'
import { useRef } from 'react'

type Props = {
  readonly label: string
  /** What may be chosen, as browsers name it. */
  readonly accept: string
  /** Name of the file that was chosen. */
  readonly chosen: string | null
  readonly choose: (file: File) => void
}

/** Chooses a file; the same one can be chosen again once it was mended. */
export function FileButton({ label, accept, chosen, choose }: Props) {
  const box = useRef<HTMLInputElement>(null)
  return (
    <div className="actions">
      <Button variant="outlined" onClick={() => box.current?.click()}>
        {label}
      </Button>
      <input
        ref={box}
        type="file"
        accept={accept}
        hidden
        onChange={(event) => {
          const file = event.target.files?.[0]
          if (file) choose(file)
          event.target.value = ''
        }}
      />
      {chosen !== null && <span>{chosen}</span>}
    </div>
  )
}
