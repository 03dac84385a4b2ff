import { calculationNamed } from '@/calc/registry'
import { unknownFields } from '@/calc/unknownFields'
import { computeRoute } from '@/server/api/route'
import { calculated } from '@/server/heavy/pools'
import { NotFound } from '@/server/refusals'

/** Any of the calculations, by name. */
export const POST = computeRoute(async (input, { name }: { name: string }, { isSigned, signal }) => {
  const calculation = calculationNamed(name)
  const unknown = calculation ? unknownFields(calculation, input) : []
  if (unknown.length > 0) return { kind: 'refused', refusals: unknown }
  const outcome = calculation ? await calculated({ name, input }, { isSigned: await isSigned(), signal }) : null
  if (!outcome)
    throw new NotFound('name', `no calculation is called “${name.slice(0, 40)}”`, 'see /docs/api for those there are')
  return outcome
})
