import { useEffect, useRef } from 'react'
import type { BoundForm } from '../../kit/form/useDraftForm'

/** What was confirmed was confirmed of what stood there: once that changes it is asked again. */
export function useConfirmedAnew(
  change: BoundForm['change'],
  field: 'isHeadConfirmed' | 'isMediumConfirmed',
  now: string,
): void {
  const before = useRef(now)
  useEffect(() => {
    if (before.current === now) return
    before.current = now
    change([field], false)
  }, [now, field, change])
}
