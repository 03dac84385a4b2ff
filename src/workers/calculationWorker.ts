import { calculationNamed } from '@/calc/registry'
import { runInSteps } from '@/calc/runCalculation'
import type { FromWorker, ToWorker } from './protocol'

/** Works long calculations out beside the page, block by block, so that it can report and be stopped. */

let running: number | null = null

self.addEventListener('message', ({ data }: MessageEvent<ToWorker>) => {
  switch (data.kind) {
    case 'start':
      running = data.id
      work(data).catch((error) => tell({ kind: 'failed', id: data.id, says: String(error) }))
      break
    case 'cancel':
      if (running === data.id) running = null
      break
    default:
      data satisfies never
  }
})

async function work({ id, name, input }: Extract<ToWorker, { kind: 'start' }>): Promise<void> {
  const calculation = calculationNamed(name)
  if (!calculation) throw new Error(`no calculation named ${name}`)
  const steps = runInSteps(calculation, input)
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return tell({ kind: 'done', id, outcome: step.value })
    tell({ kind: 'progress', id, ...step.value })
    // Lets messages in: without it a cancel would wait until the end.
    await new Promise((resolve) => setTimeout(resolve))
    if (running !== id) return tell({ kind: 'cancelled', id })
  }
}

const tell = (message: FromWorker) => self.postMessage(message)
