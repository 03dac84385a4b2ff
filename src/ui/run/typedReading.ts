import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import { Refusal } from '@/core/refusal'
import { judgeReading } from '@/core/run/judgeSteps'
import { readingNotice, refuseBeyondSensor, refuseImpossibleOutput } from '@/core/run/readingNotice'
import { decimalText } from '@/core/units/decimalText'
import type { World } from '@/schema/world'

/** What can be said of a reading while it is typed. */
export type Typed =
  | { kind: 'incomplete' }
  | { kind: 'refused'; field: 'applied' | 'output'; words: string }
  | { kind: 'judged'; applied: string; output: string; point: JudgedPoint; notice: string | null }

type Point = { readonly percent: number; readonly direction: 'rising' | 'falling' }

/** Judges what stands in the two boxes by the same core functions the server will use. */
export function typedReading(point: Point, boxes: { applied: string; output: string }, world: World): Typed {
  const applied = parsed(boxes.applied, 'applied')
  if (applied.kind === 'refused') return applied
  if (applied.kind === 'text') {
    const beyond = refusalOf(() => refuseBeyondSensor(Number(applied.text), world), 'applied')
    if (beyond) return beyond
  }
  const output = parsed(boxes.output, 'output')
  if (output.kind === 'refused') return output
  if (output.kind === 'text') {
    const impossible = refusalOf(() => refuseImpossibleOutput(Number(output.text), world), 'output')
    if (impossible) return impossible
  }
  if (applied.kind === 'empty' || output.kind === 'empty') return { kind: 'incomplete' }
  return {
    kind: 'judged',
    applied: applied.text,
    output: output.text,
    point: judgeReading({ ...point, reading: { applied: applied.text, output: output.text } }, world),
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

type Parsed = { kind: 'empty' } | { kind: 'text'; text: string } | Extract<Typed, { kind: 'refused' }>

function parsed(typed: string, field: 'applied' | 'output'): Parsed {
  // A sign or a mark alone is the beginning of a number, not a mistake.
  if (/^\s*[-+−–]?[.,]?\s*$/.test(typed)) return { kind: 'empty' }
  let text = ''
  const refused = refusalOf(() => {
    text = decimalText(typed, field)
  }, field)
  return refused ?? { kind: 'text', text }
}

function refusalOf(work: () => void, field: 'applied' | 'output'): Extract<Typed, { kind: 'refused' }> | undefined {
  try {
    work()
    return undefined
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    return { kind: 'refused', field, words: `${error.reason}: ${error.remedy}` }
  }
}
