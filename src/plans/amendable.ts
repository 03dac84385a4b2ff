import { plainDecimal } from '@/core/format/formatNumber'
import type { LineFill } from '@/core/pressure/lineHead'
import { roundNames } from '@/core/run/roundRole'
import { workLists } from '@/core/run/work/workLists'
import { ADJUSTMENT_KINDS } from '../core/adjust/adjustmentKind'
import type { SealedRecord } from '../schema/record'
import type { Amending } from '../schema/review'
import type { WorkingReference } from '../schema/world'

/** Words of a record that an amendment may put right, and where they go. */
export type AmendableWords = {
  readonly field: keyof Pick<Amending, 'decisionReasons' | 'adjustmentWords' | 'workStepWords'>
  readonly key: string
  readonly label: string
  readonly words: string
}

/** What of a record besides its readings an amendment may put right, as it was recorded. */
export type Amendable = {
  readonly environment: Readonly<Record<'ambientCelsius' | 'relativeHumidityPercent' | 'barometricHPa', string | null>>
  readonly itemCondition: string
  readonly head: { readonly heightMillimetre: string; readonly fill: LineFill }
  readonly inputReferenceId: string
  readonly outputReferenceId: string | null
  readonly words: readonly AmendableWords[]
}

/** A registered reference to be chosen in place of one that was named wrongly. */
export type ReferenceChoice = Pick<WorkingReference, 'id' | 'code' | 'description' | 'quantity'>

/** What of a record an amendment may put right. */
export function amendableOf(record: Pick<SealedRecord, 'world' | 'rounds' | 'workSteps'>): Amendable {
  const { world } = record
  return {
    environment: world.environment,
    itemCondition: world.itemCondition ?? '',
    head: { heightMillimetre: plainDecimal(world.head?.heightMillimetre ?? 0), fill: world.head?.fill ?? 'gas' },
    inputReferenceId: world.inputReference.id,
    outputReferenceId: world.outputReference?.id ?? null,
    words: [...decisionWords(record.rounds), ...adjustmentWords(record.rounds), ...workStepWords(record)],
  }
}

const decisionWords = (rounds: SealedRecord['rounds']): AmendableWords[] => {
  const names = roundNames(rounds)
  return rounds.flatMap(({ round, decision }, index) =>
    decision?.reason
      ? [
          {
            field: 'decisionReasons',
            key: `${round}`,
            label: `${names[index]}, why decided so`,
            words: decision.reason,
          },
        ]
      : [],
  )
}

const adjustmentWords = (rounds: SealedRecord['rounds']): AmendableWords[] =>
  rounds.flatMap(({ adjustments }) =>
    adjustments.map(({ id, kind, words }) => ({
      field: 'adjustmentWords' as const,
      key: id,
      label: `Adjusted, ${ADJUSTMENT_KINDS[kind]}`,
      words,
    })),
  )

function workStepWords(record: Pick<SealedRecord, 'world' | 'rounds' | 'workSteps'>): AmendableWords[] {
  const { workSteps = [], ...facts } = record
  // An amendment is not taken out of service again, and has the words of the run it amends all the same.
  const lists = workLists({ ...facts, world: { ...facts.world, outOfService: true }, workSteps })
  const does = (item: string) =>
    [...(lists?.isolate ?? []), ...(lists?.restore ?? [])].find(({ id }) => id === item)?.does
  return workSteps.flatMap(({ id, item, words }) =>
    words ? [{ field: 'workStepWords', key: id, label: does(item) ?? item, words }] : [],
  )
}
