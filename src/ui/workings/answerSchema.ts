import { z } from 'zod'
import type { AnyCalculation } from '@/calc/calculation'
import type { InputSchema } from '../../kit/form/inputSchema'

/** The answer of a calculation as a schema that titles and columns are read from. */
export const answerSchemaOf = (calculation: AnyCalculation): InputSchema =>
  // JSON Schema as Zod writes it; parts that name a shared definition still carry their own title.
  z.toJSONSchema(calculation.answer, { io: 'output', unrepresentable: 'any', reused: 'inline' }) as InputSchema
