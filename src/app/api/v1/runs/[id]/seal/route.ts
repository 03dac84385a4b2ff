import { Signing } from '@/schema/runEnd'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { signRun } from '@/server/services/sealRun'

/** Signs the run and seals its record. */
export const POST = writeRoute('sign as performed', Signing, (input, { id }: { id: string }, actor) =>
  signRun(idParam(id), input, actor),
)
