import { useCallback, useEffect, useRef, useState } from 'react'
import { Refusal } from '@/core/refusal'
import { actOnRig, type RigAct } from '@/core/rig/actOnRig'
import { advanceRig } from '@/core/rig/advanceRig'
import { BENCH_SET_UPS, type BenchSetUp } from '@/core/rig/benchSetUps'
import { readRig } from '@/core/rig/readRig'
import { type Rig, rigOf } from '@/core/rig/rigModel'
import { randomStream } from '@/core/statistics/randomStream'
import type { TracePoint } from '@/pictures/rigTrace'

/** As often as a person sees a figure change. */
const TICK_SECONDS = 0.25
/** So much of the past is kept for the picture, s. */
export const TRACE_SECONDS = 60

/** A rig that goes on by the clock, faster where that is asked for, and what is done at it. */
export function useRig(setUp: BenchSetUp, { seed, speed }: { readonly seed: number; readonly speed: number }) {
  const [rig, setRig] = useState<Rig>(() => begun(setUp))
  const [trace, setTrace] = useState<readonly TracePoint[]>([])
  const [refused, setRefused] = useState<string | null>(null)
  const stream = useRef(randomStream(seed))
  const held = useRef(rig)
  const show = useCallback((next: Rig) => {
    held.current = next
    setRig(next)
  }, [])

  useEffect(() => {
    stream.current = randomStream(seed)
    show(begun(setUp))
    setTrace([])
    setRefused(null)
  }, [setUp, seed, show])

  useEffect(() => {
    const ticking = setInterval(() => {
      const next = advanceRig(held.current, TICK_SECONDS * speed, stream.current)
      show(next)
      const point = { seconds: next.seconds, value: readRig(next).reference }
      setTrace((before) => [...before.filter(({ seconds }) => seconds > next.seconds - TRACE_SECONDS), point])
    }, TICK_SECONDS * 1000)
    return () => clearInterval(ticking)
  }, [speed, show])

  const act = useCallback(
    (...acts: readonly RigAct[]) => {
      try {
        show(acts.reduce(actOnRig, held.current))
        setRefused(null)
      } catch (error) {
        if (!(error instanceof Refusal)) throw error
        setRefused(`${error.reason}: ${error.remedy}`)
      }
    },
    [show],
  )
  return { rig, reading: readRig(rig), trace, act, refused }
}

const begun = (setUp: BenchSetUp): Rig => {
  const { facts, model } = BENCH_SET_UPS[setUp]
  return rigOf(facts, model)
}
