import { ConfigurationEdit } from '@/schema/configurationForm'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { editConfiguration } from '@/server/services/register/instruments'

/** Makes a further version of an instrument's configuration. */
export const POST = writeRoute('change the register', ConfigurationEdit, (edit, params: { id: string }, actor) =>
  editConfiguration(idParam(params.id), edit, actor),
)
