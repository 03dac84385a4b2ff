import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { TRIAL_SETTINGS, trialReadings } from '../../../tests/support/diagnosisTrials'
import type { Cause } from './cause'
import { diagnose } from './diagnose'
import type { DiagnosisReading } from './diagnosisReading'

const linear = TRIAL_SETTINGS.filter(({ transfer }) => transfer.kind === 'linear')
const trial = fc
  .constantFrom(...linear)
  .chain((setting) =>
    fc.tuple(fc.constant(setting), fc.constantFrom(...setting.causes), fc.integer({ min: 1, max: 5000 })),
  )

/** Readings of the same instrument with everything about its mid-scale turned round, as a range from URV to LRV gives. */
const reversed = (readings: readonly DiagnosisReading[]): DiagnosisReading[] => {
  const turn = (percent: number | null) => (percent === null ? null : 100 - percent)
  return readings.map((reading) => ({
    ...reading,
    targetPercent: 100 - reading.targetPercent,
    direction: reading.direction === 'rising' ? 'falling' : 'rising',
    appliedPercent: 100 - reading.appliedPercent,
    pvPercent: turn(reading.pvPercent),
    aoPercent: turn(reading.aoPercent),
    outputPercent: turn(reading.outputPercent),
  }))
}

describe('what the answer must not depend on', () => {
  test('the order in which readings are given', () => {
    fc.assert(
      fc.property(trial, fc.nat(1000), ([setting, cause, seed], shift) => {
        fc.pre(cause !== 'hysteresis' && cause !== 'mistyped-reading') // there the first reading and the ties may differ
        const { readings, context } = trialReadings(setting, cause, seed)
        const turned = readings.map((_, index) => readings[(index + shift) % readings.length] as DiagnosisReading)
        expect(diagnose(turned, context).ranked[0]?.cause).toBe(diagnose(readings, context).ranked[0]?.cause)
      }),
      { seed: 21, numRuns: 60 },
    )
  })
  test('the scale: the same departures in scatters give the same criterion', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (scale, shift) => {
          const check = (size: number) =>
            diagnose(
              [0, 25, 50, 75, 100].map((x) => ({
                targetPercent: x,
                direction: 'rising' as const,
                appliedPercent: x,
                outputPercent: x + shift * size,
                pvPercent: null,
                aoPercent: null,
                terminalVolts: null,
              })),
              {
                transfer: { kind: 'linear' },
                unit: 'kPa',
                zeroPressurePercent: 0,
                noisePercent: 0.05 * size,
                limitPercent: 0.5 * size,
                isCurrentLoop: false,
                hasFailureLevels: false,
                wetLegPercent: null,
                minimumTerminalVolts: null,
              },
            ).ranked.find(({ cause }) => cause === 'none')?.leftOver
          expect(check(scale)).toBeCloseTo(check(1) ?? Number.NaN, 6)
        },
      ),
      { seed: 22, numRuns: 60 },
    )
  })
  test('the sense of the range: stuck, equalised and healthy instruments stay what they are when it is reversed', () => {
    const causes: Cause[] = ['none', 'plugged-line', 'zero-shift', 'non-linearity']
    const pneumatic = TRIAL_SETTINGS[0]
    if (!pneumatic) throw new Error('no settings')
    for (const cause of causes)
      for (let seed = 1; seed <= 20; seed++) {
        const { readings, context } = trialReadings(pneumatic, cause, seed * 3 + 1) // not an elevated zero
        const answer = diagnose(reversed(readings), { ...context, zeroPressurePercent: 100 })
        // Without PV a line that is plugged is an output that is held.
        expect(answer.group, `${cause}, seed ${seed}`).toContain(cause)
      }
  })
  test('a reading that was not taken: leaving the volts out changes nothing where the current never stops', () => {
    const digital = TRIAL_SETTINGS[2]
    if (!digital) throw new Error('no settings')
    for (const cause of ['sensor-stage', 'output-stage', 'none'] as const) {
      const { readings, context } = trialReadings(digital, cause, 77)
      const without = readings.map((reading) => ({ ...reading, terminalVolts: null }))
      expect(diagnose(without, context).ranked[0]?.cause).toBe(diagnose(readings, context).ranked[0]?.cause)
    }
  })
})

describe('more noise than stated', () => {
  test('is not taken for a fault by its size alone: nothing is found with certainty in twice the scatter', () => {
    const setting = TRIAL_SETTINGS[0]
    if (!setting) throw new Error('no settings')
    const wrong = Array.from({ length: 60 }, (_, trialNumber) => {
      const { readings, context } = trialReadings(setting, 'none', trialNumber + 1)
      return diagnose(readings, { ...context, noisePercent: context.noisePercent / 2 })
    }).filter(({ answer, ranked }) => answer === 'found' && ranked[0]?.cause !== 'none')
    expect(wrong.length).toBeLessThanOrEqual(6)
  })
})
