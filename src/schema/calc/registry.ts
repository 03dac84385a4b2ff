import { analyse } from './analysis'
import { budget } from './budget'
import type { AnyCalculation } from './calculation'
import { decide, global, ratios, specific } from './conformity'
import { diagnoseReadings } from './diagnosis'
import { carryLimit, errorLimitAt, gaugeClass, judgeReading } from './error'
import { monteCarloPropagation } from './propagation'
import { senseResistor, signalValue } from './signal'
import { simulate } from './simulate'
import { inverseTransfer, rootsTaken, transfer } from './transfer'
import { digitalGauge, trim, zeroTrim } from './trims'
import { twoScrews } from './twoScrews'
import { convert, readTyped, restate, showAtResolution } from './units'
import { vacuumAdjust, vacuumPlan, vacuumReading } from './vacuum'

/** Every calculation Barys offers, in the order of the work: page, routes and OpenAPI document are made from this. */
export const CALCULATIONS: readonly AnyCalculation[] = [
  convert,
  restate,
  readTyped,
  showAtResolution,
  signalValue,
  senseResistor,
  transfer,
  inverseTransfer,
  rootsTaken,
  judgeReading,
  errorLimitAt,
  gaugeClass,
  carryLimit,
  analyse,
  diagnoseReadings,
  ratios,
  decide,
  specific,
  global,
  budget,
  monteCarloPropagation,
  twoScrews,
  zeroTrim,
  trim,
  digitalGauge,
  vacuumPlan,
  vacuumReading,
  vacuumAdjust,
  simulate,
]

/** The calculation of a name, if there is one. */
export const calculationNamed = (name: string): AnyCalculation | undefined =>
  CALCULATIONS.find((calculation) => calculation.name === name)
