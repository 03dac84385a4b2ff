'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { refusalWords, send } from '../../kit/api'
import { Refused } from '../../kit/parts/Refused'

type Props = { readonly referenceId: string; readonly rangeId: string; readonly mark: string }

/** Leads to the run in which a range of a reference is calibrated against a higher one. */
export function CalibrateHere({ referenceId, rangeId, mark }: Props) {
  const router = useRouter()
  const [message, setMessage] = useState<string | null>(null)
  const begin = async () => {
    const answer = await send<{ tag: string }>(`/api/v1/references/${referenceId}/own-calibration`, { rangeId })
    setMessage(refusalWords(answer))
    if (answer.kind === 'done') router.push(`/instruments/${encodeURIComponent(answer.value.tag)}/calibrate`)
  }
  return (
    <>
      <Button onClick={begin}>Calibrate {mark === '' ? 'it' : mark} here, against a higher one</Button>
      <Refused words={message} />
    </>
  )
}
