import { expect, test } from 'vitest'
import { Configuration } from '@/schema/configuration'
import { ConfigurationForm, NewInstrument } from '@/schema/configurationForm'
import { EMPTY_INSTRUMENT, valuesOf } from './formValues'

const configuration = Configuration.parse({
  description: 'Furnace draught',
  area: 'Boiler house',
  kind: 'pressure-transmitter',
  pressureKind: 'differential',
  unit: 'mmH2O@20C',
  lrl: -160,
  url: 160,
  minSpan: 12,
  lrv: -30.5,
  urv: 10,
  signal: '10-50mA',
  errorLimit: {
    combine: 'sum',
    terms: [
      { kind: 'percentSpan', value: 0.5 },
      { kind: 'absolute', value: 0.02, unit: 'Pa' },
    ],
  },
  adjustLimit: null,
  intervalMonths: 6,
  testPoints: [0, 12.5, 100],
  pointOrder: 'up',
})

test('what the edit form is filled with gives the same configuration back', () => {
  expect(ConfigurationForm.parse(valuesOf('PT-1', configuration).configuration)).toEqual({
    ...configuration,
    adjustedBy: 'screws',
  })
})

test('a limit by part of the range and by sign comes back as it was', () => {
  const ofSpan = (value: number) => ({ combine: 'larger' as const, terms: [{ kind: 'percentSpan' as const, value }] })
  const lopsided = Configuration.parse({
    ...configuration,
    adjustedBy: 'screws',
    errorLimit: {
      ...ofSpan(0.4),
      below: ofSpan(0.3),
      further: [{ ...ofSpan(0.8), fromPercent: 62.5, below: ofSpan(0.6) }],
    },
    adjustLimit: { ...ofSpan(0.3), below: ofSpan(0.2) },
  })
  expect(ConfigurationForm.parse(valuesOf('PT-1', lopsided).configuration)).toEqual(lopsided)
  const wide = { ...lopsided, adjustLimit: { ...ofSpan(0.3), below: ofSpan(0.35) } }
  const refused = ConfigurationForm.safeParse(valuesOf('PT-1', wide).configuration)
  expect(refused.error?.issues.map(({ path, message }) => [path[0], message])).toEqual([
    ['adjustLimit', expect.stringContaining('wider than the error limit')],
  ])
})

test('a body with link positions, and a host that takes the root, come back as they were', () => {
  const withBody = Configuration.parse({
    ...configuration,
    hostRoot: true,
    body: {
      family: 'trial body',
      capsule: 'T-1',
      maxSpan: 200,
      allowsReverse: false,
      links: [
        { name: 'low', minSpan: 12, maxSpan: 45 },
        { name: 'high', minSpan: 45, maxSpan: 200 },
      ],
      link: 'low',
    },
  })
  expect(ConfigurationForm.parse(valuesOf('PT-1', withBody).configuration)).toEqual({
    ...withBody,
    adjustedBy: 'screws-and-link',
  })
})

test('an empty form says at each box what is missing, and presets no figure of an instrument', () => {
  const result = NewInstrument.safeParse(EMPTY_INSTRUMENT)
  const fields = result.error?.issues.map((issue) => issue.path.join('.')) ?? []
  for (const field of [
    'tag',
    'configuration.description',
    'configuration.area',
    'configuration.lrl',
    'configuration.url',
    'configuration.minSpan',
    'configuration.lrv',
    'configuration.urv',
    'configuration.errorLimit.terms.0.value',
  ])
    expect(fields).toContain(field)
})
