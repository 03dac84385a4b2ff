import { inputFitness, outputFitness } from '@/core/conformity/referenceFitness'
import { calendarDate } from '@/core/format/formatTime'
import { testPointPercents } from '@/core/run/plan/pointScale'
import { fitnessJob } from '@/core/run/plan/runFitness'
import { isTransmitted, SIGNALS } from '@/core/signal/signal'
import { workingReferencesOf } from '@/plans/workingReferencesOf'
import type { WorkingReference } from '@/schema/world'
import { pool } from '../../database'
import { type ConfiguredInstrument, selectInstruments } from '../../sql/register/instrument'
import { siteTimeZone } from '../people/site'
import { referenceByCode } from './references'

/** Beside more of them a picture is not looked at. */
const MOST_BESIDE = 60

/**
 * Everything the page of a reference shows.
 *
 * @throws {NotFound} for an unknown code
 */
export async function referencePage(code: string, now: Date) {
  const reference = await referenceByCode(code)
  const today = calendarDate(now, await siteTimeZone())
  const instruments = await selectInstruments(pool())
  return {
    reference,
    today,
    standards: workingReferencesOf(reference, today).map((standard) => ({
      standard,
      instruments: servedBy(standard, instruments, today),
    })),
  }
}

/** The instruments a reference could serve, as the source of their pressure or as what reads their output. */
const servedBy = (standard: WorkingReference, instruments: readonly ConfiguredInstrument[], today: string) =>
  instruments
    .filter(({ configuration, isRetired }) => {
      if (isRetired) return false
      const job = fitnessJob(configuration, today, testPointPercents(configuration))
      if (inputFitness(standard, job).reached > 0) return true
      const { signal } = configuration
      return isTransmitted(signal) && outputFitness(standard, SIGNALS[signal], job).reached > 0
    })
    .slice(0, MOST_BESIDE)
    .map(({ tag, configuration }) => ({ tag, configuration }))
