import { z } from 'zod'
import { column } from '../../list/column'
import { optionalText } from '../enteredParts'
import type { InstrumentField } from '../instrumentField'

const plate = { maker: z.string(), model: z.string(), serialNumber: z.string() }
const shapes = {
  stored: z.strictObject(plate).partial().optional(),
  entered: z.object(plate).partial().optional(),
  typed: z
    .object({ maker: optionalText(80), model: optionalText(80), serialNumber: optionalText(80) })
    .transform((typed) => (Object.values(typed).some(Boolean) ? typed : undefined))
    .optional(),
}
type PlateBoxes = { maker: string; model: string; serialNumber: string }

/** Who made it, which model it is, and its serial number. */
export const nameplate: InstrumentField<typeof shapes, PlateBoxes> = {
  shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: {
    empty: { maker: '', model: '', serialNumber: '' },
    filled: (said) => ({
      maker: said?.maker ?? '',
      model: said?.model ?? '',
      serialNumber: said?.serialNumber ?? '',
    }),
    forAnother: (boxes) => ({ ...boxes, serialNumber: '' }),
  },
  drawn: {
    group: 'particulars',
    row: 1,
    boxes: [
      { path: ['maker'], label: 'Maker', as: 'text' },
      { path: ['model'], label: 'Model', as: 'text' },
      { path: ['serialNumber'], label: 'Serial number', as: 'text' },
    ],
  },
  columns: [
    column({ key: 'configuration.nameplate.maker', title: 'Maker', aliases: ['manufacturer'] }),
    column({ key: 'configuration.nameplate.model', title: 'Model' }),
    column({
      key: 'configuration.nameplate.serialNumber',
      title: 'Serial number',
      aliases: ['serial', 'serial no'],
    }),
  ],
  nameplate: [
    {
      place: 20,
      term: 'Nameplate',
      words: ({ nameplate: said }) =>
        said
          ? [said.maker, said.model, said.serialNumber && `serial ${said.serialNumber}`].filter(Boolean).join(', ')
          : null,
    },
  ],
  certificate: [
    {
      place: 10,
      term: 'Maker, model',
      words: ({ nameplate: said }) => [said?.maker, said?.model].filter(Boolean).join(', ') || 'not in the register',
    },
    {
      place: 20,
      term: 'Serial number',
      words: ({ nameplate: said }) => said?.serialNumber ?? 'not in the register',
    },
  ],
  listCell: null,
}
