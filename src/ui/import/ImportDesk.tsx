'use client'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useMemo, useRef, useState } from 'react'
import { LISTS, type ListName } from '@/plans/import/lists'
import { cellsOf, type Matching, matchHeads } from '@/plans/import/table'
import type { ImportProgress, RowAnswer } from '@/schema/importedRows'
import { FileButton } from '../../kit/parts/FileButton'
import { Notice } from '../../kit/parts/Notice'
import { Refused } from '../../kit/parts/Refused'
import { Tick } from '../../kit/parts/Tick'
import { ColumnMatching } from './ColumnMatching'
import { MendRows } from './MendRows'
import { type FileLines, readFile } from './readFile'
import { type ImportEnd, sendRows } from './sendRows'

/** Takes a list from a file: columns matched, every row looked at, then all or those that are fine. */
export function ImportDesk({ list }: { list: ListName }) {
  const { keyColumn, page } = LISTS[list]
  const { columns } = LISTS[list].list
  const router = useRouter()
  const [name, setName] = useState('')
  const [file, setFile] = useState<FileLines | null>(null)
  const [matching, setMatching] = useState<Matching>({})
  /** Cells that were mended here, by line and column. */
  const [mended, setMended] = useState<Readonly<Record<string, string>>>({})
  const [end, setEnd] = useState<ImportEnd | null>(null)
  const [progress, setProgress] = useState<Extract<ImportProgress, { kind: 'progress' }> | null>(null)
  const [message, setMessage] = useState<string | null>(null)
  const [changesKnown, setChangesKnown] = useState(false)
  const [taken, setTaken] = useState<string | null>(null)
  const giveUp = useRef<AbortController | null>(null)

  const rows = useMemo(() => rowsOf(file, matching, mended), [file, matching, mended])
  const answers = end && end.kind !== 'unreachable' ? end.rows : []
  const refused = answers.filter(({ state }) => state === 'refused')
  const differs = answers.filter(({ state }) => state === 'differs')
  const fine = answers.filter(({ state }) => state === 'new' || (state === 'differs' && changesKnown))

  const choose = async (chosen: File) => {
    setMessage(null)
    setTaken(null)
    setEnd(null)
    setMended({})
    try {
      const read = await readFile(chosen)
      setName(chosen.name)
      setFile(read)
      setMatching(matchHeads(read.heads, columns))
    } catch (error) {
      setFile(null)
      setMessage(error instanceof Error ? error.message : 'It cannot be read.')
    }
  }

  const send = async (isTrial: boolean) => {
    setMessage(null)
    giveUp.current = new AbortController()
    const lines = new Set(fine.map(({ line }) => line))
    const answer = await sendRows(
      list,
      {
        ...{ fileName: name, isTrial, changesKnown },
        rows: isTrial ? rows : rows.filter(({ line }) => lines.has(line)),
      },
      { follow: (told) => told.kind === 'progress' && setProgress(told), signal: giveUp.current.signal },
    )
    const wasGivenUp = giveUp.current.signal.aborted
    setProgress(null)
    if (answer.kind === 'unreachable')
      return setMessage(
        wasGivenUp
          ? 'Cancelled: nothing was stored.'
          : 'Cannot reach the server, so nothing is confirmed. Check the rows again.',
      )
    if (answer.kind === 'refused' && answer.rows.length === 0) return setMessage(answer.words)
    if (answer.kind === 'refused') setMessage(answer.words)
    if (isTrial || answer.kind === 'refused') return setEnd(answer)
    setTaken(takenWords(answer.stored, answer.changed))
    setFile(null)
    setEnd(null)
    router.refresh()
  }

  const missing = columns.filter(({ key, isRequired }) => isRequired && matching[key] === undefined)
  return (
    <div className="stack">
      <FileButton
        label="Choose a list, CSV or XLSX"
        accept=".csv,.xlsx,text/csv"
        chosen={file ? `${name}: ${rows.length} ${rows.length === 1 ? 'row' : 'rows'}` : null}
        choose={choose}
      />
      <Refused words={message} />
      {taken && (
        <Notice tone="inside">
          {taken} <Link href={page}>To the {page.slice(1)}</Link>
        </Notice>
      )}
      {file && (
        <>
          <ColumnMatching
            {...{ columns, file, matching }}
            match={(key, place) => {
              setMatching(({ [key]: _, ...rest }) => (place === null ? rest : { ...rest, [key]: place }))
              setEnd(null)
            }}
          />
          <div className="actions">
            <Button
              variant={end ? 'outlined' : 'contained'}
              disabled={progress !== null || missing.length > 0}
              onClick={() => send(true)}
            >
              {end ? 'Check the rows again' : `Check ${rows.length} rows`}
            </Button>
            {missing.length > 0 && (
              <span className="tone-look">Still without a column: {missing.map(({ title }) => title).join(', ')}.</span>
            )}
          </div>
        </>
      )}
      {progress && (
        <div className="actions" role="status">
          <LinearProgress
            variant="determinate"
            value={(progress.done / progress.of) * 100}
            sx={{ width: 260 }}
            aria-label={progress.doing}
          />
          <span className="num">
            {progress.doing} {progress.done} of {progress.of}
          </span>
          <Button onClick={() => giveUp.current?.abort()}>Cancel</Button>
        </div>
      )}
      {end && (
        <section className="stack" aria-labelledby="looked-at">
          <h2 id="looked-at">{summary(answers)}</h2>
          {differs.length > 0 && (
            <Differing {...{ rows, keyColumn, changesKnown }} answers={differs} change={setChangesKnown} />
          )}
          {refused.length > 0 && (
            <MendRows
              {...{ columns, keyColumn, answers: refused, rows }}
              mend={(line, key, text) => setMended((before) => ({ ...before, [`${line} ${key}`]: text }))}
            />
          )}
          {fine.length === 0 ? (
            <p className="soft">There is nothing to take.</p>
          ) : (
            <div className="actions">
              <Button variant="contained" disabled={progress !== null} onClick={() => send(false)}>
                {refused.length > 0 ? `Import ${fine.length} valid rows` : `Import all ${fine.length} rows`}
              </Button>
              <span className="soft">In one step: all of them, or none.</span>
            </div>
          )}
        </section>
      )}
    </div>
  )
}

