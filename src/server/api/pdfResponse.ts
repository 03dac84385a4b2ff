import { environment } from '../environment'

/** A PDF that is shown in the browser under a name of its own. */
export const pdfResponse = (pdf: Buffer, name: string): Response =>
  new Response(new Uint8Array(pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${name.replace(/[^A-Za-z0-9._-]/g, '_')}.pdf"`,
    },
  })

/** Where a code on paper leads: the site's own address, or that of this request. */
export const originOf = (request: Request): string =>
  environment().BARYS_ORIGIN?.origin ?? `http://${request.headers.get('host') ?? 'localhost'}`
