'use client'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { usePathname } from 'next/navigation'
import { useEffect, useState } from 'react'
import type { LinkAlarm } from '@/schema/links'
import { Notice } from '../../kit/parts/Notice'
import { settledOrder } from '../run/link/settledOrder'

/** Soon enough to go to it, seldom enough to be no load. */
const LOOK_MS = 5000

/** Sources that somebody must go to, on every page but that of their own run, which tells more. */
export function LinkAlarms({ mayDrive }: { readonly mayDrive: boolean }) {
  const path = usePathname()
  const alarms = useAlarms().filter(({ runId }) => path !== `/runs/${runId}`)
  return alarms.map((alarm) => <Alarmed key={alarm.runId} {...alarm} mayDrive={mayDrive} />)
}

function Alarmed({ runId, tag, words, isVentOwed, mayDrive }: LinkAlarm & { readonly mayDrive: boolean }) {
  const [said, setSaid] = useState<string | null>(null)
  const order = async (kind: 'vent' | 'vented-by-hand') => setSaid((await settledOrder(runId, { kind })).words)
  return (
    <Notice tone="outside" role="alert" isSmall>
      <strong>
        <Link href={`/runs/${runId}`}>{tag}</Link>: {words}
      </strong>{' '}
      <Button size="small" variant="contained" color="error" onClick={() => order('vent')}>
        Vent
      </Button>{' '}
      {mayDrive && isVentOwed && (
        <Button size="small" variant="outlined" color="inherit" onClick={() => order('vented-by-hand')}>
          I vented it by hand
        </Button>
      )}
      {said && <p>{said}</p>}
    </Notice>
  )
}

function useAlarms(): readonly LinkAlarm[] {
  const [alarms, setAlarms] = useState<readonly LinkAlarm[]>([])
  useEffect(() => {
    let isOver = false
    const look = async () => {
      if (document.visibilityState !== 'visible') return
      try {
        const answer = await fetch('/api/v1/links/alarms')
        const found: { alarms: readonly LinkAlarm[] } | null = answer.ok ? await answer.json() : null
        if (!isOver && found) setAlarms(found.alarms)
      } catch {
        // The server is away: what was shown stays, and the next look tells.
      }
    }
    const looks = setInterval(look, LOOK_MS)
    return () => {
      isOver = true
      clearInterval(looks)
    }
  }, [])
  return alarms
}
