import { CapsuleCount } from '@/schema/capsule'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { countCapsule } from '@/server/services/register/capsules'

/** Counts a kind of capsule. */
export const POST = writeRoute('keep references', CapsuleCount, ({ kept }, params: { id: string }, actor) =>
  countCapsule(idParam(params.id), kept, actor),
)
