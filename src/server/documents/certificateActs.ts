import { standingActs } from '@/core/adjust/standingActs'
import { formatReading } from '@/core/format/formatNumber'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { SealedRecord } from '@/schema/record'
import { actUnits, adjustmentWords } from '@/words/adjustmentWords'
import type { Doc } from './certificateSource'
import { pointWords } from './certificateWords'
import { heading, paragraph } from './page'

/** Points that were gone past and approached again. */
export function overshoots(doc: Doc, { world }: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const past = round.steps.flatMap((step) =>
    (step.overshoots ?? []).map(
      ({ applied }) => `${pointWords(world, step)}: ${applied === null ? 'not noted' : formatReading(applied)}`,
    ),
  )
  if (past.length === 0) return
  paragraph(doc, `Overshoot, approached again (applied, ${pressureUnitLabel(world.inputUnit)}): ${past.join('; ')}.`, {
    size: 8.5,
  })
}

/** What was done after a round, act by act. */
export function adjustments(doc: Doc, { world }: SealedRecord, round: SealedRecord['rounds'][number]): void {
  const units = actUnits(world)
  const list = (title: string, acts: typeof round.adjustments) => {
    if (acts.length === 0) return
    heading(doc, title)
    const standing = new Set(standingActs(acts).map(({ id }) => id))
    // An act that was corrected stays readable, with what took its place beneath it.
    for (const done of acts) {
      const isPut = done.isWithdrawn || standing.has(done.id)
      paragraph(doc, `· ${isPut ? '' : 'corrected below: '}${adjustmentWords(done, units)} (${done.doneBy})`)
    }
  }
  list(
    'Adjustment',
    round.adjustments.filter(({ kind }) => kind !== 'hot-offset'),
  )
  list(
    'Hot offset, at operating pressure, after these readings and no part of their errors',
    round.adjustments.filter(({ kind }) => kind === 'hot-offset'),
  )
}
