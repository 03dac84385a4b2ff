import { NewReading } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { recordReading } from '@/server/services/run/recordReading'

/** Stores one reading or one correction; answers with it as stored and judged. */
export const POST = writeRoute('calibrate', NewReading, (input, { id }: { id: string }, actor) =>
  recordReading(idParam(id), input, actor),
)
