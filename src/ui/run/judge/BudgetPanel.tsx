'use client'
import { useCallback, useMemo, useState } from 'react'
import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import { wordsAsShown } from '@/core/format/decimalMark'
import { formatFixed, formatSignificant, formatUncertainty } from '@/core/format/formatNumber'
import { assumptionsOf } from '@/core/run/judge/assumptions'
import { ERROR_BASIS_WORDS, errorBasis } from '@/core/run/judge/errorBasis'
import { scatterOfRound } from '@/core/run/judge/judgeSteps'
import { shownBudget } from '@/core/run/judge/shownBudget'
import { pointName } from '@/core/run/plan/pointScale'
import { type BudgetColumn, budgetColumns } from '@/pictures/charts/budgetColumns'
import type { ChartStyle } from '@/pictures/charts/chartPicture'
import type { World } from '@/schema/world'
import { Choice } from '../../../kit/parts/Choice'
import { DataTable } from '../../../kit/parts/DataTable'
import { TextButton } from '../../../kit/parts/TextButton'
import { ChartPictureView } from '../../../kit/pictures/ChartPictureView'
import { Key } from '../../shell/Key'
import { type TypedStore, useTyped } from '../reading/typedStore'

type Props = { world: World; points: readonly JudgedPoint[]; typed: TypedStore; close: () => void }

/** The uncertainty at every point as a stack of what it comes from, and the budget of one of them whole. */
export function BudgetPanel({ world, points, typed: store, close }: Props) {
  const typed = useTyped(store)
  const [chosen, setChosen] = useState<number | null>(null)
  const all = useMemo(() => (typed.kind === 'judged' ? [...points, typed.point] : points), [points, typed])
  const shown = all[chosen ?? all.length - 1] ?? all.at(-1)
  const name = (point: JudgedPoint) => `${pointName(point.targetPercent, world.configuration)} ${point.direction}`
  const basis = errorBasis(world)
  const columns = useMemo(() => all.flatMap((point) => columnOf(point, world)), [all, world])
  const draw = useCallback((style: ChartStyle) => budgetColumns(columns, style), [columns])
  const [column] = shown ? columnOf(shown, world) : []
  if (!column)
    return (
      <section className="run-panel stack" aria-label="Uncertainty budget">
        <BudgetHead close={close} />
        <p className="soft">The budget appears with the first reading.</p>
      </section>
    )
  const { budget } = column
  return (
    <section className="run-panel stack" aria-label="Uncertainty budget">
      <BudgetHead close={close} />
      <ChartPictureView draw={draw} height={170} />
      <div className="budget-head">
        <Choice
          label="Point"
          value={String(chosen ?? all.length - 1)}
          options={all.map((point, index) => [
            String(index),
            `${name(point)}${typed.kind === 'judged' && index === all.length - 1 ? ' (being typed)' : ''}`,
          ])}
          choose={(index) => setChosen(Number(index))}
        />
        <p className="num small" aria-live="polite">
          <strong>
            U = ±{formatUncertainty(budget.expandedUncertainty)} {ERROR_BASIS_WORDS[basis]}
          </strong>
          , k = {formatFixed(budget.coverageFactor, 2)} (t at 95.45 %, ν ={' '}
          {budget.effectiveDegrees === null ? '∞' : Math.floor(budget.effectiveDegrees)})
        </p>
      </div>
      <DataTable
        className="budget-table num small"
        rows={budget.lines}
        keyOf={({ name }) => name}
        columns={[
          { head: 'From', cell: (line) => line.name },
          { head: 'Value ±', cell: (line) => `${three(line.value)} ${line.unit}` },
          { head: 'Distribution', cell: (line) => line.distribution },
          { head: 'ν', cell: (line) => (line.degrees === null ? '∞' : three(line.degrees)) },
          { head: basis === 'span' ? 'u, % span' : 'u, % reading', cell: (line) => three(line.contribution) },
          { head: 'Share', cell: (line) => `${formatFixed(line.sharePercent, 0)} %` },
          { head: 'Known by', cell: (line) => wordsAsShown(line.source) },
        ]}
      />
      <ul className="small soft">
        {assumptionsOf(world, scatterOfRound(points, world)).map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
    </section>
  )
}

/** The budget of a point as the run shows errors; none while there is none. */
function columnOf({ budget, direction, applied, targetPercent }: JudgedPoint, world: World): BudgetColumn[] {
  const shown = { basis: errorBasis(world), range: world.configuration }
  const name = `${pointName(targetPercent, world.configuration)} ${direction}`
  return budget ? [{ name, direction, budget: shownBudget(budget, applied, shown) }] : []
}

function BudgetHead({ close }: { close: () => void }) {
  return (
    <div className="head-row">
      <h2>Where the uncertainty comes from</h2>
      <TextButton onClick={close} isEnd>
        Back to the corridor <Key of="budget" />
      </TextButton>
    </div>
  )
}

const three = (value: number) => formatSignificant(value, 3)
