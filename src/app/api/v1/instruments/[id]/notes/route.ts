import { NewInstrumentNote } from '@/schema/instrumentNote'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { noteAtInstrument } from '@/server/services/register/instrumentNotes'

/** Keeps a note, with a photo where there is one; answers with the notes of the instrument. */
export const POST = writeRoute('change the register', NewInstrumentNote, (input, params: { id: string }, actor) =>
  noteAtInstrument(idParam(params.id), input, actor),
)
