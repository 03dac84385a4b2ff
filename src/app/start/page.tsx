import type { Metadata } from 'next'
import { LinkButton } from '@/kit/parts/LinkButton'
import { Mark } from '@/kit/parts/Mark'
import { startSteps } from '@/plans/startSteps'
import { signedIn } from '@/server/currentPerson'
import { beginnings } from '@/server/services/lookUps'

export const metadata: Metadata = { title: 'Set up this plant' }

/** From an empty plant to its first certificate: what is done, what comes next. Left at any time and gone on with later. */
export default async function StartPage() {
  await signedIn('/start')
  const steps = startSteps(await beginnings())
  const next = steps.findIndex(({ isDone }) => !isDone)
  return (
    <div className="page stack">
      <h1>Set up this plant</h1>
      <p className="soft">
        {next === -1
          ? 'Everything is there. This page stays at its address.'
          : 'Step by step, and leave it whenever you like: what is done stays done, and the day sheet leads back here.'}
      </p>
      <ol className="plain-list is-marked" style={{ maxWidth: 760 }}>
        {steps.map(({ title, isDone, says, ways }, index) => (
          <li key={title} className="card" aria-current={index === next ? 'step' : undefined}>
            <div className="head-row">
              <h2>
                <Mark mark={isDone ? 'inside' : 'look'} label={isDone ? 'done' : 'to be done'} /> {index + 1}. {title}
              </h2>
              <span className="end actions">
                {ways.map(({ words, href }, way) => (
                  <LinkButton key={href} href={href} variant={index === next && way === 0 ? 'contained' : 'text'}>
                    {words}
                  </LinkButton>
                ))}
              </span>
            </div>
            <p className="soft">{says}</p>
          </li>
        ))}
      </ol>
    </div>
  )
}
