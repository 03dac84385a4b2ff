'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useMemo, useState } from 'react'
import { practiceAdvice, practiceFacts } from '@/bench/practice/advice'
import { legOf } from '@/bench/practice/course'
import { LOOK_IDS, LOOKS, type Look } from '@/bench/practice/looks'
import { type PracticeJob, soundRig } from '@/bench/practice/practiceJob'
import { BENCH_SET_UPS } from '@/bench/rig/benchSetUps'
import { readRig } from '@/bench/rig/readRig'
import { RIG_FAULT_IDS, RIG_FAULTS, type RigFault } from '@/bench/rig/rigFaults'
import { wordsAsShown } from '@/core/format/decimalMark'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { observationWords } from '@/words/practiceWords'
import { refusalWords, send } from '../../kit/api'
import { Choice } from '../../kit/parts/Choice'
import { Notice } from '../../kit/parts/Notice'
import { Refused } from '../../kit/parts/Refused'
import { HookUpPicture } from '../../kit/pictures/HookUpPicture'
import { useSending } from '../../kit/useSending'
import { pressedPart } from '../bench/pressedPart'
import { RigCommunicator } from '../bench/RigCommunicator'
import { RigControls } from '../bench/RigControls'
import { RigEvents, RigReadings, RigTrace } from '../bench/RigViews'
import { useLetter } from '../shell/useLetter'
import { usePractice } from './usePractice'

const SPEEDS = [
  ['1', 'as the clock'],
  ['5', '5 times as fast'],
  ['20', '20 times as fast'],
] as const
const PARTS = { instrument: 'instrument', loop: 'loop', piping: 'piping', reference: 'reference or meter' } as const
const UNSAID = ''

