import { NewExchange } from '@/schema/run'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { exchangeReference } from '@/server/services/run/exchangeReference'

/** Puts another reference in the place of one of the run; answers with the run as it then is. */
export const POST = writeRoute('calibrate', NewExchange, (input, { id }: { id: string }, actor) =>
  exchangeReference(idParam(id), input, actor),
)
