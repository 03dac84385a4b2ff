import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import {
  type AutomaticState,
  afterSeen,
  automaticStart,
  goneOn,
  type Order,
  paused,
  takeNow,
} from '@/bench/automatic/automaticRun'
import { actOnRig, type RigAct } from '@/bench/rig/actOnRig'
import { advanceRig } from '@/bench/rig/advanceRig'
import { benchPlan } from '@/bench/rig/benchPlan'
import { BENCH_SET_UPS, type BenchSetUp } from '@/bench/rig/benchSetUps'
import { readRig } from '@/bench/rig/readRig'
import { type RigFault, withHiddenFault } from '@/bench/rig/rigFaults'
import { type Rig, rigOf } from '@/bench/rig/rigModel'
import { orRefused } from '@/core/refusal'
import { randomStream } from '@/core/statistics/randomStream'
import type { TracePoint } from '@/pictures/rigTrace'

/** As often as a person sees a figure change; and as fine as the world is looked at. */
const TICK_SECONDS = 0.25
/** So much of the past is kept for the picture, s. */
export const TRACE_SECONDS = 60

/** What stands on the bench: the rig, and the run that takes its own readings at it; null where none does. */
type Held = { readonly rig: Rig; readonly automatic: AutomaticState | null; readonly fault: RigFault | null }

type Wishes = {
  readonly seed: number
  /** So many times as fast as the clock. */
  readonly speed: number
  /** Something is wrong with it that nobody is told of. */
  readonly hides: boolean
}

/** A rig that goes on by the clock, faster where that is asked for, and what is done at it. */
export function useRig(setUp: BenchSetUp, { seed, speed, hides }: Wishes) {
  const [held, setHeld] = useState<Held>(() => begun(setUp, { seed, hides }))
  const [trace, setTrace] = useState<readonly TracePoint[]>([])
  const [refused, setRefused] = useState<string | null>(null)
  const stream = useRef(randomStream(seed))
  const latest = useRef(held)
  const plan = useMemo(() => benchPlan(begun(setUp, { seed: 0, hides: false }).rig), [setUp])
  const show = useCallback((next: Held) => {
    latest.current = next
    setHeld(next)
  }, [])

  useEffect(() => {
    stream.current = randomStream(seed)
    show(begun(setUp, { seed, hides }))
    setTrace([])
    setRefused(null)
  }, [setUp, seed, hides, show])

  useEffect(() => {
    const ticking = setInterval(() => {
      let now = latest.current
      const points: TracePoint[] = []
      for (let passed = 0; passed < TICK_SECONDS * speed; passed += TICK_SECONDS) {
        now = { ...now, rig: advanceRig(now.rig, TICK_SECONDS, stream.current) }
        const { reference, milliamp } = readRig(now.rig)
        points.push({ seconds: now.rig.seconds, value: reference })
        if (!now.automatic) continue
        const seen = { seconds: now.rig.seconds, applied: reference, outputs: [milliamp ?? 0] }
        const next = afterSeen(now.automatic, seen, plan)
        now = { ...now, rig: obeyed(now.rig, next.orders), automatic: next.state }
      }
      show(now)
      setTrace((before) => [...before, ...points].filter(({ seconds }) => seconds > now.rig.seconds - TRACE_SECONDS))
    }, TICK_SECONDS * 1000)
    return () => clearInterval(ticking)
  }, [speed, show, plan])

  const act = useCallback(
    (...acts: readonly RigAct[]) => {
      const refused = orRefused(
        () => {
          show({ ...latest.current, rig: acts.reduce(actOnRig, latest.current.rig) })
          return null
        },
        ({ line }) => line,
      )
      setRefused(refused)
    },
    [show],
  )
  const become = (next: { readonly state: AutomaticState; readonly orders: readonly Order[] }) =>
    show({ ...latest.current, rig: obeyed(latest.current.rig, next.orders), automatic: next.state })
  const { rig, automatic, fault } = held
  return {
    ...{ rig, fault, reading: readRig(rig), trace, act, refused, automatic, plan },
    begin: () => show({ ...latest.current, automatic: automaticStart }),
    pause: () => automatic && become(paused(automatic)),
    goOn: () => automatic && become(goneOn(automatic, plan)),
    takeNow: () => automatic && become({ state: takeNow(automatic), orders: [] }),
    /** By hand from here: what was taken stays to be seen, and the source lets go of nothing. */
    byHand: () =>
      automatic &&
      automatic.phase !== 'done' &&
      show({ ...latest.current, automatic: { ...automatic, phase: 'stopped' } }),
  }
}

function begun(setUp: BenchSetUp, { seed, hides }: Pick<Wishes, 'seed' | 'hides'>): Held {
  const { facts, model } = BENCH_SET_UPS[setUp]
  const rig = rigOf(facts, model)
  // By another stream than its noise, so that one says nothing of the other.
  return hides
    ? { ...withHiddenFault(rig, randomStream(seed + 7_919)), automatic: null }
    : { rig, automatic: null, fault: null }
}

/** What is ordered is done by the source of the rig. */
function obeyed(rig: Rig, orders: readonly Order[]): Rig {
  return orders.reduce((now, order) => {
    switch (order.order) {
      case 'set':
        return actOnRig(now, { act: 'source', to: order.to })
      case 'hold':
        return actOnRig(now, { act: 'source', to: readRig(now).reference })
      case 'vent':
        return actOnRig(actOnRig(now, { act: 'source', to: null }), { act: 'pump', to: 'vented' })
      default:
        return order satisfies never
    }
  }, rig)
}