/** A job with something hidden that is wrong: isolated, hooked up, found, cured, restored and signed. */
export function PracticeDesk({ job, seed }: { job: PracticeJob; seed: number }) {
  const router = useRouter()
  const [speed, setSpeed] = useState('1')
  const { now, trace, act, refused, log } = usePractice(job, seed, Number(speed))
  const [message, setMessage] = useState<string | null>(null)
  const [isHinted, setHinted] = useState(false)
  const sending = useSending()
  const { rig, observations, named } = now
  const facts = useMemo(() => practiceFacts(soundRig(job)), [job])
  const reading = readRig(rig)
  const unit = pressureUnitLabel(rig.facts.unit)
  useLetter('read', () => act({ do: 'read' }))
  useLetter('vent', () =>
    act({ do: 'rig', act: { act: 'source', to: null } }, { do: 'rig', act: { act: 'pump', to: 'vented' } }),
  )
  const finish = async () => {
    if (!now.isFinished) act({ do: 'finish' })
    const attempt = { jobId: job.id, seed, log: log() }
    let stored = ''
    const refusal = await sending(attempt, async (id) => {
      stored = id
      return refusalWords(await send('/api/v1/practice/attempts', { id, ...attempt }))
    })
    setMessage(refusal)
    if (refusal === null) router.push(`/practice/attempts/${stored}`)
  }
  const advice = isHinted ? practiceAdvice(observations, facts) : null
  return (
    <div className="page stack">
      <header>
        <h1>
          {job.title} <span className="run-what soft">level {job.level}</span>
        </h1>
        <p>
          <strong>The shift says:</strong> {job.complaint}{' '}
          <span className="soft">
            {wordsAsShown(BENCH_SET_UPS[job.setUp].title)}. Take it out of service, find what is wrong, put it right,
            and leave it as it belongs. Nothing of it is real; at the pipe the site’s permit decides.
          </span>
        </p>
      </header>
      <div className="two-col">
        <div className="stack">
          <div style={{ height: 340 }}>
            <HookUpPicture
              facts={{ ...rig.facts.piping, signal: rig.model.kind === 'pneumatic' ? '20-100kPa' : '4-20mA' }}
              state={rig.hookUp}
              press={(part) => act({ do: 'rig', act: pressedPart(part, rig) })}
            />
          </div>
          <RigControls rig={rig} act={(...acts) => act(...acts.map((each) => ({ do: 'rig' as const, act: each })))} />
          <RigCommunicator
            rig={rig}
            leg={legOf(rig)}
            act={(...acts) => act(...acts.map((each) => ({ do: 'rig' as const, act: each })))}
          />
          <Refused words={refused} />
        </div>
        <div className="stack">
          <div className="actions">
            <Choice label="Time goes" value={speed} options={SPEEDS} choose={setSpeed} sx={{ minWidth: 160 }} />
            <p className="soft small num" aria-live="off">
              {Math.floor(rig.seconds / 60)} min {Math.floor(rig.seconds % 60)} s at the rig
            </p>
          </div>
          <RigReadings rig={rig} reading={reading} />
          <section className="stack" aria-labelledby="looks">
            <h2 id="looks">Note and look closer</h2>
            <div className="actions">
              <Button variant="contained" onClick={() => act({ do: 'read' })}>
                Note a reading <kbd style={{ marginLeft: 10 }}>r</kbd>
              </Button>
              <LookChoice look={(at) => act({ do: 'look', at })} />
            </div>
            <ol className="cautions small" aria-label="Seen so far">
              {observations.map((each) => (
                <li key={`${each.kind} ${each.seconds}`} className="num">
                  {observationWords(each, { unit, strokeM3: facts.strokeM3 })}
                </li>
              ))}
            </ol>
            <Button
              variant="outlined"
              onClick={() => setHinted(!isHinted)}
              aria-expanded={isHinted}
              sx={{ justifySelf: 'start' }}
            >
              What would tell most now?
            </Button>
            {advice && (
              <Notice role="status">
                {advice.advise === 'point'
                  ? `Bring up ${advice.percent} % of the range and note what everything shows: ${advice.why}.`
                  : advice.advise === 'look'
                    ? `${LOOKS[advice.look].title}${advice.at === null ? '' : `, at ${advice.at} %`}: ${advice.why}.`
                    : advice.advise === 'name'
                      ? `Enough is seen to say what is wrong: ${advice.why}.`
                      : `Nothing seems wrong: ${advice.why}.`}
              </Notice>
            )}
          </section>
          <section className="stack" aria-labelledby="wrong">
            <h2 id="wrong">What is wrong</h2>
            <div className="actions">
              <Choice
                label="It is"
                value={named ?? UNSAID}
                options={[
                  [UNSAID, 'not said yet'],
                  ...RIG_FAULT_IDS.map(
                    (id) => [id, `${PARTS[RIG_FAULTS[id].part]}: ${RIG_FAULTS[id].title}`] as const,
                  ).toSorted(([, a], [, b]) => a.localeCompare(b)),
                ]}
                choose={(id) => {
                  const cause = RIG_FAULT_IDS.find((each): each is RigFault => each === id)
                  if (cause) act({ do: 'name', cause })
                }}
                sx={{ minWidth: 320 }}
              />
              <Button variant="outlined" disabled={named === null} onClick={() => act({ do: 'put-right' })}>
                Have it put right
              </Button>
            </div>
            <p className="soft small">
              What is trimmed, set or moved is put right at the rig itself; what is exchanged, cleaned or tightened, at
              a word.
            </p>
            <div className="actions">
              <Button variant="contained" onClick={finish}>
                Finish and sign this practice
              </Button>
            </div>
            <Refused words={message} />
          </section>
          <RigTrace points={trace} unit={unit} />
          <RigEvents rig={rig} />
        </div>
      </div>
    </div>
  )
}

/** What can be looked at more closely, with the time it takes. */
function LookChoice({ look }: { look: (at: Look) => void }) {
  const [at, setAt] = useState<Look>('settings')
  return (
    <>
      <Choice
        label="Look closer"
        value={at}
        options={LOOK_IDS.map((id) => [id, `${LOOKS[id].title} (${LOOKS[id].seconds} s)`] as const)}
        choose={(id) => setAt(LOOK_IDS.find((each) => each === id) ?? at)}
        sx={{ minWidth: 300 }}
      />
      <Button variant="outlined" onClick={() => look(at)}>
        Look
      </Button>
    </>
  )
}
