import { VentOrder } from '@/schema/links'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { orderLink } from '@/server/services/links/links'

/** Vents the source of a run: whoever is signed in may, from a page however old. */
export const POST = writeRoute('vent a source', VentOrder, ({ id: orderId }, { id }: { id: string }, actor) =>
  orderLink(idParam(id), { id: orderId, act: { kind: 'vent' } }, actor),
)
