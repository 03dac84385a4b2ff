import { NewAttempt } from '@/schema/practice'
import { writeRoute } from '@/server/api/route'
import { finishPractice } from '@/server/services/practice/practice'

/** Judges a practice from its acts, and keeps it. */
export const POST = writeRoute('practise', NewAttempt, (attempt, _params, actor) => finishPractice(attempt, actor))
