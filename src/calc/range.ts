import { z } from 'zod'
import { carriedScale } from '@/core/range/carriedScale'
import { fitIssueWords } from '@/core/range/fitIssues'
import { outputTable as tableOf } from '@/core/range/outputTable'
import { rangeVerdict, turndownFrom, turndownOf } from '@/core/range/rangeVerdict'
import { referenceReach as reachOf } from '@/core/range/referenceReach'
import { minSpanOfTurndown } from '@/core/range/sensorBody'
import { Refusal } from '@/core/refusal'
import { zeroPosition } from '@/core/transfer/calibratedRange'
import { percentOfInput } from '@/core/transfer/linearTransfer'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { DisplayInput, PressureUnitChoice, RangeInput, SignalChoice, TransferInput } from '../schema/choices'
import {
  aboveZero,
  flag,
  list,
  number,
  optionalNumber,
  quantity,
  result,
  titled,
  words,
  zeroOrMore,
} from '../schema/field'
import { verdictWords } from '../words/verdictWords'
import { calculation } from './calculation'
import { OutputRows, outputRows, scaleOf } from './shared'

const CP = 'common practice, no source'

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
          source: CP,
        },
      ],
    }
  },
})

export const smallestSpan = calculation({
  name: 'smallest-span',
  group: 'range',
  title: 'Smallest span from a turndown',
  summary: 'What a body can be turned down to, where its sheet states a turndown instead of a span.',
  input: z.object({
    maxSpan: aboveZero('Largest span'),
    turndown: aboveZero('Turndown, : 1'),
    unit: PressureUnitChoice,
  }),
  answer: z.object({ minSpan: result('Smallest span') }),
  example: { maxSpan: 187, turndown: 8, unit: 'kPa' },
  work: ({ maxSpan, turndown, unit }) => {
    const minSpan = minSpanOfTurndown(maxSpan, turndown)
    return {
      minSpan: quantity(minSpan, pressureUnitLabel(unit)),
      workings: [
        {
          finds: 'smallest span',
          formula: 'smallest = largest / turndown',
          from: [worked('largest', maxSpan, pressureUnitLabel(unit)), worked('turndown', turndown, ': 1')],
          result: worked('smallest', minSpan, pressureUnitLabel(unit)),
          source: 'definition of turndown',
        },
      ],
    }
  },
})

export const outputTable = calculation({
  name: 'output-table',
  group: 'range',
  title: 'Output table of a range',
  summary: 'Input, output and what the host shows, in steps of the input span.',
  input: z.object({
    range: RangeInput,
    signal: SignalChoice,
    transfer: TransferInput,
    display: DisplayInput,
    percents: list(number('Percent'), 'At, % of input span', { most: 60 }),
  }),
  answer: z.object({ rows: OutputRows }),
  example: {
    range: { lrv: -3.2, urv: 21.5, unit: 'kPa' },
    signal: '4-20mA',
    transfer: { kind: 'linear' },
    display: { lower: 0, upper: 2.4, unit: 'm' },
    percents: [0, 25, 50, 75, 100],
  },
  work: ({ range, signal, transfer, display, percents }) => {
    const rows = tableOf({ range, scale: scaleOf(signal, range), transfer, display }, percents)
    const [first] = rows
    const label = pressureUnitLabel(range.unit)
    return {
      rows: outputRows(rows, { range, signal, display }),
      workings: first
        ? [
            {
              finds: 'input of the first row',
              formula: 'x = LRV + P/100 · (URV − LRV)',
              from: [worked('P', first.percent, '%'), worked('LRV', range.lrv, label), worked('URV', range.urv, label)],
              result: worked('x', first.input, label),
              source: 'definition of LRV and URV',
            },
          ]
        : [],
    }
  },
})

