import type { RefusedField } from '@/schema/answer'
import { fieldTitle, type InputSchema } from '../../kit/form/inputSchema'
import { isStillEmpty } from '../../kit/form/useSetUpForm'
import { Notice } from '../../kit/parts/Notice'

type Props = { shape: InputSchema; refusals: readonly RefusedField[] }

/** Why nothing comes out yet: what is still empty, and what cannot be used. */
export function Reasons({ shape, refusals }: Props) {
  const empty = refusals.filter(isStillEmpty)
  const wrong = refusals.filter((each) => !isStillEmpty(each))
  return (
    <Notice gap={14} role="status">
      {wrong.length > 0 && (
        <ul className="calc-refusals plain-list is-marked">
          {wrong.map(({ field, reason, remedy }) => (
            <li key={`${field} ${reason}`}>
              <strong>{fieldTitle(shape, field)}</strong> {reason}
              {remedy && <>: {remedy}</>}
            </li>
          ))}
        </ul>
      )}
      {empty.length > 0 && (
        <p>
          <strong>Still empty:</strong> {empty.map(({ field }) => fieldTitle(shape, field)).join(' · ')}
        </p>
      )}
    </Notice>
  )
}
