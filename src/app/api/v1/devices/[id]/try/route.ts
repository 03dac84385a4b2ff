import { z } from 'zod'
import { idParam } from '@/server/api/idParam'
import { writeRoute } from '@/server/api/route'
import { tryDevice } from '@/server/services/links/devices'

/** Asks a device who it is and what it reads. */
export const POST = writeRoute('keep devices', z.object({}), (_nothing, { id }: { id: string }) =>
  tryDevice(idParam(id)),
)
