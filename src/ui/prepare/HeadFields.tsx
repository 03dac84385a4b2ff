import { LINE_FILLS, type LineFill, USUAL_DENSITY_DOUBT_PERCENT } from '@/core/pressure/lineHead'
import { typedNumber } from '@/core/units/decimalText'
import { headQuestion, headToAskAbout } from '@/plans/headsOfRun'
import type { Configuration } from '@/schema/configuration'
import { BoundBox, BoundChoice } from '../../kit/form/BoundFields'
import type { BoundForm } from '../../kit/form/useDraftForm'
import { Tick } from '../../kit/parts/Tick'
import type { PrepareDraft } from './prepareDraft'
import { useConfirmedAnew } from './useConfirmedAnew'

const FILLS = Object.entries(LINE_FILLS)
const LIQUIDS = FILLS.filter(([id]) => id !== 'gas')

type Planned = Parameters<typeof headToAskAbout>[0] & Parameters<typeof headQuestion>[1]
type Props = {
  form: BoundForm & { readonly draft: PrepareDraft }
  configuration: Configuration
  /** The run as it would be begun; null while it cannot. */
  planned: Planned | null
}

/** Heights between reference and instrument, and what fills the lines: what they make is corrected. */
export function HeadFields({ form, configuration, planned }: Props) {
  const asked = planned && headToAskAbout(planned)
  useConfirmedAnew(form.change, 'isHeadConfirmed', standing(form.draft))
  return (
    <>
      <OneHead form={form} at="head" of="Line to the reference" label="Ref. higher" fills={FILLS} />
      {configuration.pressureKind === 'differential' && (
        <OneHead form={form} at="lowLeg" of="Leg on the low side" label="Filled low leg" fills={LIQUIDS} />
      )}
      {asked && (
        <Tick
          name="isHeadConfirmed"
          checked={form.draft.isHeadConfirmed}
          change={(isConfirmed) => form.change(['isHeadConfirmed'], isConfirmed)}
          label={`Checked: ${headQuestion(asked, planned)}`}
          why="corrected at every point"
        />
      )}
    </>
  )
}

/** What a head hangs on, as typed. */
const standing = ({ head, lowLeg }: PrepareDraft): string =>
  [head, lowLeg]
    .flatMap(({ heightMillimetre, fill, densityKgPerM3 }) => [heightMillimetre, fill, densityKgPerM3])
    .join(' ')

type HeadProps = Pick<Props, 'form'> & {
  at: 'head' | 'lowLeg'
  /** The line, to a screen reader: both have the same fields. */
  of: string
  label: string
  fills: readonly (readonly [id: string, words: string])[]
}

/** One height with its fill; what is usual of it is asked for once there is a height. */
function OneHead({ form, at, of, label, fills }: HeadProps) {
  const { heightMillimetre, fill } = form.draft[at]
  const isLevel = (typedNumber(heightMillimetre) ?? 0) === 0
  const filled = fill as LineFill // only fills of ours are offered
  return (
    <fieldset className="field-row bare-fieldset" aria-label={of}>
      <BoundBox form={form} path={`${at}.heightMillimetre`} label={label} condition="height" />
      <BoundChoice form={form} path={`${at}.fill`} label="Line filled with" options={fills} />
      {!isLevel && (
        <>
          {filled !== 'gas' && (
            <BoundBox
              form={form}
              path={`${at}.densityKgPerM3`}
              label="Density, kg/m³"
              isNumber
              says={filled === 'liquid' ? undefined : 'empty: usual'}
            />
          )}
          <BoundBox form={form} path={`${at}.celsius`} label="Line at, °C" isNumber says="empty: ambient" />
          <BoundBox form={form} path={`${at}.heightDoubtMillimetre`} label="Height ±, mm" isNumber says="empty: 10" />
          <BoundBox
            form={form}
            path={`${at}.densityDoubtPercent`}
            label="Density ±, %"
            isNumber
            says={`empty: ${USUAL_DENSITY_DOUBT_PERCENT[filled]}`}
          />
          <BoundBox form={form} path={`${at}.celsiusDoubt`} label="Line temperature ±, K" isNumber says="empty: 5" />
        </>
      )}
    </fieldset>
  )
}
