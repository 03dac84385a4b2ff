import { formatDate } from '@/core/format/formatTime'
import { validityOf } from '@/core/reference/validity'
import { Mark } from '../../kit/parts/Mark'

/** Whether a certificate is in date, in words and with its mark. */
export function Validity({ dueOn, today }: { dueOn: string | null; today: string }) {
  if (dueOn === null)
    return (
      <span className="tone-outside">
        <Mark mark="outside" /> no certificate
      </span>
    )
  const validity = validityOf(dueOn, today)
  if (validity === 'out of date')
    return (
      <span className="tone-outside">
        <Mark mark="outside" /> out of date since {formatDate(dueOn)}
      </span>
    )
  return (
    <span className={validity === 'due soon' ? 'tone-look' : ''}>
      <Mark mark={validity === 'due soon' ? 'look' : 'inside'} /> to {formatDate(dueOn)}
    </span>
  )
}
