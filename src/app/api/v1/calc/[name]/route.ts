import { calculationNamed } from '@/calc/registry'
import { runInSteps } from '@/calc/runCalculation'
import { computeRoute } from '@/server/api/route'
import { NotFound } from '@/server/refusals'

/** Any of the calculations, by name. */
export const POST = computeRoute(async (body, { name }: { name: string }) => {
  const calculation = calculationNamed(name)
  if (!calculation)
    throw new NotFound('name', `no calculation is called “${name.slice(0, 40)}”`, 'see /docs/api for those there are')
  const steps = runInSteps(calculation, body)
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return step.value
    // Others wait behind a long calculation on this one thread: let them in after every block.
    await new Promise((resolve) => setImmediate(resolve))
  }
})
