'use client'
import { useEffect, useRef, useState } from 'react'
import type { PresenceAnswer } from '@/schema/runEnd'
import { send } from '../../kit/api'
import { useDraftBook } from './runDrafts'

export type Others = PresenceAnswer['others']

/** Often enough to see one another, seldom enough to be no load. */
const BEAT_MS = 4000
/** What is typed is kept once the hand rests for so long. */
const REST_MS = 500

type Here = {
  readonly place: string
  readonly reload: () => Promise<void>
  /** The mark of the run as the page was loaded, so that what is recorded before the first beat is seen too. */
  readonly loadedMark: string
  /** Whether devices were linked as the page was loaded. */
  readonly wasLinked: boolean
}

/**
 * Says where this person is in the run and what they have typed, learns who else is there, and reloads the run when
 * something was recorded elsewhere. An unreachable server is no news: the next beat tries again.
 */
export function usePresence(
  runId: string,
  { place, reload, loadedMark, wasLinked }: Here,
): { readonly others: Others; readonly isLinked: boolean } {
  const book = useDraftBook()
  const [others, setOthers] = useState<Others>([])
  const [isLinked, setLinked] = useState(wasLinked)
  const now = useRef({ place, reload })
  now.current = { place, reload }

  useEffect(() => {
    let mark = loadedMark
    let isOver = false
    let rest: ReturnType<typeof setTimeout> | undefined
    const path = `/api/v1/runs/${runId}/presence`
    const seen = () => ({ place: now.current.place, draft: book.present() })
    const beat = async () => {
      const answer = await send<PresenceAnswer>(path, seen())
      if (isOver || answer.kind !== 'done') return
      setLinked(answer.value.isLinked)
      setOthers((before) => (same(before, answer.value.others) ? before : answer.value.others))
      if (mark !== answer.value.mark) await now.current.reload()
      mark = answer.value.mark
    }
    // Leaving: the page may be gone before an answer comes.
    const leave = () => {
      if (document.visibilityState !== 'hidden') return
      const body = new Blob([JSON.stringify(seen())], { type: 'application/json' })
      navigator.sendBeacon(path, body)
    }
    book.onChange(() => {
      clearTimeout(rest)
      rest = setTimeout(beat, REST_MS)
    })
    beat()
    const beats = setInterval(() => document.visibilityState === 'visible' && beat(), BEAT_MS)
    document.addEventListener('visibilitychange', leave)
    return () => {
      isOver = true
      clearInterval(beats)
      clearTimeout(rest)
      book.onChange(() => {})
      document.removeEventListener('visibilitychange', leave)
    }
  }, [runId, book, loadedMark])
  return { others, isLinked }
}

const same = (a: Others, b: Others) =>
  a.length === b.length && a.every(({ name, place }, index) => b[index]?.name === name && b[index]?.place === place)
