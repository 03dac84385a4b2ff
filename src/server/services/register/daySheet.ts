import type { PointVerdict } from '@/core/error/verdict'
import { formatFixed, formatSigned } from '@/core/format/formatNumber'
import { calendarDate, daysBetween, formatDate } from '@/core/format/formatTime'
import { rangeText } from '@/core/range/rangeText'
import { ERROR_BASIS_WORDS } from '@/core/run/judge/errorBasis'
import type { ReferenceOffer, ReferenceOffers } from '@/plans/offers'
import { outputOfferFor, referenceOffers } from '@/plans/referenceOffers'
import type { DaySheet, DueJob, ReadinessNote } from '@/schema/daySheet'
import { pool } from '../../database'
import { type SealedResult, selectResults } from '../../sql/records/seal'
import { selectFollowUps } from '../../sql/references/followUp'
import { type OpenProgress, selectDueDates, selectOpenProgress } from '../../sql/register/dueInstrument'
import { type ConfiguredInstrument, selectInstruments } from '../../sql/register/instrument'
import { selectOpenRuns } from '../../sql/run/run'
import { siteName, siteTimeZone } from '../people/site'
import { loadOwnedReferences } from '../references/ownedReferences'
import { beamOf } from './beam'

type Last = SealedResult | undefined

/** Everything that is due, soonest first, with what is needed to start. */
export async function daySheet(now: Date): Promise<DaySheet> {
  const db = pool()
  const timeZone = await siteTimeZone()
  const today = calendarDate(now, timeZone)
  const [instruments, due, results, standards, runs, progress, followUps] = await Promise.all([
    selectInstruments(db),
    selectDueDates(db, timeZone),
    selectResults(db),
    loadOwnedReferences(db, today),
    selectOpenRuns(db),
    selectOpenProgress(db),
    selectFollowUps(db),
  ])
  const site = await siteName()
  const lastOf = firstByInstrument(results)
  const followUpOf = firstByInstrument(followUps)
  const runOf = firstByInstrument(runs)
  const inService = instruments.filter(({ isRetired }) => !isRetired)
  const jobs = inService.map((instrument): DueJob => {
    const last = lastOf.get(instrument.id)
    const offers = referenceOffers(instrument.configuration, standards, today)
    const followUp = followUpOf.get(instrument.id)
    const notes = [
      ...(followUp ? [{ mark: 'look' as const, words: `Recalibration requested: ${followUp.reason}` }] : []),
      referenceNote(offers.inputs[0]),
      ...(offers.outputs ? [outputNote(outputOfferFor(offers, inputIdsOf(offers)) ?? offers.outputs[0])] : []),
      lastNote(last),
    ]
    const open = runOf.get(instrument.id)
    const dueOn = due.get(instrument.id) ?? today
    return {
      ...described(instrument),
      beam: beamOf(instrument.configuration, offers.inputs[0]?.standard),
      dueOn,
      dueInDays: daysBetween(today, dueOn),
      shareOfLimit: last?.shareOfLimit ?? null,
      lastVerdict: last?.asFound ?? null,
      notes,
      mark: worst(notes),
      openRun: open ? { id: open.id, words: openWords(open.startedBy, progress.get(open.id)) } : null,
    }
  })
  return { today, site, jobs: jobs.toSorted((a, b) => a.dueInDays - b.dueInDays || a.tag.localeCompare(b.tag)) }
}

/** The first of each instrument, found without going through all of them for each. */
const firstByInstrument = <T extends { readonly instrumentId: string }>(rows: readonly T[]): Map<string, T> =>
  new Map(rows.toReversed().map((row) => [row.instrumentId, row]))

/** What a run would begin with. */
const inputIdsOf = ({ inputs, isSubRanged, suggestedInputIds }: ReferenceOffers) =>
  isSubRanged ? suggestedInputIds : inputs.slice(0, 1).map(({ standard }) => standard.id)

const described = ({ id, tag, configuration }: ConfiguredInstrument) => ({
  id,
  tag,
  description: configuration.description,
  area: configuration.area,
  rangeText: rangeText(configuration),
})

function referenceNote(offer: ReferenceOffer | undefined): ReadinessNote {
  if (!offer) return { mark: 'outside', words: 'No reference of the right kind' }
  const { standard, mark, ratioText, remarks } = offer
  if (remarks.length > 0)
    return {
      mark,
      words: `${standard.code}: ${remarks.join('; ')}${offer.ratio === null ? '' : ` (ratio ${ratioText})`}`,
    }
  return {
    mark,
    words: `${standard.code} reaches it, in date to ${formatDate(standard.dueOn)}, ratio ${ratioText} at the tightest point`,
  }
}

function outputNote(offer: ReferenceOffer | undefined): ReadinessNote {
  if (!offer) return { mark: 'outside', words: 'Nothing to read its output with' }
  const { standard, mark, remarks, ratioText } = offer
  return {
    mark,
    words:
      remarks.length > 0
        ? `${standard.code} for the output: ${remarks.join('; ')}`
        : `${standard.code} reads the output, ratio ${ratioText}`,
  }
}

function lastNote(last: Last): ReadinessNote {
  if (!last) return { mark: 'look', words: 'Never calibrated here' }
  const mark = (verdict: PointVerdict) => (verdict === 'inside' ? ('inside' as const) : ('look' as const))
  const share = formatFixed(last.shareOfLimit * 100, 0)
  return {
    mark: mark(last.asFound),
    words: `Last found ${formatSigned(last.asFoundErrorPercent, 2)} ${ERROR_BASIS_WORDS[last.errorBasis]}, ${share} % of its limit`,
  }
}

function openWords(startedBy: string, progress: OpenProgress | undefined): string {
  if (!progress) return `Started by ${startedBy}`
  const { read, planned, isAsFound, isPaused } = progress
  return `Started by ${startedBy}: ${read} of ${planned} points ${isAsFound ? 'as found' : 'as left'}${isPaused ? ', paused' : ''}`
}

function worst(notes: readonly ReadinessNote[]): ReadinessNote['mark'] {
  if (notes.some((note) => note.mark === 'outside')) return 'outside'
  return notes.some((note) => note.mark === 'look') ? 'look' : 'inside'
}
