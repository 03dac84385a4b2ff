import { environment } from '../environment'
import type { IssuedCertificate } from '../services/records/certificates'

/** A PDF that is shown in the browser under a name of its own. */
export const pdfResponse = (pdf: Uint8Array, name: string): Response =>
  new Response(Uint8Array.from(pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${name.replace(/[^A-Za-z0-9._-]/g, '_')}.pdf"`,
    },
  })

/** A certificate, with the hash of its file for whoever compares two copies (RFC 9530). */
export function certificateResponse({ pdf, sha256, sequence, tag }: IssuedCertificate): Response {
  const response = pdfResponse(pdf, `certificate-${sequence}-${tag}`)
  response.headers.set('repr-digest', `sha-256=:${Buffer.from(sha256, 'hex').toString('base64')}:`)
  return response
}

/** Where a code on paper leads: the site's own address, or that of this request. */
export const originOf = (request: Request): string =>
  environment().BARYS_ORIGIN?.origin ?? `http://${request.headers.get('host') ?? 'localhost'}`