type Rows = readonly { readonly line: number; readonly cells: Readonly<Record<string, string>> }[]

function rowsOf(file: FileLines | null, matching: Matching, mended: Readonly<Record<string, string>>): Rows {
  if (!file) return []
  const byLine = new Map<number, Record<string, string>>()
  for (const [place, text] of Object.entries(mended)) {
    const [line = '', key = ''] = place.split(' ')
    byLine.set(Number(line), { ...byLine.get(Number(line)), [key]: text })
  }
  return file.lines.map((line, index) => {
    // The heads are line 1.
    const number = index + 2
    const cells = { ...cellsOf(line, matching), ...byLine.get(number) }
    return { line: number, cells: Object.fromEntries(Object.entries(cells).filter(([, text]) => text !== '')) }
  })
}

function summary(answers: readonly RowAnswer[]): string {
  const count = (state: RowAnswer['state']) => answers.filter((answer) => answer.state === state).length
  const parts = [
    [count('new'), 'new'],
    [count('differs'), 'registered, with other values'],
    [count('same'), 'already registered, unchanged'],
    [count('refused'), 'with errors'],
  ] as const
  return parts
    .filter(([many]) => many > 0)
    .map(([many, words]) => `${many} ${words}`)
    .join(', ')
}

const takenWords = (stored: number, changed: number): string =>
  `${stored} registered${changed > 0 ? `, ${changed} changed by a further version` : ''}.`

/** More are not read. */
const MOST_SHOWN = 20

type DifferingProps = {
  readonly answers: readonly RowAnswer[]
  readonly rows: Rows
  readonly keyColumn: string
  readonly changesKnown: boolean
  readonly change: (changes: boolean) => void
}

/** Rows that say another thing than the register: left alone unless the person says otherwise. */
function Differing({ answers, rows, keyColumn, changesKnown, change }: DifferingProps) {
  const tagOf = (line: number) => rows.find((row) => row.line === line)?.cells[keyColumn] ?? ''
  return (
    <div className="tight">
      <ul className="plain-list small">
        {answers.slice(0, MOST_SHOWN).map(({ line, differs }) => (
          <li key={line}>
            Line {line}, <strong>{tagOf(line)}</strong>: other {differs.join(', ')}
          </li>
        ))}
        {answers.length > MOST_SHOWN && <li>and {answers.length - MOST_SHOWN} more</li>}
      </ul>
      <Tick checked={changesKnown} change={change} label="Change these too, by a further version of each" />
    </div>
  )
}
