import { analyse } from './analysis'
import { budget } from './budget'
import type { AnyCalculation } from './calculation'
import { decide, global, ratios, specific } from './conformity'
import { diagnoseReadings } from './diagnosis'
import { drumLevel, gaugeGlass, waterAndSteam, waterDensity } from './drum'
import { carryLimit, errorLimitAt, gaugeClass, judgeReading } from './error'
import { densityCompensation, flowByDifference, flowCutOff, flowZeroShift, orifice } from './flow'
import { intervalDrift, intervalReliability, intervalStaircase } from './interval'
import { levelFromPressure, levelRange, liquidDensity } from './level'
import { loopError, loopSupply, trimSchools } from './loop'
import { capillaryRise, deadWeight, headCorrection, localGravity, manometer } from './pressure'
import { monteCarloPropagation } from './propagation'
import { hostScale, outputTable, rangeChange, referenceReach, smallestSpan } from './range'
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
  rangeChange,
  smallestSpan,
  outputTable,
  hostScale,
  referenceReach,
  levelRange,
  levelFromPressure,
  liquidDensity,
  drumLevel,
  gaugeGlass,
  waterAndSteam,
  waterDensity,
  flowByDifference,
  flowZeroShift,
  flowCutOff,
  orifice,
  densityCompensation,
  headCorrection,
  localGravity,
  deadWeight,
  manometer,
  capillaryRise,
  loopSupply,
  loopError,
  trimSchools,
  intervalStaircase,
  intervalDrift,
  intervalReliability,
  simulate,
]

/** The calculation of a name, if there is one. */
export const calculationNamed = (name: string): AnyCalculation | undefined =>
  CALCULATIONS.find((calculation) => calculation.name === name)
