import { z } from 'zod'
import { fitIssueWords } from '@/core/range/fitIssues'
import { rangeVerdict, turndownFrom, turndownOf } from '@/core/range/rangeVerdict'
import { zeroPosition } from '@/core/transfer/calibratedRange'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, flag, number, optionalNumber, quantity, result, titled, words, zeroOrMore } from '@/schema/field'
import { verdictWords } from '@/words/verdictWords'
import { calculation } from '../calculation'
import { COMMON_PRACTICE } from '../sources'

const limits = {
  lrl: number('Lower limit, LRL'),
  url: number('Upper limit, URL'),
  minSpan: aboveZero('Smallest span'),
  maxSpan: optionalNumber('Largest span', 'empty: the limits alone decide'),
  allowsReverse: flag('URV may lie below LRV'),
}

export const rangeChange = calculation({
  name: 'range-change',
  group: 'range',
  title: 'What a new range asks for',
  summary: 'Whether a range fits the body, after moving its link, or another capsule in stock; and why not.',
  input: z.object({
    unit: PressureUnitChoice,
    presentLrv: number('LRV now'),
    presentUrv: number('URV now'),
    wantedLrv: number('LRV wanted'),
    wantedUrv: number('URV wanted'),
    body: titled(z.object(limits), 'Body'),
    links: titled(
      z
        .array(z.object({ name: words('Position', 20), minSpan: zeroOrMore('Span from'), maxSpan: aboveZero('… to') }))
        .max(9),
      'Link positions',
    ),
    presentLink: words('Link stands at', 20),
    stock: titled(
      z.array(z.object({ code: words('Capsule', 40), ...limits, count: zeroOrMore('In stock') })).max(20),
      'Capsules in stock',
    ),
  }),
  answer: z.object({
    verdict: titled(z.string(), 'Verdict'),
    place: titled(z.string(), 'Where'),
    reasons: titled(z.array(z.string()), 'Why'),
    turndown: result('Turndown'),
    zero: titled(z.string(), 'Zero'),
  }),
  example: {
    unit: 'kPa',
    presentLrv: 0,
    presentUrv: 14,
    wantedLrv: -3.2,
    wantedUrv: 21.5,
    body: { lrl: -44, url: 44, minSpan: 4.2, maxSpan: 44, allowsReverse: false },
    links: [
      { name: 'A', minSpan: 4.2, maxSpan: 11 },
      { name: 'B', minSpan: 11, maxSpan: 22.5 },
      { name: 'C', minSpan: 22.5, maxSpan: 44 },
    ],
    presentLink: 'B',
    stock: [{ code: 'capsule wide', lrl: -190, url: 190, minSpan: 42, maxSpan: 190, allowsReverse: false, count: 1 }],
  },
  work: (input) => {
    const label = pressureUnitLabel(input.unit)
    const wanted = { lrv: input.wantedLrv, urv: input.wantedUrv }
    const body = { ...input.body, links: input.links }
    const verdict = rangeVerdict({
      present: { lrv: input.presentLrv, urv: input.presentUrv },
      wanted,
      body,
      presentLink: input.presentLink === '' ? null : input.presentLink,
      stock: input.stock.map(({ code, count, ...of }) => ({ code, count, body: { ...of, links: [] } })),
      isFixed: false,
    })
    const said = verdictWords(verdict)
    const turndown = turndownOf(wanted, body)
    return {
      verdict: said.headline,
      place: said.place,
      reasons: 'because' in verdict ? verdict.because.map((issue) => fitIssueWords(issue, label)) : [said.detail],
      turndown: quantity(turndown, ': 1'),
      zero: zeroPosition({ ...wanted, unit: input.unit }),
      workings: [
        {
          finds: 'span wanted',
          formula: 'span = URV − LRV',
          from: [worked('URV', wanted.urv, label), worked('LRV', wanted.lrv, label)],
          result: worked('span', wanted.urv - wanted.lrv, label),
          source: 'definition',
        },
        {
          finds: 'turndown',
          formula: 'turndown = largest span / |span|',
          from: [worked('largest span', turndownFrom(body), label)],
          result: worked('turndown', turndown, ': 1'),
          source: COMMON_PRACTICE,
        },
      ],
    }
  },
})
