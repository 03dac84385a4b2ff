import { daysBetween, formatDate } from '@/core/format/formatTime'
import { Mark } from '../parts/Mark'

const SOON_DAYS = 30

/** Whether a certificate is in date, in words and with its mark. */
export function Validity({ dueOn, today }: { dueOn: string | null; today: string }) {
  if (dueOn === null)
    return (
      <span className="tone-outside">
        <Mark mark="outside" /> no certificate
      </span>
    )
  const left = daysBetween(today, dueOn)
  if (left < 0)
    return (
      <span className="tone-outside">
        <Mark mark="outside" /> out of date since {formatDate(dueOn)}
      </span>
    )
  return (
    <span className={left <= SOON_DAYS ? 'tone-look' : ''}>
      <Mark mark={left <= SOON_DAYS ? 'look' : 'inside'} /> to {formatDate(dueOn)}
    </span>
  )
}
