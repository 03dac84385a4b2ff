import { formatPlain } from '@/core/format/formatNumber'
import { orRefused } from '@/core/refusal'
import type { DisplayScale } from '@/core/transfer/displayScale'
import { typedEnd } from '@/plans/wantedRange'
import type { Configuration } from '@/schema/configuration'
import { type RANGE_SOURCES, WantedForm } from '@/schema/desks'

/** The boxes of what is wanted, as text. */
export type WantedDraft = {
  readonly lrv: string
  readonly urv: string
  readonly display: { readonly lower: string; readonly upper: string; readonly unit: string } | null
  readonly transfer: 'linear' | 'root-to-zero' | 'root-with-line'
  readonly cutOffPercent: string
  readonly hostRoot: boolean
  readonly source: keyof typeof RANGE_SOURCES
}

const text = (value: number) => formatPlain(value).replace('−', '-')

/** A scale of the host as text. */
export const scaleText = ({ lower, upper, unit }: DisplayScale) => ({ lower: text(lower), upper: text(upper), unit })

/** The boxes filled from a wish. */
export const draftOfWanted = ({ lrv, urv, displayScale, transfer, hostRoot, source }: WantedForm): WantedDraft => ({
  lrv: text(lrv),
  urv: text(urv),
  display: displayScale && scaleText(displayScale),
  transfer: transfer.kind,
  cutOffPercent: transfer.kind === 'linear' ? '' : text(transfer.cutOffPercent),
  hostRoot,
  source,
})

/** What a draft asks for, or why it asks for nothing yet. */
export type ReadDraft =
  | { readonly kind: 'wanted'; readonly wanted: WantedForm }
  | { readonly kind: 'unclear'; readonly problems: Readonly<Record<string, string>> }

/** Reads the boxes. Ends may carry a unit of their own; they are turned into that of the instrument. */
export function readWanted(draft: WantedDraft, measures: Pick<Configuration, 'unit' | 'pressureKind'>): ReadDraft {
  const problems: Record<string, string> = {}
  const end = (field: 'lrv' | 'urv') =>
    orRefused(
      () => typedEnd(draft[field], measures, field),
      ({ line }) => {
        problems[field] = line
        return 0
      },
    )
  const [lrv, urv] = [end('lrv'), end('urv')]
  const parsed = WantedForm.safeParse({
    lrv,
    urv,
    displayScale: draft.display,
    transfer:
      draft.transfer === 'linear' ? { kind: 'linear' } : { kind: draft.transfer, cutOffPercent: draft.cutOffPercent },
    hostRoot: draft.hostRoot,
    source: draft.source,
  })
  if (!parsed.success) for (const { path, message } of parsed.error.issues) problems[path.join('.')] ??= message
  if (!parsed.success || Object.keys(problems).length > 0) return { kind: 'unclear', problems }
  return { kind: 'wanted', wanted: parsed.data }
}
