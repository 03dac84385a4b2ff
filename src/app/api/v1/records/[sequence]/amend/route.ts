import { Amending } from '@/schema/review'
import { writeRoute } from '@/server/api/route'
import { sequenceParam } from '@/server/api/sequenceParam'
import { amendRecord } from '@/server/services/records/amendRecord'

/** Opens an amendment of a sealed record; answers with the id of its run. */
export const POST = writeRoute('amend', Amending, (input, { sequence }: { sequence: string }, actor) =>
  amendRecord(sequenceParam(sequence), input, actor),
)
