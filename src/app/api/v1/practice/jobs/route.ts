import { NewPracticeJob } from '@/schema/practice'
import { writeRoute } from '@/server/api/route'
import { makePracticeJob } from '@/server/services/practice/practice'

/** Takes a job to practise into the list. */
export const POST = writeRoute('make practice jobs', NewPracticeJob, (job, _params, actor) =>
  makePracticeJob(job, actor),
)
