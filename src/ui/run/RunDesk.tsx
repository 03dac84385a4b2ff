'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { type KeyboardEvent, useEffect, useMemo, useReducer, useRef, useState } from 'react'
import { worldAt } from '@/core/run/plan/worldAt'
import { STAGE_LABELS } from '@/core/run/work/stage'
import { referencesOf } from '@/plans/referencesOf'
import type { BeamData } from '@/schema/beam'
import type { Linkable } from '@/schema/links'
import type { RunStep } from '@/schema/recordedRun'
import { mayDo, whoMay } from '@/schema/roles'
import type { RunView } from '@/schema/runView'
import type { WorkingReference } from '@/schema/world'
import { TextButton } from '../../kit/parts/TextButton'
import { useSending } from '../../kit/useSending'
import { isTyping } from '../shell/isTyping'
import { Key } from '../shell/Key'
import { isKeyOf } from '../shell/keys'
import { deskFacts, placeOf, stageLookedAt } from './deskFacts'
import { RoundFigures } from './judge/RoundFigures'
import { LeaveLinks } from './LeaveLinks'
import { LinkBar } from './link/LinkBar'
import { useLink } from './link/useLink'
import { Others } from './Others'
import { PauseFoot } from './PauseFoot'
import { RunDialogs } from './RunDialogs'
import { RunHead } from './RunHead'
import { typedStore } from './reading/typedStore'
import { RunDrafts } from './runDrafts'
import type { EarlierCurve } from './runPictures'
import { StageTrack } from './StageTrack'
import type { Signer } from './sign/SignFoot'
import { STAGE_VIEWS } from './stages/stageViews'
import { AT_FIRST, afterDeskAction, type OpenDialog } from './state/deskState'
import { usePresence } from './usePresence'
import { useRun } from './useRun'

type Props = {
  initial: RunView
  /** Changes whenever something is recorded in the run; as it was when `initial` was loaded. */
  mark: string
  beam: BeamData
  earlier: EarlierCurve | null
  person: Signer
  timeZone: string
  /** References that may take the place of one of the run. */
  standards: readonly WorkingReference[]
  /** What this person has typed here before and not sent. */
  /** Devices it could be read by; null where there are none. */
  linkable: Linkable | null
  /** Whether devices were linked as the page was loaded. */
  isLinked: boolean
  draft: Record<string, unknown>
}

/** The run: stage track, point ladder, error corridor, and at the foot the one thing to do next. */
export function RunDesk({ draft, ...props }: Props) {
  return (
    <RunDrafts initial={draft}>
      <Desk {...props} />
    </RunDrafts>
  )
}

/** A letter shows and hides the budget; figures typed are digits and marks, so the key is free in the entry line too. */
function useBudgetKey(toggle: () => void) {
  const latest = useRef(toggle)
  latest.current = toggle
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      const isFree =
        !isTyping(event.target) || (event.target instanceof Element && event.target.closest('.entry') !== null)
      if (!isKeyOf('budget', event.key) || !isFree || event.ctrlKey || event.metaKey || event.altKey) return
      event.preventDefault()
      latest.current()
    }
    document.addEventListener('keydown', onKey)
    return () => document.removeEventListener('keydown', onKey)
  }, [])
}

/** Title of the page: of several that are open, which is which, and how far. */
function useTitle(words: string | null) {
  // The first one comes with the page; the frame would put it back over ours.
  const before = useRef(words)
  useEffect(() => {
    if (words === null || words === before.current) return
    before.current = words
    document.title = `${words} · Barys`
  }, [words])
}

/** An Enter held down goes on repeating into whatever has the focus next: it accepts a reading and must not decide on it. */
function stopHeldEnter(event: KeyboardEvent) {
  if (event.key !== 'Enter' || !event.repeat) return
  event.preventDefault()
  event.stopPropagation()
}

