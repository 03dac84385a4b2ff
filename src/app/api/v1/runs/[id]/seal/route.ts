import { Signing } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { sealRun } from '@/server/services/sealRun'

/** Signs the run and seals its record. */
export const POST = writeRoute(Signing, (input, { id }: { id: string }, actor) => sealRun(idParam(id), input, actor))
