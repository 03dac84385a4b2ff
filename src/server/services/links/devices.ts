import { Refusal } from '@/core/refusal'
import type { Device, DeviceChange, NewDevice } from '@/schema/links'
import { pool, type Transaction, transaction } from '../../database'
import { environment } from '../../environment'
import { allowedNetworks, deviceAddress, refuseOtherPorts } from '../../links/address'
import { MeterLink, SourceLink } from '../../links/devices'
import { LineLink, LinkLost } from '../../links/lineLink'
import { TransmitterLink } from '../../links/transmitterLink'
import { NotFound } from '../../refusals'
import { insertDevice, selectDevice, selectDevices, updateDevice } from '../../sql/links/device'
import { insertEvent } from '../../sql/proof/event'
import { selectReference } from '../../sql/references/reference'
import { selectInstrument } from '../../sql/register/instrument'
import type { Actor } from '../actor'
import { refuseForeignId } from '../run/repeated'

/** Every device that can be read over a network. */
export const ownedDevices = (): Promise<Device[]> => selectDevices(pool())

/**
 * Takes a device into the list.
 *
 * @throws {Refusal} for an address outside the site's networks
 */
export async function registerDevice(sent: NewDevice, { person, now }: Actor): Promise<Device> {
  refuseOtherPorts(addressOf(sent), environment().BARYS_LOCAL_PORTS)
  return transaction(async (db) => {
    const known = await selectDevice(db, sent.id)
    if (known) return known
    const row = { ...sent, ...(await servedBy(db, sent)), isStandIn: false, at: now, personId: person.id }
    refuseForeignId(await insertDevice(db, row))
    await insertEvent(db, {
      at: now,
      personId: person.id,
      kind: 'device entered',
      subjectId: sent.id,
      detail: { ...sent },
    })
    return present(await selectDevice(db, sent.id))
  })
}

/** The reference, or the instrument, that a device is. @throws {Refusal} for a code or tag that nothing has */
async function servedBy(
  db: Transaction,
  { kind, serves }: NewDevice,
): Promise<Pick<Device, 'referenceId' | 'instrumentId'>> {
  if (kind === 'transmitter') {
    const instrument = await selectInstrument(db, { tag: serves })
    if (!instrument) throw new Refusal('serves', `there is no instrument ${serves}`, 'give its tag as in the register')
    return { referenceId: null, instrumentId: instrument.id }
  }
  const reference = await selectReference(db, { code: serves })
  if (!reference) throw new Refusal('serves', `there is no reference ${serves}`, 'give its code as in the register')
  return { referenceId: reference.id, instrumentId: null }
}

/** Says where a device answers now, or that it is not linked any more. @throws {Refusal} while a run has it in hand */
export async function changeDevice(id: string, change: DeviceChange, { person, now }: Actor): Promise<Device> {
  const address = addressOf(change)
  return transaction(async (db) => {
    const device = present(await selectDevice(db, id))
    // Where it answers already was allowed, or is where a stand-in was started.
    if (device.address !== change.address) refuseOtherPorts(address, environment().BARYS_LOCAL_PORTS)
    if (device.inUseBy !== null)
      throw new Refusal('address', `the run of ${device.inUseBy} has it in hand`, 'let go of it there first')
    await updateDevice(db, id, { ...change, now })
    await insertEvent(db, {
      at: now,
      personId: person.id,
      kind: 'device changed',
      subjectId: id,
      detail: { ...change },
    })
    return present(await selectDevice(db, id))
  })
}

/** What a device says when it is asked who it is and what it reads. @throws {Refusal} where it does not answer */
export async function tryDevice(id: string): Promise<{ readonly words: string }> {
  const device = present(await selectDevice(pool(), id))
  if (device.inUseBy !== null)
    throw new Refusal('address', `the run of ${device.inUseBy} has it in hand`, 'look at it there')
  try {
    return { words: await saidBy(device) }
  } catch (error) {
    if (error instanceof LinkLost)
      throw new Refusal('address', error.message, 'look at its address, its cable, its supply')
    throw error
  }
}

async function saidBy(device: Device): Promise<string> {
  const address = addressOf(device)
  if (device.kind === 'transmitter') {
    const link = new TransmitterLink(address)
    try {
      const { lrv, urv } = await link.range()
      return `set to ${lrv} … ${urv}; PV ${await link.pv()}`
    } finally {
      link.close()
    }
  }
  if (device.kind === 'meter') {
    const link = new LineLink(address)
    try {
      const meter = new MeterLink(link, device.channel)
      return `${await meter.identity()}: ${await meter.milliamp()} mA`
    } finally {
      link.close()
    }
  }
  const source = new SourceLink(address, 'kPa')
  try {
    return `${await source.identity()}: ${await source.pressure()} kPa`
  } finally {
    source.close()
  }
}

const addressOf = ({ address }: Pick<Device, 'address'>) =>
  deviceAddress(address, allowedNetworks(environment().BARYS_NETWORKS))

function present(device: Device | null): Device {
  if (!device) throw new NotFound('device', 'there is no such device', 'open it from the list')
  return device
}
