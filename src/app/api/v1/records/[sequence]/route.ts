import { readRoute } from '@/server/api/route'
import { sequenceParam } from '@/server/api/sequenceParam'
import { sealedRecordAt } from '@/server/services/register/instrumentPage'

/** A sealed record: exactly the canonical JSON that was hashed, so that anybody can check the hash. */
export const GET = readRoute(async ({ sequence }: { sequence: string }) => {
  const { seal } = await sealedRecordAt(sequenceParam(sequence))
  const headers = { 'content-type': 'application/json; charset=utf-8', 'x-barys-sha256': seal.hash }
  return new Response(seal.record, { headers })
})
