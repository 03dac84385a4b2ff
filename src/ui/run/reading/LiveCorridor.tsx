'use client'
import { useMemo } from 'react'
import type { RunState } from '@/core/run/runState'
import { corridorPointer } from '@/pictures/charts/corridorPointer'
import type { RunStep } from '@/schema/recordedRun'
import type { RunView } from '@/schema/runView'
import { ErrorCorridor } from '../../../kit/pictures/ErrorCorridor'
import { type EarlierCurve, runCorridor } from '../runPictures'
import { type TypedStore, useTyped } from './typedStore'

type Props = {
  run: RunView
  rounds: RunState['rounds']
  earlier: EarlierCurve | null
  armed: RunStep | undefined
  typed: TypedStore
}

/** The corridor with the reading being typed. It follows the entry line a frame later. */
export function LiveCorridor({ run, rounds, earlier, armed, typed: store }: Props) {
  const typed = useTyped(store)
  const data = useMemo(() => runCorridor({ run, rounds, earlier }), [run, rounds, earlier])
  const pointer = useMemo(() => {
    if (!armed) return null
    const { appliedPercent: percent, errorPercentSpan } =
      typed.kind === 'judged' ? typed.point : { appliedPercent: armed.percent, errorPercentSpan: null }
    return corridorPointer(data, { percent, errorPercentSpan, direction: armed.direction })
  }, [data, armed, typed])
  return <ErrorCorridor data={data} pointer={pointer} />
}
