import { bothStages, outputHypotheses, sensorHypotheses } from './adjustmentHypotheses'
import { bowHypotheses } from './bowHypotheses'
import { driftHypotheses } from './driftHypotheses'
import type { DiagnosisData, Hypothesis } from './hypothesis'
import { hysteresisHypotheses } from './hysteresisHypotheses'
import { processHypotheses, signalHypotheses } from './processHypotheses'
import { readingHypotheses } from './readingHypotheses'
import { settingHypotheses, unitHypotheses, waterHypotheses } from './settingHypotheses'
import { stickingHypotheses } from './stickingHypotheses'

/** Everything that could explain the readings, beginning with nothing being wrong. */
export function hypothesesFor(data: DiagnosisData): Hypothesis[] {
  const none: Hypothesis = {
    cause: 'none',
    parameters: [],
    weight: 1,
    says: () => 'every reading agrees with the register within its scatter and what a healthy instrument is off by',
  }
  return [
    none,
    ...sensorHypotheses(data),
    ...outputHypotheses(data),
    ...bothStages(data),
    ...bowHypotheses(data),
    ...hysteresisHypotheses(data),
    ...driftHypotheses(data),
    ...settingHypotheses(data),
    ...unitHypotheses(data),
    ...waterHypotheses(data),
    ...processHypotheses(data),
    ...signalHypotheses(data),
    ...readingHypotheses(data),
    ...stickingHypotheses(data),
  ]
}
