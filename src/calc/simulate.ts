import { z } from 'zod'
import { FAULTS, type FaultedCheck } from '@/bench/simulate/faults'
import { perfectInstrument, SIMULATED_KINDS } from '@/bench/simulate/instrumentModel'
import { simulateCheck } from '@/bench/simulate/simulateCheck'
import { CAUSES, type Cause } from '@/core/diagnosis/cause'
import { outputAtPercent } from '@/core/signal/signal'
import { randomStream } from '@/core/statistics/randomStream'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { RangeInput, SignalChoice, TransferInput } from '../schema/choices'
import { aboveZero, flag, list, number, Quantity, quantity, seed, titled, zeroOrMore } from '../schema/field'
import { calculation } from './calculation'
import { scaleOf } from './shared'

const FAULT_NAMES = Object.keys(FAULTS) as [Cause, ...Cause[]] // keys of a const object

export const simulate = calculation({
  name: 'simulate',
  group: 'simulate',
  title: 'Simulate a check',
  summary:
    'Readings of an invented instrument with a chosen fault and noise, the same for the same seed: for practice and for trying a method.',
  input: z.object({
    kind: titled(z.enum(SIMULATED_KINDS), 'Kind of instrument'),
    range: RangeInput,
    signal: SignalChoice,
    transfer: TransferInput,
    fault: titled(z.enum(FAULT_NAMES), 'Fault'),
    faultPercent: zeroOrMore('Size of the fault, % of span'),
    noisePercent: zeroOrMore('Scatter of a reading, % of span'),
    displayStep: titled(aboveZero('').nullable(), 'Step of the display'),
    percents: list(number('Point, %'), 'Points, % of span', { least: 2, most: 21 }),
    isUpAndDown: flag('Up and down'),
    cycles: titled(z.int().gte(1).lte(10), 'Cycles'),
    pumpScatterPercent: zeroOrMore('The pump stops this near, % of span'),
    seed: seed(),
  }),
  answer: z.object({
    fault: titled(z.string(), 'Fault laid in'),
    readings: titled(
      z.array(
        z.object({
          cycle: titled(z.int(), 'Cycle'),
          target: titled(z.number(), 'Point, %'),
          direction: titled(z.enum(['rising', 'falling']), 'Direction'),
          applied: titled(Quantity, 'Applied'),
          output: titled(Quantity, 'Output'),
          pv: titled(Quantity.nullable(), 'PV'),
          ao: titled(Quantity.nullable(), 'AO'),
          terminalVolts: titled(Quantity.nullable(), 'Volts'),
          display: titled(Quantity, 'Display'),
        }),
      ),
      'Readings',
    ),
  }),
  example: {
    kind: 'digital',
    range: { lrv: 0, urv: 48, unit: 'kPa' },
    signal: '4-20mA',
    transfer: { kind: 'linear' },
    fault: 'output-stage',
    faultPercent: 0.6,
    noisePercent: 0.02,
    displayStep: 0.05,
    percents: [0, 25, 50, 75, 100],
    isUpAndDown: true,
    cycles: 1,
    pumpScatterPercent: 0.2,
    seed: 41,
  },
  work: ({ kind, range, signal, transfer, fault, faultPercent, noisePercent, displayStep, seed: start, ...plan }) => {
    const perfect = perfectInstrument(kind, range)
    const model = {
      ...perfect,
      noisePercent,
      displayStep,
      digital: perfect.digital && { ...perfect.digital, transfer },
    }
    const check = { model, plan: { ...plan, referenceEndPercent: null } }
    const faulted: FaultedCheck = FAULTS[fault]?.(check, faultPercent, randomStream(start)) ?? check
    const readings = simulateCheck(faulted.model, faulted.plan, start)
    const scale = scaleOf(signal, range)
    const unit = pressureUnitLabel(range.unit)
    const asInput = (percent: number | null) =>
      percent === null ? null : quantity(inputAtPercent(percent, range), unit)
    const asOutput = (percent: number) => quantity(outputAtPercent(percent, scale), scale.unit)
    return {
      fault: CAUSES[fault],
      readings: (faulted.tamper?.(readings) ?? readings).map((reading) => ({
        cycle: reading.cycle + 1,
        target: reading.targetPercent,
        direction: reading.direction,
        applied: quantity(inputAtPercent(reading.appliedPercent, range), unit),
        output: asOutput(reading.outputPercent),
        pv: asInput(reading.pvPercent),
        ao: reading.aoPercent === null ? null : asOutput(reading.aoPercent),
        terminalVolts: reading.terminalVolts === null ? null : quantity(reading.terminalVolts, 'V'),
        display: quantity(reading.display, unit),
      })),
      workings: [],
    }
  },
})
