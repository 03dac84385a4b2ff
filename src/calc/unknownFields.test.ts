import { describe, expect, test } from 'vitest'
import { CALCULATIONS, calculationNamed } from './registry'
import { unknownFields } from './unknownFields'

const shape = (name: string) => {
  const found = calculationNamed(name)
  if (!found) throw new Error(`no ${name}`)
  return { calculation: found, example: found.example as Record<string, unknown> } // every example is an object
}

describe('what a calculation does not know is refused by its name', () => {
  test.each(CALCULATIONS.map((each) => [each.name, each] as const))(
    '%s: its own example is known',
    (_, calculation) => {
      expect(unknownFields(calculation, calculation.example)).toEqual([])
    },
  )
  test('at the top and inside, with what it knows and was not given', () => {
    const { calculation, example } = shape('decide')
    const { guardBand, ...rest } = example
    expect(unknownFields(calculation, { ...example, gaurdBand: guardBand })).toMatchObject([
      { field: 'gaurdBand', reason: 'is no field of this calculation' },
    ])
    expect(unknownFields(calculation, rest)).toEqual([]) // refused for what is missing, not here
    const diagnosis = shape('diagnose')
    const readings = diagnosis.example.readings as Record<string, unknown>[] // as its example has them
    const [first, ...others] = readings
    expect(
      unknownFields(diagnosis.calculation, { ...diagnosis.example, readings: [{ ...first, time: 3 }, ...others] }),
    ).toMatchObject([{ field: 'readings.0.time' }])
  })
})
