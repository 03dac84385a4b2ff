import { ImpactAsk, type ImpactLine, MOST_SHOWN } from '@/schema/impact'
import { LARGEST_BODY_BYTES } from '@/server/api/boundedJson'
import { idParam } from '@/server/api/idParam'
import { streamedRoute } from '@/server/api/route'
import { impactOf } from '@/server/services/references/impact'

/** What a reference in doubt changes; a line of JSON at a time, given up on when its caller is gone. Stores nothing. */
export const POST = streamedRoute<typeof ImpactAsk, { id: string }, ImpactLine>('own account', ImpactAsk, {
  handle: async (ask, { id }, { now }, { tell, signal }) => {
    const listener = {
      signal,
      tell: (progress: { done: number; of: number }) => tell({ kind: 'progress', ...progress }),
    }
    const summary = await impactOf(idParam(id), ask, { now, listener })
    tell({ kind: 'done', summary: { ...summary, rows: summary.rows.slice(0, MOST_SHOWN) } })
  },
  failed: (words) => ({ kind: 'refused', words }),
  largestBytes: LARGEST_BODY_BYTES,
})
