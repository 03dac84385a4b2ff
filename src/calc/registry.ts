import { analyse } from './analysis'
import { budget } from './budget'
import type { AnyCalculation } from './calculation'
import { decide } from './conformity/decide'
import { decideByRule } from './conformity/decideByRule'
import { global } from './conformity/global'
import { impactOfReference } from './conformity/impactOfReference'
import { ratios } from './conformity/ratios'
import { specific } from './conformity/specific'
import { diagnoseReadings } from './diagnosis'
import { drumLevel } from './drum/drumLevel'
import { gaugeGlass } from './drum/gaugeGlass'
import { waterAndSteam } from './drum/waterAndSteam'
import { waterDensity } from './drum/waterDensity'
import { carryLimit } from './error/carryLimit'
import { errorLimitAt } from './error/errorLimitAt'
import { gaugeClass } from './error/gaugeClass'
import { judgeReading } from './error/judgeReading'
import { densityCompensation } from './flow/densityCompensation'
import { flowByDifference } from './flow/flowByDifference'
import { flowCutOff } from './flow/flowCutOff'
import { flowZeroShift } from './flow/flowZeroShift'
import { orifice } from './flow/orifice'
import { intervalDrift } from './interval/intervalDrift'
import { intervalReliability } from './interval/intervalReliability'
import { intervalStaircase } from './interval/intervalStaircase'
import { levelFromPressure } from './level/levelFromPressure'
import { levelRange } from './level/levelRange'
import { liquidDensity } from './level/liquidDensity'
import { loopError } from './loop/loopError'
import { loopSupply } from './loop/loopSupply'
import { trimSchools } from './loop/trimSchools'
import { capillaryRise } from './pressure/capillaryRise'
import { deadWeight } from './pressure/deadWeight'
import { headCorrection } from './pressure/headCorrection'
import { localGravity } from './pressure/localGravity'
import { manometer } from './pressure/manometer'
import { monteCarloPropagation } from './propagation'
import { hostScale } from './range/hostScale'
import { outputTable } from './range/outputTable'
import { rangeChange } from './range/rangeChange'
import { referenceReach } from './range/referenceReach'
import { smallestSpan } from './range/smallestSpan'
import { senseResistor } from './signal/senseResistor'
import { settling } from './signal/settling'
import { signalValue } from './signal/signalValue'
import { simulate } from './simulate'
import { inverseTransfer } from './transfer/inverseTransfer'
import { rootsTaken } from './transfer/rootsTaken'
import { transfer } from './transfer/transfer'
import { digitalGauge } from './trims/digitalGauge'
import { trim } from './trims/trim'
import { zeroTrim } from './trims/zeroTrim'
import { twoScrews } from './twoScrews'
import { certificateCorrection } from './uncertainty/certificateCorrection'
import { comparisonBudget } from './uncertainty/comparisonBudget'
import { stateUncertainty } from './uncertainty/stateUncertainty'
import { typeA } from './uncertainty/typeA'
import { convert } from './units/convert'
import { readTyped } from './units/readTyped'
import { restate } from './units/restate'
import { showAtResolution } from './units/showAtResolution'
import { vacuumAdjust } from './vacuum/vacuumAdjust'
import { vacuumPlan } from './vacuum/vacuumPlan'
import { vacuumReading } from './vacuum/vacuumReading'

/** Every calculation Barys offers, in the order of the work: page, routes and OpenAPI document are made from this. */
export const CALCULATIONS: readonly AnyCalculation[] = [
  convert,
  restate,
  readTyped,
  showAtResolution,
  signalValue,
  senseResistor,
  settling,
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
  decideByRule,
  specific,
  global,
  impactOfReference,
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
  certificateCorrection,
  comparisonBudget,
  stateUncertainty,
  typeA,
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
