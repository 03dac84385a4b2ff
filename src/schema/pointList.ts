import { z } from 'zod'
import { DecimalNumber } from './decimal'

/** Test points in numbers: two at least, none twice. */
export const PointList = z
  .array(z.number())
  .min(2, { error: 'at least two points' })
  .max(21, { error: '21 points at most' })
  .refine((points) => new Set(points).size === points.length, { error: 'a point stands twice' })
  .readonly()

/** The points as typed: `0, 25, 50, 75, 100`, or with blanks or semicolons; a decimal comma needs one of those. */
export const PointListForm = z.union([
  PointList,
  z
    .string()
    .max(200)
    .transform((typed): readonly (string | number)[] => pointTexts(typed))
    .pipe(z.array(DecimalNumber).readonly())
    .pipe(PointList),
])

function pointTexts(typed: string): string[] {
  const parts = typed.trim().split(/[;\s]+/)
  const texts = parts.length === 1 ? typed.split(',') : parts.map((part) => part.replace(/,$/, ''))
  return texts.map((part) => part.trim()).filter((part) => part !== '')
}
