import { ReviewAnswer } from '@/schema/review'
import { writeRoute } from '@/server/api/route'
import { sequenceParam } from '@/server/api/sequenceParam'
import { reviewRecord } from '@/server/services/records/reviewRecord'

/** A reviewer's answer to a sealed record; answers with everything reviewers said of it. */
export const POST = writeRoute('review', ReviewAnswer, (input, { sequence }: { sequence: string }, actor) =>
  reviewRecord(sequenceParam(sequence), input, actor),
)
