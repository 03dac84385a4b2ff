import { type ImportProgress, ImportRequest } from '@/schema/importedRows'
import { streamedRoute } from '@/server/api/route'
import { importNamed } from '@/server/services/lists/lists'

/** Rows of the largest list, with every column filled. */
const LARGEST_LIST_BYTES = 24 * 1024 * 1024

/** Looks at the rows of a list, or takes them; answers a line of JSON at a time. */
export const POST = streamedRoute<typeof ImportRequest, { list: string }, ImportProgress>(
  'change the register',
  ImportRequest,
  {
    handle: (request, { list }, actor, told) => importNamed(list, request, { actor, told }),
    failed: (words) => ({ kind: 'refused', words: `Nothing was stored: ${words}`, rows: [] }),
    largestBytes: LARGEST_LIST_BYTES,
  },
)
