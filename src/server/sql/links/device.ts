import { z } from 'zod'
import { DEVICE_KINDS, type Device, type DeviceChange, type DeviceKind, type NewDevice } from '@/schema/links'
import type { Queryable } from '../../database'

const DeviceRow = z
  .object({
    id: z.uuid(),
    name: z.string(),
    kind: z.enum(Object.keys(DEVICE_KINDS) as DeviceKind[]), // keys of a const object
    address: z.string(),
    channel: z.number().nullable(),
    reference_id: z.uuid().nullable(),
    instrument_id: z.uuid().nullable(),
    is_stand_in: z.boolean(),
    retired_at: z.date().nullable(),
    serves: z.string(),
    in_use_by: z.string().nullable(),
  })
  .transform(
    ({ reference_id, instrument_id, is_stand_in, retired_at, in_use_by, ...row }): Device => ({
      ...row,
      referenceId: reference_id,
      instrumentId: instrument_id,
      isStandIn: is_stand_in,
      isRetired: retired_at !== null,
      inUseBy: in_use_by,
    }),
  )

const SELECT_DEVICE = `
  SELECT d.id, d.name, d.kind, d.address, d.channel, d.reference_id, d.instrument_id, d.is_stand_in, d.retired_at,
         coalesce(f.code, i.tag) AS serves,
         (SELECT held.tag FROM link_claim c JOIN link_member m ON m.session_id = c.session_id
                 JOIN run r ON r.id = m.run_id JOIN instrument held ON held.id = r.instrument_id
           WHERE c.claimed = d.id AND (d.kind = 'source' OR d.id IN (m.meter_id, m.transmitter_id))
           ORDER BY m.position LIMIT 1) AS in_use_by
    FROM device d LEFT JOIN reference f ON f.id = d.reference_id LEFT JOIN instrument i ON i.id = d.instrument_id`

/** Every device, those not linked any more last. */
export async function selectDevices(db: Queryable): Promise<Device[]> {
  const { rows } = await db.query(`${SELECT_DEVICE} ORDER BY d.retired_at IS NOT NULL, d.kind DESC, d.name`)
  return z.array(DeviceRow).parse(rows)
}

export async function selectDevice(db: Queryable, id: string): Promise<Device | null> {
  const { rows } = await db.query(`${SELECT_DEVICE} WHERE d.id = $1`, [id])
  return rows.length === 0 ? null : DeviceRow.parse(rows[0])
}

/** Devices that are references of some codes, or an instrument. */
export async function selectDevicesFor(
  db: Queryable,
  { codes, instrumentId }: { readonly codes: readonly string[]; readonly instrumentId: string },
): Promise<Device[]> {
  const { rows } = await db.query(
    `${SELECT_DEVICE} WHERE d.retired_at IS NULL AND (f.code = ANY($1) OR d.instrument_id = $2) ORDER BY d.name`,
    [codes, instrumentId],
  )
  return z.array(DeviceRow).parse(rows)
}

type NewRow = Omit<NewDevice, 'serves'> &
  Pick<Device, 'referenceId' | 'instrumentId'> & {
    readonly isStandIn: boolean
    readonly at: Date
    readonly personId: string
  }

/** @returns false where the id is known */
export async function insertDevice(db: Queryable, row: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO device (id, name, kind, address, channel, reference_id, instrument_id, is_stand_in, entered_at, entered_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) ON CONFLICT (id) DO NOTHING`,
    [
      ...[row.id, row.name, row.kind, row.address, row.channel, row.referenceId, row.instrumentId],
      ...[row.isStandIn, row.at, row.personId],
    ],
  )
  return rowCount === 1
}

/** Says where a device answers now, or that it is not linked any more. */
export async function updateDevice(
  db: Queryable,
  id: string,
  { name, address, channel, isRetired, now }: DeviceChange & { readonly now: Date },
): Promise<void> {
  await db.query(
    `UPDATE device SET name = $2, address = $3, channel = $4,
            retired_at = CASE WHEN $5 THEN coalesce(retired_at, $6) END WHERE id = $1`,
    [id, name, address, channel, isRetired, now],
  )
}