function Desk(props: Omit<Props, 'draft'>) {
  const { initial, mark, beam, earlier, person, timeZone, standards, linkable, isLinked: wasLinked } = props
  const router = useRouter()
  const { run: recorded, state, write, reload } = useRun(initial)
  // References exchanged on the way stand in the place of those they replaced.
  const run = useMemo(() => ({ ...recorded, world: worldAt(recorded.world, recorded.exchanges ?? []) }), [recorded])
  const [desk, act] = useReducer(afterDeskAction, AT_FIRST)
  const [typed] = useState(typedStore)
  const sendingPause = useSending()
  const facts = useMemo(() => deskFacts(run, state), [run, state])
  useBudgetKey(() => act({ kind: 'toggle budget' }))
  const { others, isLinked } = usePresence(run.id, {
    place: placeOf(facts, run),
    reload,
    loadedMark: mark,
    wasLinked,
  })
  const link = useLink(run.id, { isLinked, reload, mark })
  // Somebody else has sealed it or given it up: the page then leads on.
  useEffect(() => {
    if (run.status !== 'open') router.refresh()
  }, [run.status, router])
  useTitle(facts ? `${run.world.instrument.tag}: ${STAGE_LABELS[facts.stage]}` : null)
  if (!facts) return null // cannot be: a run is started with its first round

  const seal = async (signing: unknown) => {
    const refusal = await write('seal', signing)
    if (refusal === null) router.push(`/records/of/${run.id}`)
    return refusal
  }
  const abandon = async (reason: string) => {
    const refusal = await write('abandon', { reason })
    if (refusal === null) router.push(`/instruments/${encodeURIComponent(run.world.instrument.tag)}`)
    return refusal
  }
  const isTechnician = mayDo(person.role, 'calibrate')
  const mayWork = isTechnician && !facts.pause
  const open = (dialog: OpenDialog) => act({ kind: 'open', dialog })
  const correct = mayWork && facts.mayCorrect ? (step: RunStep) => open({ kind: 'correct a reading', step }) : undefined
  const { world } = run
  const correctable = world.statesUncertainty
    ? referencesOf(world).filter(({ calibration, column }) => calibration ?? column)
    : []
  const stageProps = {
    ...{ run, state, facts, earlier, typed, person, timeZone, mayWork, write, seal, correct, link, reload },
    mayDrive: mayWork && mayDo(person.role, 'drive a source'),
    closeBudget: desk.isBudgetShown ? () => act({ kind: 'budget', isShown: false }) : undefined,
  }
  const { lookedAt } = desk
  const looked = lookedAt && lookedAt !== facts.stage ? stageLookedAt(run, state, lookedAt) : null
  const shown = looked
    ? { ...stageProps, ...looked, mayWork: false, correct: undefined, closeBudget: undefined }
    : stageProps
  const { Left, Right, Foot } = STAGE_VIEWS[shown.facts.stage]
  return (
    <div className="run" onKeyDownCapture={stopHeldEnter}>
      <RunHead
        tag={world.instrument.tag}
        configuration={world.configuration}
        beam={beam}
        references={`reference ${referencesOf(world)
          .map(({ code }) => code)
          .join(' and ')}`}
      />
      <div>
        <StageTrack stage={facts.stage} lookAt={(stage) => act({ kind: 'look at', stage })} lookedAt={lookedAt} />
        <Others others={others} />
        <LinkBar
          link={link}
          world={world}
          takesOwn={mayWork && facts.armed !== undefined && linkable?.typedOnly === null}
          mayDrive={mayDo(person.role, 'drive a source')}
        />
      </div>
      <div className="run-body">
        {/* It scrolls where it is longer than the screen, by the keyboard too. */}
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls takes the focus */}
        <section className="run-left stack" aria-label="Found and done" tabIndex={0}>
          <Left {...shown} />
        </section>
        <div className="run-right">
          <Right {...shown} />
          <div>
            {!facts.list && (
              <RoundFigures
                judged={facts.judged}
                world={world}
                decimals={facts.decimals.percent}
                isDone={!facts.armed}
                cause={facts.diagnosis?.answer === 'found' ? facts.diagnosis.ranked[0]?.words : undefined}
              />
            )}
            <div className="leave-links small">
              {world.statesUncertainty && !facts.list && !desk.isBudgetShown && (
                <TextButton onClick={() => act({ kind: 'budget', isShown: true })}>
                  Where the uncertainty comes from <Key of="budget" />
                </TextButton>
              )}
              {isTechnician && (
                <LeaveLinks
                  abandon={abandon}
                  isPressed={link.shown?.isPressed === true}
                  {...(mayWork && {
                    exchange: () => open({ kind: 'exchange' }),
                    devices: linkable && !link.shown && !facts.list ? () => open({ kind: 'devices' }) : undefined,
                    corrections: correctable.length > 0 ? () => open({ kind: 'corrections' }) : undefined,
                  })}
                  {...(!facts.pause && {
                    pause: (words: string) =>
                      sendingPause(words, (id) => write('pauses', { id, kind: 'paused', words })),
                  })}
                />
              )}
            </div>
          </div>
        </div>
      </div>
      <div className="run-foot">
        {looked ? (
          <div className="actions">
            <Button variant="contained" size="large" autoFocus onClick={() => act({ kind: 'look at', stage: null })}>
              Back to {STAGE_LABELS[facts.stage]}
            </Button>
            <p className="soft">{STAGE_LABELS[looked.facts.stage]} as it was done. Nothing is changed here.</p>
          </div>
        ) : facts.pause && isTechnician ? (
          <PauseFoot pause={facts.pause} timeZone={timeZone} goOn={(end) => write('pauses', end)} />
        ) : isTechnician ? (
          <Foot {...stageProps} />
        ) : (
          <p className="soft">
            {person.name} is a {person.role} and looks on: {whoMay('calibrate')} does this work.
          </p>
        )}
      </div>
      <RunDialogs
        dialog={desk.dialog}
        onClose={() => act({ kind: 'close' })}
        {...{ run, timeZone, standards, correctable, linkable, begin: link.begin, write }}
      />
    </div>
  )
}
