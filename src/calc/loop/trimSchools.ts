import { z } from 'zod'
import { trimSchools as schoolsOf } from '@/core/loop/trimSchools'
import { worked } from '@/core/workings/workings'
import { aboveZero, number, Quantity, quantity, titled } from '@/schema/field'
import { calculation } from '../calculation'

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
