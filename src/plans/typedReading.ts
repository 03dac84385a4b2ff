import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import { orRefused } from '@/core/refusal'
import { coarseReadings } from '@/core/run/judge/coarseReading'
import { appliedOfGlass, appliedOfMasses } from '@/core/run/judge/computedReading'
import { errorBasis } from '@/core/run/judge/errorBasis'
import { judgeReading, judgingBasis } from '@/core/run/judge/judgeSteps'
import { pistonOfPoint } from '@/core/run/judge/pistonOfPoint'
import { readingNotice, refuseBeyondSensor, refuseImpossibleOutput } from '@/core/run/judge/readingNotice'
import { readingSlip } from '@/core/run/judge/readingSlip'
import type { RoundScatter } from '@/core/run/judge/roundScatter'
import { outputOfNull } from '@/core/signal/nullInstrument'
import { decimalText } from '@/core/units/decimalText'
import {
  askedAt,
  READING_FIELDS,
  READING_QUANTITIES,
  type ReadingField,
  type ReadingFigures,
} from '@/schema/readings/readingQuantities'
import type { LinkedField } from '@/schema/recordedRun'
import type { World } from '@/schema/world'

/** The boxes of a reading: one for each quantity, of which a run asks for some. */
export type ReadingBoxes = Readonly<Record<ReadingField, string>>
/** The figures typed, and which of them a device gave. */
export type TypedFigures = ReadingFigures & { readonly linkedFields?: readonly LinkedField[] }
export const EMPTY_BOXES: ReadingBoxes = boxesOf({})

/** Figures as they stand in their boxes. */
export function boxesOf(figures: Partial<ReadingFigures>): ReadingBoxes {
  return Object.fromEntries(READING_FIELDS.map((field) => [field, figures[field] ?? ''])) as ReadingBoxes // of every field
}

/** Something asked of a figure before it is taken; `padded` is what it would be, where that is known. */
export type EntryQuestion = {
  readonly field: 'applied' | 'output'
  readonly words: string
  readonly padded: string | null
  readonly isSlip: boolean
}

/** What can be said of a reading while it is typed. */
export type Typed =
  | { kind: 'incomplete' }
  | { kind: 'refused'; field: ReadingField; words: string }
  | ({
      kind: 'judged'
      point: JudgedPoint
      notice: ReturnType<typeof readingNotice>
      /** What is asked once before it is taken: a slip, or digits that were left out. */
      questions: readonly EntryQuestion[]
    } & TypedFigures)

type Point = { readonly percent: number; readonly direction: 'rising' | 'falling' }
type Refused = Extract<Typed, { kind: 'refused' }>

/** Judges what stands in the boxes by the same core functions the server will use. */
export function typedReading(
  point: Point,
  boxes: ReadingBoxes,
  world: World,
  {
    scatter,
    isFarBefore = false,
  }: { readonly scatter?: RoundScatter | undefined; readonly isFarBefore?: boolean } = {},
): Typed {
  const applied = appliedOf(boxes, world, point.percent)
  if (applied.kind === 'refused') return applied
  if (applied.kind === 'text') {
    const beyond = refusalOf(() => refuseBeyondSensor(Number(applied.text), world), 'applied')
    if (beyond) return beyond
  }
  const beside = besideOutput(boxes, askedAt(world, point.percent))
  if (beside.kind === 'refused') return beside
  const output = outputOf(boxes, world)
  if (output.kind === 'refused') return output
  if (output.kind === 'text') {
    const impossible = refusalOf(() => refuseImpossibleOutput(Number(output.text), world), 'output')
    if (impossible) return impossible
  }
  if (applied.kind === 'empty' || output.kind === 'empty' || beside.kind === 'empty') return { kind: 'incomplete' }
  const figures = {
    ...{ applied: applied.text, output: output.text },
    ...beside.figures,
    ...applied.from,
    ...output.from,
  }
  return {
    kind: 'judged',
    ...figures,
    point: judgeReading({ ...point, reading: figures }, world, scatter),
    questions: questionsOf(point, figures, { world, isFarBefore }),
    notice: readingNotice(
      {
        percent: point.percent,
        direction: point.direction,
        applied: Number(applied.text),
        output: Number(output.text),
      },
      world,
    ),
  }
}

