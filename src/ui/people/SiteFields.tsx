import { BoundBox } from '../form/BoundFields'
import type { BoundForm } from '../form/useDraftForm'

/** A site of which nothing is typed yet. */
export const EMPTY_SITE = { name: '', address: '', method: '' }

/** Who issues the certificates: name, address, method. They stand at `at` of the form, or are all of it. */
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
    </>
  )
}
