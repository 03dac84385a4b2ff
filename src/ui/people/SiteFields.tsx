import { SITE_FIELD_LIST, USUAL_SETTINGS } from '@/schema/site'
import type { SiteBox } from '@/schema/siteField'
import { BoundBox, BoundChoice } from '../../kit/form/BoundFields'
import type { BoundForm } from '../../kit/form/useDraftForm'

/** A site of which nothing is typed yet. */
export const EMPTY_SITE = { name: '', address: '', method: '', timeZone: '', ...USUAL_SETTINGS }

/** Who issues the certificates, and what holds for everybody. They stand at `at` of the form, or are all of it. */
export function SiteFields({ form, at = '' }: { form: BoundForm; at?: string }) {
  return SITE_FIELD_LIST.map(([name, { box }]) => (
    <SiteFieldBox key={name} form={form} path={`${at}${name}`} box={box} />
  ))
}

function SiteFieldBox({ form, path, box }: { form: BoundForm; path: string; box: SiteBox }) {
  const { label, says } = box
  if (box.as === 'choice')
    return <BoundChoice form={form} path={path} label={label} says={says} options={box.options} />
  const { autoComplete } = box
  return (
    <BoundBox
      {...{ form, path, label, says }}
      isLong={box.as === 'long text'}
      {...(autoComplete !== undefined && { autoComplete })}
    />
  )
}
