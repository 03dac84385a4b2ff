import { z } from 'zod'
import { words } from './field'
import { CertificateForm, CertifiedRangeShape, RangeForm, ReferenceForm, refuseMissingFactor } from './referenceForm'

/*
 * A row of the list of references: one range of one device, with the certificate it has. Numbers come as they are
 * written, and are read as a form reads them.
 */

/** The device without its ranges, as the form has it. */
const Device = z.object(ReferenceForm.shape).omit({ ranges: true })
/** What the certificate says of the range; left out where it has none. */
const Certificate = z.preprocess(
  (said) => (typeof said === 'object' && said !== null ? { ...UNSAID, ...said } : said),
  z
    .object(CertificateForm.shape)
    .omit({ ranges: true })
    .extend({ ...CertifiedRangeShape.shape, laboratory: words('Laboratory', 120) })
    .superRefine(refuseMissingFactor)
    .refine(({ calibratedOn, dueOn }) => calibratedOn < dueOn, {
      path: ['dueOn'],
      error: 'is not after its calibration',
    }),
)
/** What stands where a cell is empty and others of the certificate are not. */
const UNSAID = {
  ...{ number: '', laboratory: '', calibratedOn: '', dueOn: '' },
  ...{ accreditation: '', coverageFactor: null, mark: '', uncertainty: [], points: [], found: [] },
}

export const ImportedReference = z.object({ device: Device, range: RangeForm, certificate: Certificate.optional() })
export type ImportedReference = z.infer<typeof ImportedReference>
