import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import { Refusal } from '@/core/refusal'
import { judgeReading } from '@/core/run/judgeSteps'
import { readingNotice, refuseBeyondSensor, refuseImpossibleOutput } from '@/core/run/readingNotice'
import { decimalText } from '@/core/units/decimalText'
import type { World } from '@/schema/world'

/** The boxes of a reading; PV and AO only where the run reads them. */
export type ReadingField = 'applied' | 'pv' | 'ao' | 'output'
export type ReadingBoxes = Readonly<Record<ReadingField, string>>
export type TypedFigures = {
  readonly applied: string
  readonly output: string
  readonly pv?: string
  readonly ao?: string
}
export const EMPTY_BOXES: ReadingBoxes = { applied: '', pv: '', ao: '', output: '' }

/** The boxes a run asks for, in the order they are typed. */
export const fieldsOf = ({ readsDigital }: Pick<World, 'readsDigital'>): readonly ReadingField[] =>
  readsDigital ? ['applied', 'pv', 'ao', 'output'] : ['applied', 'output']

/** What can be said of a reading while it is typed. */
export type Typed =
  | { kind: 'incomplete' }
  | { kind: 'refused'; field: ReadingField; words: string }
  | ({ kind: 'judged'; point: JudgedPoint; notice: string | null } & TypedFigures)

type Point = { readonly percent: number; readonly direction: 'rising' | 'falling' }

/** Judges what stands in the two boxes by the same core functions the server will use. */
export function typedReading(point: Point, boxes: ReadingBoxes, world: World): Typed {
  const applied = parsed(boxes.applied, 'applied')
  if (applied.kind === 'refused') return applied
  if (applied.kind === 'text') {
    const beyond = refusalOf(() => refuseBeyondSensor(Number(applied.text), world), 'applied')
    if (beyond) return beyond
  }
  const digital = digitalFigures(boxes, world)
  if (digital?.kind === 'refused') return digital
  const output = parsed(boxes.output, 'output')
  if (output.kind === 'refused') return output
  if (output.kind === 'text') {
    const impossible = refusalOf(() => refuseImpossibleOutput(Number(output.text), world), 'output')
    if (impossible) return impossible
  }
  if (applied.kind === 'empty' || output.kind === 'empty' || digital?.kind === 'empty') return { kind: 'incomplete' }
  const figures = { applied: applied.text, output: output.text, ...(digital && { pv: digital.pv, ao: digital.ao }) }
  return {
    kind: 'judged',
    ...figures,
    point: judgeReading({ ...point, reading: figures }, world),
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

type Digital = { kind: 'empty' } | { kind: 'both'; pv: string; ao: string } | Extract<Typed, { kind: 'refused' }>

/** PV and AO where the run reads them; null where it does not. */
function digitalFigures(boxes: ReadingBoxes, { readsDigital }: World): Digital | null {
  if (!readsDigital) return null
  const [pv, ao] = [parsed(boxes.pv, 'pv'), parsed(boxes.ao, 'ao')]
  if (pv.kind === 'refused') return pv
  if (ao.kind === 'refused') return ao
  return pv.kind === 'text' && ao.kind === 'text' ? { kind: 'both', pv: pv.text, ao: ao.text } : { kind: 'empty' }
}

type Parsed = { kind: 'empty' } | { kind: 'text'; text: string } | Extract<Typed, { kind: 'refused' }>

function parsed(typed: string, field: ReadingField): Parsed {
  // A sign or a mark alone is the beginning of a number, not a mistake.
  if (/^\s*[-+−–]?[.,]?\s*$/.test(typed)) return { kind: 'empty' }
  let text = ''
  const refused = refusalOf(() => {
    text = decimalText(typed, field)
  }, field)
  return refused ?? { kind: 'text', text }
}

function refusalOf(work: () => void, field: ReadingField): Extract<Typed, { kind: 'refused' }> | undefined {
  try {
    work()
    return undefined
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    return { kind: 'refused', field, words: `${error.reason}: ${error.remedy}` }
  }
}
