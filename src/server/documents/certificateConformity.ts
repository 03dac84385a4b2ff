import { tightestAccuracyRatio, USUAL_RATIO_FLOOR } from '@/core/conformity/accuracyRatio'
import type { ConformityStatement } from '@/core/conformity/conformityStatement'
import type { PointVerdict } from '@/core/error/verdict'
import { formatFixed } from '@/core/format/formatNumber'
import { calendarDate, formatDate } from '@/core/format/formatTime'
import { drawsIn, overallStatement, RUN_RULES } from '@/core/run/decisionRule'
import { impactOf, impactWords } from '@/core/run/impact'
import { pointName } from '@/core/run/pointScale'
import { referenceOfPoint } from '@/core/run/referenceOfPoint'
import { ofCountedRounds, roundNames, roundRoles } from '@/core/run/roundRole'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { SealedRecord } from '@/schema/record'
import type { CertificateSource, Doc } from './certificateSource'
import { largest, transferRule } from './certificateWords'
import { heading, paragraph } from './page'

const VERDICTS: Record<PointVerdict, string> = {
  inside: 'inside its error limit',
  'inside-look': 'inside its error limit, beyond the adjust limit',
  outside: 'OUTSIDE its error limit',
}
const STATEMENTS: Record<ConformityStatement, string> = {
  pass: 'PASS',
  'conditional pass': 'CONDITIONAL PASS: inside its error limit, but not by more than its uncertainty',
  undecided: 'UNDECIDED',
  'conditional fail': 'CONDITIONAL FAIL: outside its error limit, but not by more than its uncertainty',
  fail: 'FAIL: outside its error limit by more than its uncertainty',
}

/** What was found and left, by which rule, with what uncertainty, and what it meant for the process. */
export function conformity(doc: Doc, { record, timeZone }: CertificateSource): void {
  heading(doc, 'Statement of conformity')
  const { asFound, asLeft } = ofCountedRounds(record.rounds, record.results)
  paragraph(doc, `As found: ${verdictOf(record, asFound)}.`, { isBold: true })
  paragraph(
    doc,
    asLeft
      ? `As left: ${verdictOf(record, asLeft)}.`
      : 'Not adjusted: the as-found readings are also the as-left readings.',
    { isBold: asLeft !== undefined },
  )
  decisions(doc, record)
  impact(doc, { record, timeZone }, asFound)
  if (record.signature.remark) paragraph(doc, `Remark: ${record.signature.remark}`)
  doc.moveDown(0.2)
  paragraph(doc, ruleWords(record), { size: 8 })
}

type Result = SealedRecord['results'][number]

function verdictOf(record: SealedRecord, result: Result | undefined): string {
  if (!result) throw new Error('a record without an as-found round') // cannot be: it is sealed only with one
  const statement = overallStatement(result.points)
  return `${statement ? STATEMENTS[statement] : VERDICTS[result.verdict]} (largest ${largest(record, result.round)})`
}

function decisions(doc: Doc, { rounds }: SealedRecord): void {
  const names = roundNames(rounds)
  for (const { round, decision } of rounds) {
    if (!decision) continue
    if (decision.decision === 'repair') paragraph(doc, 'Decision: taken out for repair.')
    for (const before of decision.insteadOf ?? [])
      paragraph(doc, `First decided “${before.decision}”${before.reason ? `, because: ${before.reason}` : ''}.`)
    const after = roundRoles(rounds)[round] === 'as-found' ? '' : ` after “${names[round]}”`
    if (decision.reason) paragraph(doc, `Decision “${decision.decision}”${after}, because: ${decision.reason}`)
    else if (decision.decision === 'repeat')
      paragraph(doc, 'Readings taken again as advised; those before do not count.')
  }
}

function impact(doc: Doc, { record, timeZone }: Omit<CertificateSource, 'hash'>, asFound: Result | undefined): void {
  const { world } = record
  const found = world.statesUncertainty && asFound ? impactOf(asFound.points) : null
  if (!found) return
  const { lastGood } = world
  const words = impactWords(found, {
    unitLabel: pressureUnitLabel(world.configuration.unit),
    lastGood: lastGood
      ? { sequence: lastGood.sequence, day: formatDate(calendarDate(new Date(lastGood.sealedAt), timeZone)) }
      : null,
  })
  paragraph(doc, `Impact: ${words}`)
}

function ruleWords(record: SealedRecord): string {
  const { world } = record
  const rule = RUN_RULES[world.decisionRule]
  const verdict = drawsIn(world.decisionRule)
    ? `${rule.says.charAt(0).toUpperCase()}${rule.says.slice(1)}.`
    : 'A point is inside when |error| is not larger than the error limit at the input applied.'
  return [
    `Rule: ${rule.label} (ILAC-G8:09/2019). ${verdict} The verdict is that of the worst point.`,
    'Error = output − ideal output for the input actually applied.',
    transferRule(world).trim(),
    uncertaintyWords(record),
    ratioWords(record),
  ]
    .filter(Boolean)
    .join(' ')
}

function uncertaintyWords({ world }: SealedRecord): string {
  if (!world.statesUncertainty) return 'Measurement uncertainty is not taken into account.'
  const words =
    'U is the expanded uncertainty of the comparison (k = 2, about 95 %), from accuracy and resolution of the references and resolution of the reading, each taken as rectangular (JCGM 100); what the instrument does between the readings is no part of it.'
  return drawsIn(world.decisionRule) ? words : `${words} It is stated and not taken into account in the verdict.`
}

function ratioWords({ world }: SealedRecord): string {
  const { configuration, inputReference, furtherReferences } = world
  const basis = { range: configuration, url: configuration.url }
  return [inputReference, ...(furtherReferences ?? [])]
    .flatMap((reference) => {
      if (reference.quantity !== 'pressure') return []
      const percents = world.points
        .map(({ percent }) => percent)
        .filter((percent) => referenceOfPoint(percent, world).id === reference.id)
      const tightest = tightestAccuracyRatio([...new Set(percents)], configuration.errorLimit, { basis, reference })
      if (!tightest) return []
      const remark = tightest.ratio < USUAL_RATIO_FLOOR ? `, under the usual ${USUAL_RATIO_FLOOR} : 1` : ''
      const at = pointName(tightest.atPercent, configuration)
      return [
        `Error limit over accuracy of ${reference.code} at its tightest (${at}): ${formatFixed(tightest.ratio, 1)} : 1${remark}.`,
      ]
    })
    .join(' ')
}
