import { DeviceChange } from '@/schema/links'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { changeDevice } from '@/server/services/links/devices'

/** Says where a device answers now, or that it is not linked any more. */
export const POST = writeRoute('keep devices', DeviceChange, (change, { id }: { id: string }, actor) =>
  changeDevice(idParam(id), change, actor),
)
