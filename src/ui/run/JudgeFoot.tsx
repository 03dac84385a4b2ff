'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import type { RoundAnalysis } from '@/core/analysis/roundAnalysis'
import { recommendation } from '@/core/run/recommendation'
import type { Decision } from '@/core/run/stage'
import { ReasonDialog } from './ReasonDialog'

const ACTIONS: Record<Decision, string> = { leave: 'Leave as it is', adjust: 'Adjust', repair: 'Take out for repair' }

type Props = { analysis: RoundAnalysis; decide: (decision: Decision, reason: string | null) => Promise<string | null> }

/** The decision after as found: what the readings suggest first, everything else with a reason. */
export function JudgeFoot({ analysis, decide }: Props) {
  const [message, setMessage] = useState<string | null>(null)
  const [asking, setAsking] = useState<Decision | null>(null)
  const advised = recommendation(analysis).decision
  const others = (Object.keys(ACTIONS) as Decision[]).filter((decision) => decision !== advised) // keys of a const object
  return (
    <div className="actions">
      <Button variant="contained" size="large" autoFocus onClick={async () => setMessage(await decide(advised, null))}>
        {ACTIONS[advised]} <kbd style={{ marginLeft: 14 }}>Enter</kbd>
      </Button>
      {others.map((decision) => (
        <Button key={decision} variant="outlined" color="secondary" size="large" onClick={() => setAsking(decision)}>
          {ACTIONS[decision]}…
        </Button>
      ))}
      {message && (
        <p className="tone-outside" role="alert">
          {message}
        </p>
      )}
      {asking && (
        <ReasonDialog
          title={`${ACTIONS[asking]}?`}
          words={`The readings suggest: ${ACTIONS[advised].toLowerCase()}. Your decision holds; the record keeps the reason.`}
          action={ACTIONS[asking]}
          onClose={() => setAsking(null)}
          store={(reason) => decide(asking, reason)}
        />
      )}
    </div>
  )
}