/** A slip goes before digits: of a figure that is wrong nobody asks how finely it was read. */
function questionsOf(
  point: Point,
  figures: TypedFigures,
  { world, isFarBefore }: { readonly world: World; readonly isFarBefore: boolean },
): EntryQuestion[] {
  const numbers = { point: point.percent, applied: Number(figures.applied), output: Number(figures.output) }
  const percents = [...new Set(world.points.map(({ percent }) => percent))]
  const slip = errorBasis(world) === 'reading' ? null : readingSlip(numbers, world, percents)
  // What was far before and taken is the instrument: it is not asked about at every point.
  if (slip && !(isFarBefore && slip.nature === 'far'))
    return [
      { ...slip, padded: slip.nature === 'mark' && slip.meant !== null ? String(slip.meant) : null, isSlip: true },
    ]
  // What was computed was not typed: nothing is asked of its digits.
  const isTyped = { applied: !world.glass && !pistonOfPoint(point.percent, world), output: !world.readsByNull }
  return coarseReadings(point, figures, world)
    .filter(({ field }) => isTyped[field])
    .map((each) => ({ ...each, isSlip: false }))
}

type Computed<F> = { kind: 'empty' } | { kind: 'text'; text: string; from?: F } | Refused

/** What was applied: as the reference shows it, or what a level in the glass or the masses on a piston come to. */
function appliedOf(
  boxes: ReadingBoxes,
  world: World,
  percent: number,
): Computed<Pick<TypedFigures, 'glassPercent' | 'massesKg'>> {
  const { glass, inputUnit } = world
  if (glass) {
    const level = parsed(boxes.glassPercent, 'glassPercent')
    if (level.kind !== 'text') return level
    return { kind: 'text', text: appliedOfGlass(level.text, { glass, inputUnit }), from: { glassPercent: level.text } }
  }
  const piston = pistonOfPoint(percent, world)
  if (!piston) return parsed(boxes.applied, 'applied')
  const masses = parsed(boxes.massesKg, 'massesKg')
  if (masses.kind !== 'text') return masses
  let text = ''
  const refused = refusalOf(() => {
    text = appliedOfMasses(masses.text, { piston, inputUnit })
  }, 'massesKg')
  return refused ?? { kind: 'text', text, from: { massesKg: masses.text } }
}

/** The output: as it is read, or a departure from a nominal. */
function outputOf(
  boxes: ReadingBoxes,
  world: World,
): Computed<Pick<TypedFigures, 'nominalPercent' | 'deflectionPercent'>> {
  if (!world.readsByNull) return parsed(boxes.output, 'output')
  const nominal = parsed(boxes.nominalPercent, 'nominalPercent')
  if (nominal.kind !== 'text') return nominal
  const deflection = parsed(boxes.deflectionPercent, 'deflectionPercent')
  if (deflection.kind !== 'text') return deflection
  return {
    kind: 'text',
    text: outputOfNull(nominal.text, deflection.text, judgingBasis(world).scale),
    from: { nominalPercent: nominal.text, deflectionPercent: deflection.text },
  }
}

type Beside = { kind: 'empty' } | { kind: 'all'; figures: Omit<TypedFigures, 'applied' | 'output'> } | Refused

/** What is read beside the output, as far as the run asks for it. */
function besideOutput(boxes: ReadingBoxes, asked: readonly ReadingField[]): Beside {
  const figures: Partial<Record<ReadingField, string>> = {}
  let isEmpty = false
  for (const field of asked.filter((each) => READING_QUANTITIES[each].enters === 'beside')) {
    const box = parsed(boxes[field], field)
    if (box.kind === 'refused') return box
    if (box.kind === 'text') figures[field] = box.text
    else isEmpty = true
  }
  return isEmpty ? { kind: 'empty' } : { kind: 'all', figures }
}

type Parsed = { kind: 'empty' } | { kind: 'text'; text: string } | Refused

function parsed(typed: string, field: ReadingField): Parsed {
  // A sign or a mark alone is the beginning of a number, not a mistake.
  if (/^\s*[-+−–]?[.,]?\s*$/.test(typed)) return { kind: 'empty' }
  let text = ''
  const refused = refusalOf(() => {
    text = decimalText(typed, field)
  }, field)
  return refused ?? { kind: 'text', text }
}

function refusalOf(work: () => void, field: ReadingField): Refused | undefined {
  return orRefused(
    () => void work(),
    ({ line }) => ({ kind: 'refused', field, words: line }),
  )
}
