import type { RangeToRead, ReadCertificate } from '@/plans/dcc/readCertificate'
import { LARGEST_DOCUMENT_BYTES } from '@/schema/referenceForm'

/**
 * What a file says of a certificate, read in the browser: points as CSV or XLSX, or a digital calibration certificate.
 *
 * @throws {Error} in words, for what cannot be read
 */
export async function readCertificateFile(file: File, ranges: readonly RangeToRead[]): Promise<ReadCertificate> {
  if (file.size > LARGEST_DOCUMENT_BYTES) throw new Error('It is larger than 8 MB.')
  if (/\.xml$/i.test(file.name)) {
    const [{ parseXml }, { readDcc }] = await Promise.all([
      import('@/plans/dcc/xmlNode'),
      import('@/plans/dcc/readDcc'),
    ])
    return readDcc(parseXml(await file.text()), ranges)
  }
  const [{ readFile }, { readPoints }] = await Promise.all([
    import('../import/readFile'),
    import('@/plans/certificatePoints'),
  ])
  return readPoints(await readFile(file), ranges)
}
