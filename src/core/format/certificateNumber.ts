/** What a format has to hold for every certificate to have a number of its own: its place in the chain of records. */
const NUMBER = /\{number(?::(\d))?\}/g

/** Whether a format numbers certificates one by one, and holds nothing that is not understood. */
export const isCertificateFormat = (format: string): boolean =>
  format.search(NUMBER) !== -1 && !/[{}]/.test(format.replaceAll(NUMBER, '').replaceAll('{year}', ''))

/**
 * The number of a certificate by the site's format: `{number}` is the record's, `{number:5}` the same with noughts before
 * it, `{year}` that of the seal.
 */
export const certificateNumber = (
  format: string,
  { sequence, year }: { readonly sequence: number; readonly year: number },
): string =>
  format
    .replaceAll(NUMBER, (_, width: string | undefined) => String(sequence).padStart(Number(width ?? 0), '0'))
    .replaceAll('{year}', String(year))
