import { FLUID_HAZARD_IDS, FLUID_HAZARD_NAMES, type FluidHazard } from '@/core/reference/fluidHazard'
import { namesColumn } from '../../list/column'
import { chosenSet } from '../chosenSet'
import { type InstrumentField, shared } from '../instrumentField'

const hazards = chosenSet(FLUID_HAZARD_IDS)

/** What its process fluid can do; left out where nobody has said. */
export const fluidHazards: InstrumentField<typeof hazards.shapes, Record<FluidHazard, boolean>> = {
  shapes: hazards.shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: hazards.empty, filled: hazards.filled, forAnother: shared },
  drawn: { group: 'particulars', own: Object.values(FLUID_HAZARD_NAMES) },
  columns: [namesColumn(FLUID_HAZARD_NAMES, { key: 'configuration.fluidHazards', title: 'Hazards of the fluid' })],
  nameplate: [
    {
      place: 86,
      term: 'Hazards of the fluid',
      words: ({ fluidHazards: chosen }) => chosen?.map((hazard) => FLUID_HAZARD_NAMES[hazard]).join(', ') ?? null,
    },
  ],
  certificate: [],
  listCell: null,
}
