import { useCallback, useEffect, useRef, useState } from 'react'
import { Course, type LoggedAct, type PracticeAct, type Practising, TICK_SECONDS } from '@/bench/practice/course'
import type { PracticeJob } from '@/bench/practice/practiceJob'
import { readRig } from '@/bench/rig/readRig'
import { orRefused } from '@/core/refusal'
import type { TracePoint } from '@/pictures/rigTrace'
import { TRACE_SECONDS } from '../bench/useRig'

/** A job of practice that goes on by the clock, faster where that is asked for, with everything that is done kept. */
export function usePractice(job: PracticeJob, seed: number, speed: number) {
  const course = useRef<Course>(undefined)
  course.current ??= new Course(job, seed)
  const log = useRef<LoggedAct[]>([])
  const [now, setNow] = useState<Practising>(course.current.now)
  const [trace, setTrace] = useState<readonly TracePoint[]>([])
  const [refused, setRefused] = useState<string | null>(null)

  useEffect(() => {
    const ticking = setInterval(() => {
      const playing = course.current
      if (!playing || playing.now.isFinished) return
      playing.until(playing.now.tick + speed)
      setNow(playing.now)
      const { seconds } = playing.now.rig
      const point = { seconds, value: readRig(playing.now.rig).reference }
      setTrace((before) => [...before.filter((each) => each.seconds > seconds - TRACE_SECONDS), point])
    }, TICK_SECONDS * 1000)
    return () => clearInterval(ticking)
  }, [speed])

  const act = useCallback((...acts: readonly PracticeAct[]) => {
    const playing = course.current
    if (!playing) return
    const refused = orRefused(
      () => {
        for (const each of acts) {
          const { tick } = playing.now
          playing.do(each)
          log.current.push({ tick, act: each })
        }
        return null
      },
      ({ line }) => line,
    )
    setRefused(refused)
    setNow(playing.now)
  }, [])
  return { now, trace, act, refused, log: () => log.current }
}
