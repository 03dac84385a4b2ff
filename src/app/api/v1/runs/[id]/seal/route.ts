import { Signing } from '@/schema/runEnd'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { keepCertificate } from '@/server/services/records/certificates'
import { signRun } from '@/server/services/run/sealRun'

/** Signs the run and seals its record; its certificate is drawn and kept behind the answer. */
export const POST = writeRoute('sign as performed', Signing, async (input, { id }: { id: string }, actor) => {
  const sealed = await signRun(idParam(id), input, actor)
  keepCertificate(sealed.sequence, actor.now)
  return sealed
})
