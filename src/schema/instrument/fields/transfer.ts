import { LINEAR } from '@/core/transfer/transfer'
import { choiceColumn, column } from '../../list/column'
import { Transfer, TransferForm, TransferNumbers } from '../../transfer'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const shapes = {
  stored: Transfer.default(LINEAR),
  entered: TransferNumbers.default(LINEAR),
  typed: TransferForm.default(LINEAR),
}
type TransferBoxes = { kind: string; cutOffPercent: string }

const SHORT_WORDS = { linear: 'linear', 'root-to-zero': 'root, to zero', 'root-with-line': 'root, straight line' }

/** How it turns input into output; a straight line where a configuration of before does not say. */
export const transfer: InstrumentField<typeof shapes, TransferBoxes> = {
  shapes,
  sql: { column: 'transfer', holds: 'json' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: {
    empty: { kind: 'linear', cutOffPercent: '' },
    filled: (value) => ({
      kind: value.kind,
      cutOffPercent: value.kind === 'linear' ? '' : boxText(value.cutOffPercent),
    }),
    forAnother: shared,
  },
  drawn: { group: 'range', own: ['Output follows the input'] },
  columns: [
    choiceColumn(SHORT_WORDS, { key: 'configuration.transfer.kind', title: 'Transfer' }),
    column({ key: 'configuration.transfer.cutOffPercent', title: 'Cut-off, % of flow' }),
  ],
  // Its line is the output's, of which it is a part.
  nameplate: [],
  certificate: [],
  listCell: null,
}
