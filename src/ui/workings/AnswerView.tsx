import type { MarkShape } from '@/pictures/scene'
import { VERDICT_WORDS } from '@/words/pointVerdictWords'
import { type InputSchema, titleOf } from '../../kit/form/inputSchema'
import { DataTable } from '../../kit/parts/DataTable'
import { Mark } from '../../kit/parts/Mark'
import { answerColumn, figureAlone, isFigure } from './answerColumn'
import { answerNumber } from './answerNumber'

type Props = { readonly answer: Record<string, unknown>; readonly schema: InputSchema }

/** Parts of an answer that are shown as a picture or in a place of their own. */
const ELSEWHERE = new Set(['workings', 'histogram', 'path', 'afterMove'])

/** An answer: figures with their units, verdicts with their marks, tables. */
export function AnswerView({ answer, schema }: Props) {
  const parts = Object.entries(schema.properties ?? {}).filter(([key]) => !ELSEWHERE.has(key))
  const plain = parts.filter(([key]) => !isRows(answer[key]))
  const tables = parts.filter(([key]) => isRows(answer[key]))
  return (
    <div className="stack">
      {plain.length > 0 && (
        <dl className="calc-answer">
          {plain.map(([key, part]) => (
            <div key={key}>
              <dt>{titleOf(key, part)}</dt>
              <dd>
                <Value value={answer[key]} />
              </dd>
            </div>
          ))}
        </dl>
      )}
      {tables.map(([key, part]) => (
        <AnswerTable key={key} title={titleOf(key, part)} rows={answer[key]} schema={part} />
      ))}
    </div>
  )
}

function AnswerTable({ title, rows, schema }: { title: string; rows: unknown; schema: InputSchema }) {
  if (!Array.isArray(rows) || rows.length === 0) return null
  const columns = Object.entries(schema.items?.properties ?? {}).map(([key, part]) => ({
    key,
    title: titleOf(key, part),
    aligned: answerColumn(rows.map((row: Record<string, unknown>) => row[key])),
  }))
  return (
    <section>
      <h3 className="small-head">{title}</h3>
      <DataTable<Record<string, unknown>>
        className="calc-result"
        rows={rows}
        keyOf={(_, index) => index}
        columns={columns.map(({ key, title, aligned }) => ({
          head: title,
          ...(aligned && { is: 'right' as const }),
          cell: (row, index) => <Value value={row[key]} text={aligned?.[index]} />,
        }))}
      />
    </section>
  )
}

/** Verdicts by their words; the mark says the same without colour. */
const VERDICT_MARKS: Record<string, MarkShape> = {
  inside: 'inside',
  'inside-look': 'look',
  outside: 'outside',
  pass: 'inside',
  fail: 'outside',
  undecided: 'look',
  'conditional pass': 'look',
  'conditional fail': 'look',
}

const POINT_WORDS: Record<string, string> = VERDICT_WORDS

/** @param text how a figure reads in its column */
function Value({ value, text }: { value: unknown; text?: string | undefined }) {
  if (value === null || value === undefined) return <span className="soft">no value</span>
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'string') {
    const mark = VERDICT_MARKS[value]
    return mark ? (
      <strong className={`tone-${mark}`}>
        <Mark mark={mark} /> {POINT_WORDS[value] ?? value}
      </strong>
    ) : (
      value
    )
  }
  if (Array.isArray(value)) return <Lines lines={value} />
  if (isFigure(value))
    return (
      <span className="calc-quantity">
        <span className="num">{text ?? figureAlone(value)}</span>
        {typeof value === 'object' && <small className="soft"> {value.unit}</small>}
      </span>
    )
  return <Lines lines={Object.values(value)} />
}

function Lines({ lines }: { lines: readonly unknown[] }) {
  if (lines.length === 0) return <span className="soft">none</span>
  return (
    <ul className="calc-lines">
      {lines.map((line) => (
        <li key={JSON.stringify(line)}>{lineWords(line)}</li>
      ))}
    </ul>
  )
}

const lineWords = (line: unknown): string =>
  typeof line === 'object' && line !== null
    ? Object.values(line).map(lineWords).join(': ')
    : typeof line === 'number'
      ? answerNumber(line)
      : String(line ?? '–')

const isRows = (value: unknown) => Array.isArray(value) && value.every((row) => typeof row === 'object')
