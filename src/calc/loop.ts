import { z } from 'zod'
import { loopErrorBudget } from '@/core/loop/loopError'
import { loopAtCurrents, mostLoopOhms, wireOhms } from '@/core/loop/loopSupply'
import { trimSchools as schoolsOf } from '@/core/loop/trimSchools'
import { worked } from '@/core/workings/workings'
import {
  aboveZero,
  celsius,
  list,
  number,
  optionalNumber,
  optionalResult,
  Quantity,
  quantity,
  result,
  titled,
  words,
  zeroOrMore,
} from '../schema/field'
import { calculation } from './calculation'

export const loopSupply = calculation({
  name: 'loop-supply',
  group: 'loop',
  title: 'Volts at the terminals',
  summary: 'What supply, wire and burden leave at the instrument at 20 mA and at the alarm current.',
  input: z.object({
    supplyVolts: aboveZero('Supply, V'),
    wireLength: zeroOrMore('Wire, one way, m'),
    wireArea: aboveZero('Cross-section, mm²'),
    wireCelsius: celsius('Wire temperature, °C'),
    burdenOhms: zeroOrMore('Resistors, barrier and meters in series, Ω'),
    leastTerminalVolts: zeroOrMore('Instrument needs, V'),
  }),
  answer: z.object({
    wire: result('Wire, there and back'),
    currents: titled(
      z.array(
        z.object({
          current: titled(Quantity, 'At'),
          terminals: titled(Quantity, 'At the terminals'),
          spare: titled(Quantity, 'To spare'),
          isEnough: titled(z.boolean(), 'Enough'),
        }),
      ),
      'Terminal voltage',
    ),
    mostOhms: result('Most in series, at the alarm current'),
  }),
  example: {
    supplyVolts: 23.6,
    wireLength: 340,
    wireArea: 0.75,
    wireCelsius: 28,
    burdenOhms: 372,
    leastTerminalVolts: 11.4,
  },
  work: ({ supplyVolts, wireLength, wireArea, wireCelsius, burdenOhms, leastTerminalVolts }) => {
    const wire = wireOhms({ lengthM: wireLength, areaMm2: wireArea, celsius: wireCelsius })
    const supply = { supplyVolts, wireOhms: wire, burdenOhms, leastTerminalVolts }
    const at = loopAtCurrents(supply)
    const alarm = at.at(-1)
    return {
      wire: quantity(wire, 'Ω'),
      currents: at.map(({ milliamp, terminalVolts, spareVolts }) => ({
        current: quantity(milliamp, 'mA'),
        terminals: quantity(terminalVolts, 'V'),
        spare: quantity(spareVolts, 'V'),
        isEnough: spareVolts >= 0,
      })),
      mostOhms: quantity(mostLoopOhms(supply, alarm?.milliamp ?? 20), 'Ω'),
      workings: [
        {
          finds: 'wire',
          formula: 'R = 2 · L / (58 · A) · (1 + 0.00393 · (t − 20))',
          from: [worked('L', wireLength, 'm'), worked('A', wireArea, 'mm²'), worked('t', wireCelsius, '°C')],
          result: worked('R', wire, 'Ω'),
          source: 'IEC 60028, annealed copper (from memory)',
        },
        ...at.map(({ milliamp, terminalVolts }) => ({
          finds: `terminals at ${milliamp} mA`,
          formula: 'U = Usupply − I · (Rwire + Rburden)',
          from: [
            worked('Usupply', supplyVolts, 'V'),
            worked('I', milliamp, 'mA'),
            worked('Rwire', wire, 'Ω'),
            worked('Rburden', burdenOhms, 'Ω'),
          ],
          result: worked('U', terminalVolts, 'V'),
          source: 'Ohm’s and Kirchhoff’s laws',
        })),
      ],
    }
  },
})

