import { describe, expect, test } from 'vitest'
import { benchWorld } from '../../../../tests/support/benchPlant'
import { judgeReading } from './judgeSteps'

const world = { ...benchWorld('M-1'), statesUncertainty: true as const }
const figures = { applied: '50.000', output: '12.0000' }
const judged = (readings: number) =>
  judgeReading(
    {
      percent: 50,
      direction: 'rising',
      reading: {
        ...figures,
        taking: { way: 'automatic', readings, appliedSpread: '0.012', outputSpread: '0.0030' },
      },
    },
    world,
  )
const lineOf = (readings: number, name: string) => judged(readings).budget?.lines.find((line) => line.name === name)

describe('the mean of several readings: JCGM 100:2008, 4.2.3, s/√n with n − 1 degrees of freedom', () => {
  test('output: 0.0030 mA over 9 readings is 0.0010 mA of 16 mA, 0.00625 % of span', () => {
    const line = lineOf(9, 'spread of the output')
    expect(line?.value).toBeCloseTo(0.001, 9)
    expect(line?.degrees).toBe(8)
    expect(Math.abs(line?.contribution ?? 0)).toBeCloseTo(0.00625, 8)
  })
  test('pressure: 0.012 kPa over 9 readings is 0.004 kPa of 100 kPa, 0.004 % of span', () => {
    expect(Math.abs(lineOf(9, 'spread of the pressure')?.contribution ?? 0)).toBeCloseTo(0.004, 8)
  })
  test('of one reading no spread is known, and a typed one has none', () => {
    expect(lineOf(1, 'spread of the output')).toBeUndefined()
    const typed = judgeReading({ percent: 50, direction: 'rising', reading: figures }, world)
    expect(typed.budget?.lines.some(({ name }) => name.startsWith('spread'))).toBe(false)
  })
})
