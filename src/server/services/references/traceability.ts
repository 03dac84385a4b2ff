import { recordsNamedBy, type Trace, traceOf } from '@/plans/traceability'
import { SealedRecord } from '@/schema/record'
import { pool } from '../../database'
import { selectSeal } from '../../sql/records/seal'

/** Farther up no house goes: a reference, its reference, and what that was calibrated with. */
const MOST_RECORDS = 40

/** The chain of a record, through our own records up to where it leaves the house. */
export async function traceabilityOf(record: SealedRecord): Promise<Trace> {
  const above = new Map<number, SealedRecord>()
  let next = recordsNamedBy(record)
  while (next.length > 0 && above.size < MOST_RECORDS) {
    const seals = await Promise.all([...new Set(next)].map((sequence) => selectSeal(pool(), sequence)))
    const found = seals.flatMap((seal) => (seal ? [SealedRecord.parse(JSON.parse(seal.record))] : []))
    for (const each of found) above.set(each.sequence, each)
    next = found.flatMap(recordsNamedBy).filter((sequence) => !above.has(sequence))
  }
  return traceOf(record, above)
}
