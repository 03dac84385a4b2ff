import { idParam } from '@/server/api/idParam'
import { readRoute } from '@/server/api/route'
import { linkLogOf } from '@/server/services/links/linkLog'

/** Everything that went to the devices of a run and came from them. */
export const GET = readRoute(async ({ id }: { id: string }) => {
  const encoder = new TextEncoder()
  const parts = linkLogOf(idParam(id))
  const body = new ReadableStream<Uint8Array>({
    pull: async (controller) => {
      const { done, value } = await parts.next()
      if (done) controller.close()
      else controller.enqueue(encoder.encode(value))
    },
    cancel: async () => {
      await parts.return(undefined)
    },
  })
  return new Response(body, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="devices-${id.slice(0, 8)}.csv"`,
      'cache-control': 'no-store',
    },
  })
})
