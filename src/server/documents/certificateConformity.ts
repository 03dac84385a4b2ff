import { tightestAccuracyRatio, USUAL_RATIO_FLOOR } from '@/core/conformity/accuracyRatio'
import { largestFalseAccept } from '@/core/conformity/falseAccept'
import { ratioText } from '@/core/conformity/fitnessIssue'
import { CONFORMITY_STATEMENTS, VERDICT_STATEMENTS } from '@/core/conformity/statementWords'
import { PART_BOUNDARY_PERCENT } from '@/core/error/errorLimit'
import { exceeds } from '@/core/error/verdict'
import { withDecimalMark } from '@/core/format/decimalMark'
import { formatPlain, formatUncertainty } from '@/core/format/formatNumber'
import { calendarDate, formatDate } from '@/core/format/formatTime'
import { meaningOf } from '@/core/run/decision'
import { ERROR_BASIS_WORDS, errorBasis, shownPercent } from '@/core/run/judge/errorBasis'
import { impactOf, impactWords } from '@/core/run/judge/impact'
import { conditionWords, drawsIn, overallStatement, RUN_RULES } from '@/core/run/plan/decisionRule'
import { pointName } from '@/core/run/plan/pointScale'
import { referenceOfPoint } from '@/core/run/plan/referenceOfPoint'
import { ofCountedRounds, roundNames, roundRoles } from '@/core/run/roundRole'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { SealedRecord } from '@/schema/record'
import { riskWords } from '@/words/riskWords'
import type { CertificateSource, Doc } from './certificateSource'
import { largest, limitText, type SealedPoint, transferRule } from './certificateWords'
import { heading, paragraph } from './page'

/** What was found and left, by which rule, with what uncertainty, and what it meant for the process. */
export function conformity(doc: Doc, { record, timeZone }: CertificateSource): void {
  heading(doc, 'Statement of conformity')
  const { asFound, asLeft } = ofCountedRounds(record.rounds, record.results)
  paragraph(doc, `As found: ${verdictOf(record, asFound)}.`, { isBold: true })
  paragraph(
    doc,
    asLeft
      ? `As left: ${verdictOf(record, asLeft)}${notTaken(record, asFound, asLeft)}.`
      : 'Not adjusted: the as-found readings are also the as-left readings.',
    { isBold: asLeft !== undefined },
  )
  withheld(doc, record)
  risk(doc, record, asLeft ?? asFound)
  decisions(doc, record)
  impact(doc, { record, timeZone }, asFound)
  if (record.signature.remark) paragraph(doc, `Remark: ${record.signature.remark}`)
  doc.moveDown(0.2)
  paragraph(doc, ruleWords(record), { size: 8 })
}

type Result = SealedRecord['results'][number]

/** Points of the as-found round that a shorter as-left did not take, beside its verdict. */
function notTaken({ world }: SealedRecord, asFound: Result | undefined, asLeft: Result): string {
  const key = ({ targetPercent, direction }: SealedPoint) => `${targetPercent} ${direction}`
  const taken = new Set(asLeft.points.map(key))
  const missing = (asFound?.points ?? []).filter((point) => !taken.has(key(point)))
  const names = [
    ...new Set(missing.map((point) => `${pointName(point.targetPercent, world.configuration)} ${point.direction}`)),
  ]
  return names.length === 0 ? '' : `; not taken as left, and not spoken for: ${names.join(', ')}`
}

/** Why no statement is made, where the uncertainty that came out is larger than the rule allows. */
function withheld(doc: Doc, { results, world }: SealedRecord): void {
  const point = results.flatMap(({ points }) => points).find(({ verdict }) => verdict === 'not-stated')
  const condition = conditionWords(world)
  if (!point || !condition) return
  const shown = { basis: errorBasis(world), range: world.configuration }
  const uncertainty = shownPercent(point.expandedUncertaintyPercentSpan ?? 0, point.applied, shown)
  paragraph(
    doc,
    `No statement of conformity is made where it says “not stated”: the rule asks that ${condition}. At ${pointName(point.targetPercent, world.configuration)} ${point.direction} the limit is ${limitText(point, world, 3)} and the uncertainty ±${formatUncertainty(uncertainty)} ${ERROR_BASIS_WORDS[shown.basis]}. The readings stand as measured.`,
  )
}

