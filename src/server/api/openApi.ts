import { createDocument } from 'zod-openapi'
import { CALCULATION_GROUPS } from '@/calc/calculation'
import { CALCULATIONS } from '@/calc/registry'
import { runCalculation } from '@/calc/runCalculation'
import { RefusedAnswer } from '@/schema/answer'

/** Always the same for one version of Barys: made when first asked for. */
let document: ReturnType<typeof createDocument> | undefined

/** The OpenAPI 3.1 document of every calculation, with an example of each and what it answers. */
export function openApiDocument() {
  document ??= createDocument(
    {
      openapi: '3.1.0',
      info: {
        title: 'Barys calculations',
        version: '1',
        description:
          'Every calculation of Barys as a POST of JSON. Answers carry values with units, verdicts and workings. What cannot be worked out is a 422 with field, reason and remedy.',
      },
      servers: [{ url: '/' }],
      tags: Object.values(CALCULATION_GROUPS).map((name) => ({ name })),
      paths: Object.fromEntries(
        CALCULATIONS.map((calculation) => [`/api/v1/calc/${calculation.name}`, { post: operation(calculation) }]),
      ),
    },
    {
      // Zod marks what the program will not change; in OpenAPI the same word means “sent by the server only”.
      override: ({ jsonSchema }) => {
        delete jsonSchema.readOnly
      },
    },
  )
  return document
}

function operation(calculation: (typeof CALCULATIONS)[number]) {
  const { name, group, title, summary, input, answer, example } = calculation
  const worked = runCalculation(calculation, example)
  return {
    operationId: name,
    tags: [CALCULATION_GROUPS[group]],
    summary: title,
    description: summary,
    requestBody: { required: true, content: { 'application/json': { schema: input, example } } },
    responses: {
      '200': {
        description: 'The answer, with its workings',
        content: {
          'application/json': { schema: answer, ...(worked.kind === 'answer' && { example: worked.answer }) },
        },
      },
      '404': refusal('No calculation of this name'),
      '422': refusal('The input cannot be used, or lies beyond what the formula holds for'),
    },
  }
}

const refusal = (description: string) => ({ description, content: { 'application/json': { schema: RefusedAnswer } } })