export const hostScale = calculation({
  name: 'host-scale',
  group: 'range',
  title: 'Host scale of a moved range',
  summary: 'What a host must show at both ends of the new range to go on showing the same; a flow grows as the root.',
  input: z.object({
    range: RangeInput,
    wantedLrv: number('LRV wanted'),
    wantedUrv: number('URV wanted'),
    display: DisplayInput,
    takesRoot: flag('A square root is taken on the way'),
  }),
  answer: z.object({ lower: result('Shown at LRV'), upper: result('Shown at URV') }),
  example: {
    range: { lrv: 0, urv: 17.6, unit: 'kPa' },
    wantedLrv: 0,
    wantedUrv: 24.3,
    display: { lower: 0, upper: 41, unit: 't/h' },
    takesRoot: true,
  },
  work: ({ range, wantedLrv, wantedUrv, display, takesRoot }) => {
    const wanted = { lrv: wantedLrv, urv: wantedUrv }
    const carried = carriedScale(display, { present: range, wanted, takesRoot })
    if (!carried)
      throw new Refusal(
        wantedLrv === range.lrv ? 'wantedUrv' : 'wantedLrv',
        'a flow is zero at the present LRV, and would not be at the end of the new range',
        'leave LRV as it is and URV on its side, or take the root out',
      )
    const label = pressureUnitLabel(range.unit)
    const stepsAt = (end: 'LRV' | 'URV', input: number, shown: number) => {
      const percent = worked('x', percentOfInput(input, range), '%')
      return [
        {
          finds: `the new ${end} in the present range`,
          formula: `x = (${end}′ − LRV) / (URV − LRV)`,
          from: [worked(`${end}′`, input, label), worked('LRV', range.lrv, label), worked('URV', range.urv, label)],
          result: percent,
          source: 'definition of LRV and URV',
        },
        {
          finds: 'what the host shows there by its present scale',
          formula: takesRoot ? 's = s₀ + √x · (s₁₀₀ − s₀)' : 's = s₀ + x · (s₁₀₀ − s₀)',
          from: [percent, worked('s₀', display.lower, display.unit), worked('s₁₀₀', display.upper, display.unit)],
          result: worked('s', shown, display.unit),
          source: takesRoot ? 'square-root law, ISO 5167-1' : 'definition of a linear scale',
        },
      ]
    }
    return {
      lower: quantity(carried.lower, display.unit),
      upper: quantity(carried.upper, display.unit),
      workings: [...stepsAt('LRV', wantedLrv, carried.lower), ...stepsAt('URV', wantedUrv, carried.upper)],
    }
  },
})

export const referenceReach = calculation({
  name: 'reference-reach',
  group: 'range',
  title: 'Whether a reference reaches',
  summary: 'What is missing at both ends, and how far one may overshoot before the reference is over its range.',
  input: z.object({ range: RangeInput, referenceLow: number('Reference from'), referenceHigh: number('… to') }),
  answer: z.object({
    reaches: titled(z.boolean(), 'Reaches both ends'),
    missingBelow: result('Missing below'),
    missingAbove: result('Missing above'),
    headroom: result('Left for an overshoot'),
  }),
  example: { range: { lrv: -3.2, urv: 21.5, unit: 'kPa' }, referenceLow: -2, referenceHigh: 35 },
  named: { reference: 'referenceHigh' },
  work: ({ range, referenceLow, referenceHigh }) => {
    const reach = reachOf(range, { low: referenceLow, high: referenceHigh })
    const label = pressureUnitLabel(range.unit)
    return {
      reaches: reach.reaches,
      missingBelow: quantity(reach.missingBelow, label),
      missingAbove: quantity(reach.missingAbove, label),
      headroom: quantity(reach.headroom, label),
      workings: [
        {
          finds: 'left for an overshoot',
          formula: 'headroom = upper end of the reference − highest input',
          from: [worked('end', referenceHigh, label), worked('highest', Math.max(range.lrv, range.urv), label)],
          result: worked('headroom', reach.headroom, label),
          source: CP,
        },
      ],
    }
  },
})
