'use client'
import Button from '@mui/material/Button'
import { useState } from 'react'
import type { Recommendation } from '@/core/run/advise/recommendation'
import { DECISIONS, type Decision, meaningOf } from '@/core/run/decision'
import { Refused } from '../../../kit/parts/Refused'
import { ReasonDialog } from '../ReasonDialog'

/** What the advice calls the thing to do: a decision, or to mend what is wrong around the instrument first. */
const adviceLabel = (action: Recommendation['action']): string =>
  action === 'put-right' ? 'Correct the fault' : meaningOf(action).label

type Props = { advice: Recommendation; decide: (decision: Decision, reason: string | null) => Promise<string | null> }

/** The decision after as found, and after an as left that is outside: what the readings suggest first, everything else with a reason. */
export function JudgeFoot({ advice, decide }: Props) {
  const [message, setMessage] = useState<string | null>(null)
  const [asking, setAsking] = useState<Decision | null>(null)
  const others = DECISIONS.filter((decision) => decision !== advice.decision)
  return (
    <div className="actions">
      <Button
        variant="contained"
        size="large"
        autoFocus
        onClick={async () => setMessage(await decide(advice.decision, null))}
      >
        {adviceLabel(advice.action)} <kbd style={{ marginLeft: 14 }}>Enter</kbd>
      </Button>
      {others.map((decision) => (
        <Button key={decision} variant="outlined" color="secondary" size="large" onClick={() => setAsking(decision)}>
          {meaningOf(decision).label}…
        </Button>
      ))}
      <Refused words={message} />
      {asking && (
        <ReasonDialog
          title={`${meaningOf(asking).label}?`}
          words={`The readings suggest: ${adviceLabel(advice.action).toLowerCase()}. Your decision holds; the record keeps the reason.${asking === 'repeat' ? ' The readings taken so far are kept and do not count.' : ''}`}
          action={meaningOf(asking).label}
          onClose={() => setAsking(null)}
          store={(reason) => decide(asking, reason)}
        />
      )}
    </div>
  )
}
