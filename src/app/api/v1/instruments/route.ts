import { NewInstrument } from '@/schema/configurationForm'
import { writeRoute } from '@/server/api/route'
import { registerInstrument } from '@/server/services/register/instruments'

/** Registers an instrument. */
export const POST = writeRoute('change the register', NewInstrument, (input, _params, actor) =>
  registerInstrument(input, actor),
)
