import type { SourceLook } from '@/core/links/sourceDuty'
import { Refusal } from '@/core/refusal'
import type { PressureUnit } from '@/core/units/pressureUnit'
import type { Device, LinkShown } from '@/schema/links'
import { environment } from '../environment'
import type { NewLinkLine } from '../sql/links/linkLine'
import { allowedNetworks, deviceAddress } from './address'
import { MeterLink, SourceLink } from './devices'
import { LineLink, type LinkLine, LinkLost } from './lineLink'
import { TransmitterLink } from './transmitterLink'

/** The instrument of one run, as it is read over links. */
export type LinkedMember = {
  readonly runId: string
  readonly tag: string
  readonly meter: MeterLink | null
  readonly transmitter: TransmitterLink | null
}

/** What the devices of a run are, by its own unit. */
export type MemberDevices = {
  readonly runId: string
  readonly tag: string
  readonly meter: Device | null
  readonly transmitter: Device | null
}

/** What was read of an instrument at a moment; null where nothing answers, or it has no such device. */
export type MemberReading = { readonly output: number | null; readonly pv: number | null; readonly ao: number | null }

type KnownDevice = { readonly device: Device; isAlive: boolean; trouble: string | null }
type LastSent = { readonly at: Date; readonly name: string; readonly text: string }

/** The devices of a session, with everything that goes to them or comes from them until it is taken to be kept. */
export class SessionDevices {
  readonly source: SourceLink
  readonly members: readonly LinkedMember[]
  /** What was last told to a device that is not a question. */
  lastSent: LastSent | null = null
  private kept: NewLinkLine[] = []
  private readonly links: { close: () => void }[] = []
  private readonly known = new Map<string, KnownDevice>()
  private readonly sourceId: string

  /** @throws {Refusal} for a device outside the site's networks */
  constructor(
    source: Device,
    members: readonly MemberDevices[],
    private readonly unit: PressureUnit,
  ) {
    const allowed = allowedNetworks(environment().BARYS_NETWORKS)
    const addressOf = ({ address }: Device) => deviceAddress(address, allowed)
    const lines = new Map<string, LineLink>()
    const lineTo = (device: Device) => {
      // Channels of one meter share its one connection.
      const known = lines.get(device.address)
      const link = known ?? new LineLink(addressOf(device), this.keeperOf(device))
      lines.set(device.address, link)
      this.links.push(link)
      return link
    }
    this.sourceId = source.id
    this.known.set(source.id, { device: source, isAlive: true, trouble: null })
    this.source = new SourceLink(addressOf(source), unit, { keep: this.keeperOf(source) })
    this.links.push(this.source)
    this.members = members.map(({ runId, tag, meter, transmitter }) => {
      for (const device of [meter, transmitter])
        if (device) this.known.set(device.id, { device, isAlive: true, trouble: null })
      const link = transmitter && new TransmitterLink(addressOf(transmitter), this.keeperOf(transmitter))
      if (link) this.links.push(link)
      return {
        runId,
        tag,
        meter: meter && new MeterLink(lineTo(meter), meter.channel, this.keeperOf(meter)),
        transmitter: link,
      }
    })
    this.devicesOf = members
  }
  private readonly devicesOf: readonly MemberDevices[]

  /** What the source shows and does; null where it does not answer. */
  async look(): Promise<SourceLook | null> {
    return this.heard(this.sourceId, () => this.source.look())
  }

  /** What is read of each instrument, all at once. */
  readings(): Promise<MemberReading[]> {
    return Promise.all(
      this.members.map(async ({ meter, transmitter }, index) => {
        const devices = this.devicesOf[index]
        const output = meter && devices?.meter ? this.heard(devices.meter.id, () => meter.milliamp()) : null
        const own = transmitter && devices?.transmitter?.id
        const pv = own ? await this.heard(own, () => transmitter.pv()) : null
        const ao = own && pv !== null ? await this.heard(own, () => transmitter.ao()) : null
        return { output: await output, pv, ao }
      }),
    )
  }

  /** Whether each device answered when it was last asked, and what was wrong with its answer. */
  states(): LinkShown['devices'] {
    return [...this.known.values()].map(({ device: { name, kind }, isAlive, trouble }) => ({
      ...{ name, kind, isAlive, trouble },
    }))
  }
  get isSourceAlive(): boolean {
    return this.known.get(this.sourceId)?.isAlive ?? false
  }
  get pressureUnit(): PressureUnit {
    return this.unit
  }

  /** Everything that went either way since it was last taken. */
  takeLines(): NewLinkLine[] {
    const { kept } = this
    this.kept = []
    return kept
  }

  close(): void {
    for (const link of this.links) link.close()
  }

  /** A device that is silent, or says what is none, gives nothing; the others are read all the same. */
  private async heard<T>(id: string, ask: () => Promise<T>): Promise<T | null> {
    const known = this.known.get(id)
    try {
      const value = await ask()
      if (known) Object.assign(known, { isAlive: true, trouble: null })
      return value
    } catch (error) {
      if (known)
        Object.assign(known, {
          isAlive: !(error instanceof LinkLost),
          trouble:
            error instanceof Refusal ? error.reason : error instanceof LinkLost ? error.message : 'cannot be read',
        })
      return null
    }
  }

  private keeperOf({ id, name }: Device) {
    return ({ at, to, text }: LinkLine) => {
      const isSent = to === 'device'
      this.kept.push({ deviceId: id, at, isSent, text })
      if (isSent && !text.endsWith('?') && !text.includes('? ')) this.lastSent = { at, name, text }
    }
  }
}
