import { idParam } from '@/server/api/idParam'
import { readRoute } from '@/server/api/route'
import { watchRun } from '@/server/services/run/liveRun'

/** So often something is said though nothing changed, so that a connection that is gone is found out. */
const ALIVE_MS = 15_000

/** How the devices of a run stand, as server-sent events to everybody who looks at it. */
export const GET = readRoute(async ({ id }: { id: string }, request) => {
  const runId = idParam(id)
  const encoder = new TextEncoder()
  let isOver = false
  let stop = () => {}
  const body = new ReadableStream<Uint8Array>({
    start: (controller) => {
      // Whoever has gone is told nothing: a stream that is closed takes no more.
      const tell = (text: string) => {
        if (!isOver) controller.enqueue(encoder.encode(text))
      }
      const unwatch = watchRun(runId, (event) => tell(`data: ${JSON.stringify(event)}\n\n`))
      const alive = setInterval(() => tell(':\n\n'), ALIVE_MS)
      stop = () => {
        isOver = true
        unwatch()
        clearInterval(alive)
      }
      request.signal.addEventListener('abort', () => {
        if (isOver) return
        stop()
        controller.close()
      })
    },
    cancel: () => stop(),
  })
  return new Response(body, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  })
})
