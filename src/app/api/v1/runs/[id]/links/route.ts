import { NewLink } from '@/schema/links'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { Conflict } from '@/server/refusals'
import { beginLink } from '@/server/services/links/links'

/** Takes devices for this run, and for others at the same manifold. */
export const POST = writeRoute('drive a source', NewLink, (link, { id }: { id: string }, actor) => {
  if (link.members[0]?.runId !== idParam(id))
    throw new Conflict('members', 'the first of them is another run', 'begin with the run of the address')
  return beginLink(link, actor)
})
