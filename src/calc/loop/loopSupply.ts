import { z } from 'zod'
import { loopAtCurrents, mostLoopOhms, wireOhms } from '@/core/loop/loopSupply'
import { worked } from '@/core/workings/workings'
import { aboveZero, celsius, Quantity, quantity, result, titled, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'

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
