import { LARGEST_DOCUMENT_BYTES, NewDocument } from '@/schema/referenceForm'
import { idParam } from '@/server/api/idParam'
import { readRoute, writeRoute } from '@/server/api/route'
import { attachDocument, documentOf } from '@/server/services/references/references'

type Params = { id: string; certificateId: string }

/** The document of a certificate as it came. */
export const GET = readRoute(async ({ certificateId }: Params) => {
  const { name, mediaType, content } = await documentOf(idParam(certificateId))
  const headers = {
    'content-type': mediaType,
    // A foreign document is never shown as a page of ours.
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    'x-content-type-options': 'nosniff',
  }
  return new Response(new Uint8Array(content), { headers })
})

/** Attaches the document of a certificate. */
export const POST = writeRoute(
  'keep references',
  NewDocument,
  (sent, { id, certificateId }: Params, actor) =>
    attachDocument({ referenceId: idParam(id), certificateId: idParam(certificateId) }, sent, actor),
  { largestBytes: Math.ceil(LARGEST_DOCUMENT_BYTES * 1.4) },
)
