import type { z } from 'zod'
import type { RefusedField } from './answer'

/** More than a screen of them helps nobody. */
const MOST = 20

/** What is wrong with the shape of what was sent, box by box: field, reason and remedy, never a library's words. */
export const shapeRefusals = (error: z.ZodError): RefusedField[] =>
  error.issues.slice(0, MOST).map((issue) => refusalOf(meant(issue)))

/**
 * Of a box that may be filled in in more than one way, what is wrong with the way that came nearest: the one that objects
 * in our words, so that it knew what it was reading.
 */
function meant(issue: z.core.$ZodIssue): z.core.$ZodIssue {
  if (issue.code !== 'invalid_union') return issue
  const inside = issue.errors.flat().find(({ message }) => !LIBRARYS_WORDS.test(message))
  return inside ? { ...inside, path: [...issue.path, ...inside.path] } : issue
}

/** Beginning of a message of the schema library, shown where no message of ours was written for it. */
const LIBRARYS_WORDS = /^(Invalid|Too (small|big)|Unrecognized)/

/** A schema's objection as field, reason and remedy. Our own messages carry the remedy after a colon. */
function refusalOf(issue: z.core.$ZodIssue): RefusedField {
  const field = issue.path.join('.') || 'body'
  const isOurs = !LIBRARYS_WORDS.test(issue.message)
  const [reason = issue.message, remedy] = isOurs ? issue.message.split(/: (.*)/s) : [reasonFor(issue)]
  return { field, reason, remedy: remedy ?? remedyFor(issue) }
}

function reasonFor(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined ? 'is missing' : `is no ${issue.expected}`
    case 'invalid_value':
      return 'is none of the choices'
    case 'invalid_union':
      return 'is none of the kinds there are'
    case 'too_small':
      return 'is too small'
    case 'too_big':
      return 'is too large'
    case 'unrecognized_keys':
      return `has ${issue.keys.join(', ')}, which nothing here asks for`
    default:
      return 'is not in the form asked for'
  }
}

function remedyFor(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_value':
      return `choose one of ${issue.values.slice(0, 12).join(', ')}${issue.values.length > 12 ? ' …' : ''}`
    case 'invalid_union':
      return 'choose one of the kinds in the list'
    case 'unrecognized_keys':
      return 'leave it out'
    case 'too_small':
      return issue.origin === 'array'
        ? 'add what is missing'
        : `enter ${issue.inclusive ? 'at least' : 'more than'} ${issue.minimum}`
    case 'too_big':
      return issue.origin === 'array' || issue.origin === 'string'
        ? 'shorten it'
        : `enter ${issue.inclusive ? 'at most' : 'less than'} ${issue.maximum}`
    case 'custom':
      return 'change it'
    default:
      return 'see the example in the API document'
  }
}