export const loopError = calculation({
  name: 'loop-error',
  group: 'loop',
  title: 'Where the error of a loop sits',
  summary: 'Error of the whole loop from its items, added up and by root-sum-square, beside what their limits allow.',
  input: z.object({
    items: list(
      z.object({
        name: words('Item', 60),
        errorPercent: optionalNumber('Error, % of span', 'empty where nobody has measured it'),
        limitPercent: aboveZero('Limit, ± % of span'),
      }),
      'Items',
      { most: 20 },
    ),
  }),
  answer: z.object({
    sum: optionalResult('Errors added up'),
    rootSumSquare: optionalResult('Root-sum-square'),
    limitSum: result('Limits added up'),
    limitRootSumSquare: result('Limits by root-sum-square'),
    largest: titled(z.string().nullable(), 'Most of it sits in'),
    outside: titled(z.array(z.string()), 'Outside their own limit'),
  }),
  example: {
    items: [
      { name: 'transmitter', errorPercent: 0.12, limitPercent: 0.5 },
      { name: 'isolator', errorPercent: -0.31, limitPercent: 0.2 },
      { name: 'input card', errorPercent: 0.05, limitPercent: 0.1 },
    ],
  },
  work: ({ items }) => {
    const budget = loopErrorBudget(items)
    const percent = (value: number | null) => (value === null ? null : quantity(value, '% of span'))
    return {
      sum: percent(budget.sumPercent),
      rootSumSquare: percent(budget.rootSumSquarePercent),
      limitSum: quantity(budget.limitSumPercent, '% of span'),
      limitRootSumSquare: quantity(budget.limitRootSumSquarePercent, '% of span'),
      largest: budget.largest && `${budget.largest.name} (${budget.largest.sharePercent.toFixed(0)} % of the squares)`,
      outside: [...budget.outside],
      workings: [
        {
          finds: 'limits by root-sum-square',
          formula: 'L = √(Σ Lᵢ²)',
          from: items.map(({ name, limitPercent }) => worked(name, limitPercent, '%')),
          result: worked('L', budget.limitRootSumSquarePercent, '%'),
          source: 'JCGM 100:2008, 5.1.2, for items that have nothing to do with each other',
        },
      ],
    }
  },
})

const School = z.object({
  school: titled(z.string(), 'School'),
  transmitter: titled(Quantity, 'Transmitter off by'),
  transmitterInside: titled(z.boolean(), 'Transmitter inside its limit'),
  host: titled(Quantity, 'Host off by'),
  loopInside: titled(z.boolean(), 'Loop inside its allowance'),
})

export const trimSchools = calculation({
  name: 'trim-schools',
  group: 'loop',
  title: 'Host off though the transmitter is right',
  summary: 'What trimming the transmitter to the host does, beside leaving it true and mending the loop.',
  input: z.object({
    transmitterError: number('Transmitter off by, % of span'),
    hostError: number('Host off by, % of span'),
    transmitterLimit: aboveZero('Limit of the transmitter, ± %'),
    loopAllowance: aboveZero('Allowance of the loop, ± %'),
  }),
  answer: z.object({ schools: titled(z.array(School), 'Two schools') }),
  example: { transmitterError: 0.08, hostError: 0.94, transmitterLimit: 0.4, loopAllowance: 1.5 },
  work: ({ transmitterError, hostError, transmitterLimit, loopAllowance }) => {
    const { leaveTrue, trimToHost } = schoolsOf({
      transmitterErrorPercent: transmitterError,
      hostErrorPercent: hostError,
      transmitterLimitPercent: transmitterLimit,
      loopAllowancePercent: loopAllowance,
    })
    const row = (school: string, left: typeof leaveTrue) => ({
      school,
      transmitter: quantity(left.transmitterErrorPercent, '% of span'),
      transmitterInside: left.isTransmitterInside,
      host: quantity(left.hostErrorPercent, '% of span'),
      loopInside: left.isLoopInside,
    })
    return {
      schools: [row('leave it true, mend the loop', leaveTrue), row('trim until the host is right', trimToHost)],
      workings: [
        {
          finds: 'transmitter after trimming to the host',
          formula: 'e′ = e − h',
          from: [worked('e', transmitterError, '%'), worked('h', hostError, '%')],
          result: worked('e′', trimToHost.transmitterErrorPercent, '%'),
          source: 'the host reads right when the transmitter makes up for it',
        },
      ],
    }
  },
})
