import { formatReading } from '@/core/format/formatNumber'
import { formatDateTime } from '@/core/format/formatTime'
import { isCorrected } from '@/core/reference/correctedValue'
import { isCorrectionChoice } from '@/core/run/plan/worldAt'
import { referencesOf } from '@/plans/referencesOf'
import { figuresOf, READING_QUANTITY_LIST } from '@/schema/readings/readingQuantities'
import type { SealedRecord } from '@/schema/record'
import { takingWords } from '@/words/takingWords'
import type { CertificateSource, Doc } from './certificateSource'
import { pointWords } from './certificateWords'
import { heading, paragraph } from './page'

/** How readings were come by, where a figure was computed from another, and points that were held too shortly. */
export function taking(doc: Doc, { world }: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const holding = round.steps.flatMap((step) => step.readings.slice(-1).map((reading) => ({ step, reading })))
  const say = (title: string, lines: readonly string[]) => {
    if (lines.length > 0) paragraph(doc, `${title}: ${lines.join('; ')}.`, { size: 8.5 })
  }
  for (const [name, { certificate }] of READING_QUANTITY_LIST) {
    if (!certificate) continue
    const lines = holding.flatMap(({ step, reading }) => {
      const shown = reading[name]
      return shown === undefined
        ? []
        : [`${pointWords(world, step)}: ${certificate.words(formatReading(shown), figuresOf(reading))}`]
    })
    say(certificate.title, lines)
  }
  for (const line of takingWords(round, world)) paragraph(doc, `${line}.`, { size: 8.5 })
  const { dwellSeconds } = world
  say(
    `Taken before the hold of ${dwellSeconds} s was over`,
    holding.flatMap(({ step, reading: { heldSeconds } }) =>
      dwellSeconds === undefined || heldSeconds === undefined || heldSeconds >= dwellSeconds
        ? []
        : [`${pointWords(world, step)}: held ${heldSeconds} s`],
    ),
  )
}

/** References that took the place of others during the work, and corrections that were made or left by choice. */
export function exchanges(doc: Doc, { record, timeZone }: CertificateSource): void {
  const { exchanges: made = [], world } = record
  const names = new Map(
    [...referencesOf(world), ...made.map(({ standard }) => standard)].map(({ id, code }) => [id, code]),
  )
  const others = made.filter((exchange) => !isCorrectionChoice(exchange))
  if (others.length > 0) heading(doc, 'References exchanged')
  for (const { replaces, standard, at, by, reason } of others)
    paragraph(
      doc,
      `· ${standard.code} in the place of ${names.get(replaces) ?? 'another'} from ${formatDateTime(at, timeZone)} on, by ${by}: ${reason}. Readings taken before keep the one before.`,
    )
  const choices = made.filter(isCorrectionChoice)
  if (choices.length > 0) heading(doc, 'Corrections of references')
  for (const { standard, at, by, reason } of choices)
    paragraph(
      doc,
      `· ${standard.code}: readings ${isCorrected(standard) ? 'corrected' : 'as shown, not corrected'}, by ${by}, ${formatDateTime(at, timeZone)}: ${reason}. The last holds for every reading; what was shown is kept.`,
    )
}
