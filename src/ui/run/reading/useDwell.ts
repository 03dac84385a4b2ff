'use client'
import { useEffect, useRef, useState } from 'react'

/** The stopwatch of a point that is to be held before it is read. */
export type Dwell = {
  readonly isRunning: boolean
  readonly start: () => void
  /** Begins to count anew, as the point did not stand still. */
  readonly restart: () => void
  /** Whether the reading may be taken; asked a second time it may, as the person has seen how long it was held. */
  readonly mayTake: () => boolean
  readonly heldSeconds: () => number | null
  readonly words: () => string
}

const TICK_MS = 250

/** Counts how long a point has been held since its pressure was entered. Runs only where the plan asks for a dwell. */
export function useDwell(dwellSeconds: number | undefined, stepId: string): Dwell {
  const [startedAt, setStartedAt] = useState<number | null>(null)
  const [now, setNow] = useState(0)
  const wasTold = useRef(false)
  // biome-ignore lint/correctness/useExhaustiveDependencies: another point is held anew
  useEffect(() => {
    setStartedAt(null)
    wasTold.current = false
  }, [stepId])
  useEffect(() => {
    if (startedAt === null) return
    const timer = setInterval(() => setNow(performance.now()), TICK_MS)
    return () => clearInterval(timer)
  }, [startedAt])

  const held = (at: number) => (startedAt === null ? 0 : Math.max(0, Math.floor((at - startedAt) / 1000)))
  return {
    isRunning: startedAt !== null,
    start: () => {
      if (dwellSeconds === undefined || startedAt !== null) return
      setNow(performance.now())
      setStartedAt(performance.now())
    },
    restart: () => {
      if (dwellSeconds === undefined) return
      setNow(performance.now())
      setStartedAt(performance.now())
      wasTold.current = false
    },
    mayTake: () => {
      if (dwellSeconds === undefined || held(performance.now()) >= dwellSeconds || wasTold.current) return true
      wasTold.current = true
      return false
    },
    heldSeconds: () => (dwellSeconds === undefined ? null : held(performance.now())),
    words: () =>
      held(now) >= (dwellSeconds ?? 0)
        ? `held ${held(now)} s`
        : `held ${held(now)} s of ${dwellSeconds} s: let it settle, or Enter again to take it now`,
  }
}
