import { isInDate } from '../conformity/fitnessIssue'
import { daysBetween } from '../format/formatTime'

/** A certificate that ends within so many days is due soon. Ours, no source. */
const SOON_DAYS = 30

/** How a certificate stands on a day; calendar dates, `YYYY-MM-DD`. */
export function validityOf(dueOn: string, day: string): 'in date' | 'due soon' | 'out of date' {
  if (!isInDate(dueOn, day)) return 'out of date'
  return daysBetween(day, dueOn) <= SOON_DAYS ? 'due soon' : 'in date'
}
