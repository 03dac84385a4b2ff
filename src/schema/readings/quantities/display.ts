import { READ_AT_EVERY_POINT, type ReadingQuantity } from '../readingQuantity'

/** What the instrument's own display shows, in its own unit. */
export const display: ReadingQuantity = {
  column: 'display',
  enters: 'beside',
  isAsked: ({ readsDisplay }) => readsDisplay === true,
  whenMissing: READ_AT_EVERY_POINT,
  box: {
    place: 50,
    label: ({ configuration }) => `display, ${configuration.displayScale?.unit ?? ''}`,
    inDialog: 'Display',
  },
  ladderHead: 'Display',
  certificate: null,
}
