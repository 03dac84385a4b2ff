import { idParam } from '@/server/api/idParam'
import { readRoute } from '@/server/api/route'
import { photoOf } from '@/server/services/register/instrumentNotes'

/** The photo of a note. */
export const GET = readRoute(async ({ id }: { id: string }) => {
  const photo = await photoOf(idParam(id))
  // Only these two kinds are ever stored.
  const type = photo[0] === 0x89 ? 'image/png' : 'image/jpeg'
  return new Response(new Uint8Array(photo), {
    headers: { 'content-type': type, 'cache-control': 'private, max-age=31536000, immutable' },
  })
})