/** The risk of what was accepted, where it is worth a sentence. */
function risk(doc: Doc, { world }: SealedRecord, result: Result | undefined): void {
  const found = result && largestFalseAccept(result.points)
  if (!found) return
  const { point, probability } = found
  paragraph(
    doc,
    `The probability that an accepted point lies outside its limit in truth is ${riskWords(probability)} (${pointName(point.targetPercent, world.configuration)} ${point.direction}; JCGM 106:2012, specific risk).`,
  )
}

function verdictOf(record: SealedRecord, result: Result | undefined): string {
  if (!result) throw new Error('a record without an as-found round') // cannot be: it is sealed only with one
  const statement = overallStatement(result.points)
  const words = statement ? CONFORMITY_STATEMENTS[statement] : VERDICT_STATEMENTS[result.verdict]
  return `${words} (largest ${largest(record, result.round)})`
}

function decisions(doc: Doc, { rounds }: SealedRecord): void {
  const names = roundNames(rounds)
  for (const { round, decision } of rounds) {
    if (!decision) continue
    const { certificate } = meaningOf(decision.decision)
    if (certificate && (certificate.besideReason || !decision.reason)) paragraph(doc, certificate.words)
    for (const before of decision.insteadOf ?? [])
      paragraph(doc, `First decided “${before.decision}”${before.reason ? `, because: ${before.reason}` : ''}.`)
    const after = roundRoles(rounds)[round] === 'as-found' ? '' : ` after “${names[round]}”`
    if (decision.reason) paragraph(doc, `Decision “${decision.decision}”${after}, because: ${decision.reason}`)
  }
}

function impact(
  doc: Doc,
  { record, timeZone }: Pick<CertificateSource, 'record' | 'timeZone'>,
  asFound: Result | undefined,
): void {
  const { world } = record
  const found = world.statesUncertainty && asFound ? impactOf(asFound.points, world) : null
  if (!found) return
  const words = impactWords(found, {
    unitLabel: pressureUnitLabel(world.configuration.unit),
    service: world,
    dayOf: (at) => formatDate(calendarDate(new Date(at), timeZone)),
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
    limitRule(world.configuration),
    'Error = output − ideal output for the input actually applied.',
    transferRule(world).trim(),
    uncertaintyWords(record),
    ratioWords(record),
  ]
    .filter(Boolean)
    .join(' ')
}

/** Which limit holds, where it differs by sign or by part of the range. */
function limitRule({ errorLimit }: SealedRecord['world']['configuration']): string {
  const parts = [errorLimit, ...(errorLimit.further ?? [])]
  return [
    ...(parts.some(({ below }) => below) ? ['Errors above and below zero have each the limit of their sign.'] : []),
    ...(parts.length > 1
      ? [
          `Within ${formatPlain(PART_BOUNDARY_PERCENT)} % of the range of where two parts meet, the smaller limit holds.`,
        ]
      : []),
  ].join(' ')
}

function uncertaintyWords({ world, results }: SealedRecord): string {
  if (!world.statesUncertainty) return 'Measurement uncertainty is not taken into account.'
  const words = results.some(({ points }) => points.some(({ budget }) => budget))
    ? `U is the expanded uncertainty at a coverage of ${withDecimalMark('95.45')} %, k from Student’s t at the effective degrees of freedom (JCGM 100:2008, G.4); its budget stands below.`
    : 'U is the expanded uncertainty of the comparison (k = 2, about 95 %), from accuracy and resolution of the references and resolution of the reading, each taken as rectangular (JCGM 100); what the instrument does between the readings is no part of it.'
  const condition = conditionWords(world)
  if (drawsIn(world.decisionRule))
    return `${words} The acceptance limit A at each point is the error limit less U.${condition ? ` The rule asks that ${condition}.` : ''}`
  return `${words} ${condition ? `The rule asks that ${condition}; beyond that it` : 'It'} is stated and not taken into account in the verdict.`
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
      const remark = exceeds(USUAL_RATIO_FLOOR, tightest.ratio) ? `, under the usual ${USUAL_RATIO_FLOOR} : 1` : ''
      const at = pointName(tightest.atPercent, configuration)
      return [
        `Error limit over accuracy of ${reference.code} at its tightest (${at}): ${ratioText(tightest.ratio)}${remark}.`,
      ]
    })
    .join(' ')
}
