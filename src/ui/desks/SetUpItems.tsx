'use client'
import { isReadBack, type SetUpItem } from '@/core/setUp/setUpSheet'
import type { SetUpPlan } from '@/plans/setUpPlan'
import { WordsBox } from '../../kit/form/boxes'
import { Mark } from '../../kit/parts/Mark'
import { Notice } from '../../kit/parts/Notice'
import { Tick } from '../../kit/parts/Tick'

/** What was ticked or read back, by item. */
export type Keyed = Readonly<Record<string, { readonly isTicked: boolean; readonly readBack: string }>>

type Props = { plan: SetUpPlan; keyed: Keyed; change: (next: Keyed) => void }

/** The values in the order they are keyed in: old, new, why, ticked or read back. */
export function SetUpItems({ plan, keyed, change }: Props) {
  return (
    <>
      <h2>Key in, in this order</h2>
      {plan.objections.map((words) => (
        <Notice key={words} tone="outside">
          {words}
        </Notice>
      ))}
      {plan.notes.map((words) => (
        <Notice key={words} isSmall>
          {words}
        </Notice>
      ))}
      <ol className="sheet-items">
        {plan.items.map((item) => {
          const done = keyed[item.id] ?? { isTicked: false, readBack: '' }
          const set = (part: Partial<typeof done>) => change({ ...keyed, [item.id]: { ...done, ...part } })
          return (
            <li key={item.id} className={item.isChanged ? 'is-changed' : undefined}>
              <Tick
                label={<ItemWords item={item} />}
                checked={done.isTicked}
                change={(isTicked) => set({ isTicked })}
              />
              <WordsBox
                called={`${item.name} reads back`}
                placeholder="reads back"
                value={done.readBack}
                change={(readBack) => set({ readBack })}
                refused={
                  done.readBack.trim() !== '' && !isReadBack(item, done.readBack)
                    ? `differs from ${item.after}`
                    : undefined
                }
              />
            </li>
          )
        })}
      </ol>
    </>
  )
}

function ItemWords({ item }: { item: SetUpItem }) {
  return (
    <span>
      <strong>{item.name}</strong>{' '}
      <span className="num">
        {item.isChanged ? (
          <>
            {item.before === null ? 'not known' : item.before} → <b>{item.after}</b>
          </>
        ) : (
          <>
            <Mark mark="inside" label="stays" /> {item.after}
          </>
        )}
      </span>
      <span className="soft small block">{item.why}</span>
    </span>
  )
}
