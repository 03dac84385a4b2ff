// American names of months: “Sep” in every version of the locale data, where British ones had “Sept” for a while.
const MONTH = new Intl.DateTimeFormat('en-US', { month: 'short', timeZone: 'UTC' })
const WEEKDAY = new Intl.DateTimeFormat('en-US', { weekday: 'long', timeZone: 'UTC' })

/** Calendar date (`YYYY-MM-DD`) of an instant in a time zone. */
export function calendarDate(at: Date, timeZone: string): string {
  const { year, month, day } = partsOf(at, timeZone)
  return `${year}-${month}-${day}`
}

/** The instant a calendar date begins at in a time zone. */
export function startOfDay(calendar: string, timeZone: string): Date {
  const wanted = Date.parse(`${calendar}T00:00:00Z`)
  // What the clock of the zone shows, taken for UTC, is off by the zone’s offset; asked twice, as it changes with the seasons.
  const shown = (at: number) => {
    const { year, month, day, hour, minute } = partsOf(new Date(at), timeZone)
    return Date.parse(`${year}-${month}-${day}T${hour}:${minute}:00Z`)
  }
  const first = wanted - (shown(wanted) - wanted)
  return new Date(first - (shown(first) - wanted))
}

/** `24 Nov 2026`, from a calendar date. */
export function formatDate(calendar: string): string {
  const [year = '', , day = ''] = calendar.split('-')
  return `${Number(day)} ${MONTH.format(noonOf(calendar))} ${year}`
}

/** `Tuesday 24 November`-like heading without the year: `Tuesday 24 Nov`. */
export function formatWeekday(calendar: string): string {
  return `${WEEKDAY.format(noonOf(calendar))} ${formatDate(calendar).replace(/ \d+$/, '')}`
}

/** `24 Nov 2026, 14:05` in a time zone, from ISO 8601 text or an instant. */
export function formatDateTime(at: string | Date, timeZone: string): string {
  const instant = new Date(at)
  const { hour, minute } = partsOf(instant, timeZone)
  return `${formatDate(calendarDate(instant, timeZone))}, ${hour}:${minute}`
}

/** Whole days from one calendar date to another; negative when it lies before. */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000)
}

const noonOf = (calendar: string): Date => new Date(`${calendar}T12:00:00Z`)

function partsOf(at: Date, timeZone: string): Record<'year' | 'month' | 'day' | 'hour' | 'minute', string> {
  const parts = inZone(timeZone).formatToParts(at)
  const part = (type: string) => parts.find((candidate) => candidate.type === type)?.value ?? ''
  return { year: part('year'), month: part('month'), day: part('day'), hour: part('hour'), minute: part('minute') }
}

/** Making a formatter takes fifty times as long as using it. A site has one zone; nobody fills this with others. */
const MADE = new Map<string, Intl.DateTimeFormat>()

function inZone(timeZone: string): Intl.DateTimeFormat {
  const known = MADE.get(timeZone)
  if (known) return known
  const made = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  })
  if (MADE.size < 50) MADE.set(timeZone, made)
  return made
}
