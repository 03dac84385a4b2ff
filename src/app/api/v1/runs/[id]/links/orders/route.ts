import { LinkOrder } from '@/schema/links'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { orderLink } from '@/server/services/links/links'

/** Passes on what a person wants of the devices of a run; answers with what came of it. */
export const POST = writeRoute('drive a source', LinkOrder, (order, { id }: { id: string }, actor) =>
  orderLink(idParam(id), order, actor),
)
