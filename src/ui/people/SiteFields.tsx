import { RUN_RULES } from '@/core/run/plan/decisionRule'
import { CONDITION_UNITS } from '@/core/units/conditionUnits'
import { DECIMAL_MARKS, LABEL_SIZES, PAPERS, TAG_SIZES, USUAL_SETTINGS } from '@/schema/site'
import { BoundBox, BoundChoice } from '../form/BoundFields'
import { PRESSURE_UNIT_CHOICES } from '../form/pressureUnitChoices'
import type { BoundForm } from '../form/useDraftForm'

/** A site of which nothing is typed yet. */
export const EMPTY_SITE = { name: '', address: '', method: '', timeZone: '', ...USUAL_SETTINGS }

const ZONES = [
  ['', 'that of this machine'] as const,
  ...Intl.supportedValuesOf('timeZone').map((zone) => [zone, zone] as const),
]
const PAPER_CHOICES = Object.entries(PAPERS)
const MARKS = Object.entries(DECIMAL_MARKS)
const CONDITIONS = Object.entries(CONDITION_UNITS).map(([id, { label }]) => [id, label] as const)
const TAGS = Object.entries(TAG_SIZES)
const LABELS = Object.entries(LABEL_SIZES)
const RULES = Object.entries(RUN_RULES).map(([id, { label }]) => [id, label] as const)

/** Who issues the certificates, and what holds for everybody. They stand at `at` of the form, or are all of it. */
export function SiteFields({ form, at = '' }: { form: BoundForm; at?: string }) {
  return (
    <>
      <BoundBox form={form} path={`${at}name`} label="Place that issues the certificates" autoComplete="organization" />
      <BoundBox form={form} path={`${at}address`} label="Its address" isLong autoComplete="street-address" />
      <BoundBox
        form={form}
        path={`${at}method`}
        label="Method and its revision"
        says="as it is named on the certificate; left empty: comparison with a reference"
      />
      <BoundChoice form={form} path={`${at}timeZone`} label="Time zone" options={ZONES} />
      <BoundChoice
        form={form}
        path={`${at}pressureUnit`}
        label="Unit that forms begin with"
        options={PRESSURE_UNIT_CHOICES}
      />
      <BoundChoice form={form} path={`${at}decimalMark`} label="Decimals are shown after" options={MARKS} />
      <BoundChoice form={form} path={`${at}conditionUnits`} label="Units of conditions" options={CONDITIONS} />
      <BoundChoice form={form} path={`${at}paper`} label="Paper" options={PAPER_CHOICES} />
      <BoundChoice form={form} path={`${at}tagSize`} label="Range tags" options={TAGS} />
      <BoundChoice form={form} path={`${at}labelSize`} label="Labels of references" options={LABELS} />
      <BoundChoice form={form} path={`${at}decisionRule`} label="Decision rule that runs begin with" options={RULES} />
      <BoundBox
        form={form}
        path={`${at}certificateNumber`}
        label="Certificates are numbered"
        says="{number} is the record’s, {number:5} with noughts before it, {year} that of the seal"
      />
    </>
  )
}
