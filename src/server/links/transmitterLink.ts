import { Socket } from 'node:net'
import { client as modbusClient } from 'jsmodbus'
import { Refusal } from '@/core/refusal'
import type { DeviceAddress } from './address'
import { type LinkLine, LinkLost } from './lineLink'

/** Places of registers; ADR 042. */
const PV = 0
const AO = 2
const LRV = 0
const URV = 2
const DAMPING = 4
const FIXED_CURRENT = 6
const TRANSFER = 8
const COMMAND = 10
const COMMANDS = { 'zero-trim': 1, 'lower-sensor': 2, 'upper-sensor': 3, 'lower-output': 4, 'upper-output': 5 } as const
export type TrimCommand = keyof typeof COMMANDS
const ANSWER_MS = 3000
const CONNECT_MS = 3000

/** What an exception means, in the user’s words; Modbus Application Protocol V1.1b3, 7. */
const EXCEPTIONS: Readonly<Record<number, readonly [reason: string, remedy: string]>> = {
  1: ['does not know that', 'look at which instrument it is'],
  2: ['has no such place', 'look at which instrument it is'],
  3: ['refuses that value', 'look at the figure, at the pressure that stands, and whether it is write-protected'],
  4: ['could not do it', 'look at the instrument'],
  11: ['does not answer behind its gateway', 'look at its supply'],
}

/** How a transmitter is set, by its own word; its range in the unit it is ranged in. */
export type TransmitterSettings = {
  readonly lrv: number
  readonly urv: number
  readonly dampingSeconds: number
  readonly isLinear: boolean
  readonly isProtected: boolean
}

/** A digital transmitter by Modbus TCP. What is written is read back, and undone where it reads otherwise. */
export class TransmitterLink {
  private socket: Socket | null = null
  private client: InstanceType<typeof modbusClient.TCP> | null = null

  constructor(
    private readonly address: DeviceAddress,
    private readonly keep: (line: LinkLine) => void = () => {},
  ) {}

  pv = () => this.number('input', PV)
  ao = () => this.number('input', AO)
  /** How it is set now. */
  async settings(): Promise<TransmitterSettings> {
    const dampingSeconds = await this.number('holding', DAMPING)
    const [transfer = 0, protection = 0] = await this.words(TRANSFER, 2)
    return { ...(await this.range()), dampingSeconds, isLinear: transfer === 0, isProtected: protection !== 0 }
  }
  range = async () => ({ lrv: await this.number('holding', LRV), urv: await this.number('holding', URV) })

  /** @throws {Refusal} where the instrument refuses it, or reads another thing back; then it is as it was */
  async setRange(range: { readonly lrv: number; readonly urv: number }): Promise<void> {
    const before = await this.range()
    await this.writeNumbers(LRV, range.lrv, range.urv)
    const now = await this.range()
    if (isNear(now.lrv, range.lrv) && isNear(now.urv, range.urv)) return
    await this.writeNumbers(LRV, before.lrv, before.urv)
    throw new Refusal('range', `reads back ${now.lrv} … ${now.urv}`, 'it was put back as it was')
  }
  async setDamping(seconds: number): Promise<void> {
    const before = await this.number('holding', DAMPING)
    await this.writeNumbers(DAMPING, seconds)
    const now = await this.number('holding', DAMPING)
    if (isNear(now, seconds)) return
    await this.writeNumbers(DAMPING, before)
    throw new Refusal('damping', `reads back ${now} s`, 'it was put back as it was')
  }
  /** The loop current held; null lets go. */
  fixCurrent = (milliamp: number | null) => this.writeNumbers(FIXED_CURRENT, milliamp ?? 0)

  async trim(command: TrimCommand, value = 0): Promise<void> {
    const bytes = Buffer.alloc(8)
    bytes.writeUInt16BE(COMMANDS[command], 0)
    bytes.writeFloatBE(value, 4)
    this.kept('device', `holding ${COMMAND}: ${command} ${value}`)
    await this.asked((client) => client.writeMultipleRegisters(COMMAND, bytes))
  }

  close(): void {
    this.socket?.destroy()
    this.socket = null
  }

  private async number(table: 'input' | 'holding', place: number): Promise<number> {
    const bytes = await this.asked(async (client): Promise<Buffer> => {
      const { response } =
        table === 'input' ? await client.readInputRegisters(place, 2) : await client.readHoldingRegisters(place, 2)
      return response.body.valuesAsBuffer
    })
    const value = bytes.readFloatBE(0)
    this.kept('us', `${table} ${place}: ${value}`)
    if (!Number.isFinite(value)) throw new Refusal('transmitter', 'has no such figure now', 'look at the instrument')
    return value
  }

  private async words(place: number, count: number): Promise<readonly number[]> {
    const bytes = await this.asked(
      async (client) => (await client.readHoldingRegisters(place, count)).response.body.valuesAsBuffer,
    )
    const words = Array.from({ length: count }, (_, index) => bytes.readUInt16BE(2 * index))
    this.kept('us', `holding ${place}: ${words.join(', ')}`)
    return words
  }

  private async writeNumbers(place: number, ...values: readonly number[]): Promise<void> {
    const bytes = Buffer.alloc(values.length * 4)
    for (const [index, value] of values.entries()) bytes.writeFloatBE(value, index * 4)
    this.kept('device', `holding ${place}: ${values.join(', ')}`)
    await this.asked((client) => client.writeMultipleRegisters(place, bytes))
  }

  /** Registers as text: what of a frame says something. */
  private kept(to: LinkLine['to'], text: string): void {
    this.keep({ at: new Date(), to, text })
  }

  private async asked<T>(work: (client: InstanceType<typeof modbusClient.TCP>) => Promise<T>): Promise<T> {
    const client = await this.connected()
    try {
      return await work(client)
    } catch (failure) {
      const code = exceptionOf(failure)
      if (code !== null) {
        const [reason, remedy] = EXCEPTIONS[code] ?? ['refuses that', 'look at the instrument']
        throw new Refusal('transmitter', reason, remedy)
      }
      this.close()
      throw new LinkLost(`${this.address.host}:${this.address.port} does not answer`)
    }
  }

  private async connected() {
    if (this.client && this.socket && !this.socket.destroyed) return this.client
    const { host, port } = this.address
    const socket = new Socket()
    const client = new modbusClient.TCP(socket, 1, ANSWER_MS)
    socket.on('error', () => socket.destroy())
    socket.connect(port, host)
    await new Promise<void>((resolve) => {
      const timer = setTimeout(() => socket.destroy(), CONNECT_MS)
      const over = () => {
        clearTimeout(timer)
        resolve()
      }
      socket.once('connect', over)
      socket.once('close', over)
    })
    if (socket.destroyed) throw new LinkLost(`${host}:${port} takes no connection`)
    this.socket = socket
    this.client = client
    return client
  }
}

/** Singles hold seven digits. */
const isNear = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(a), Math.abs(b))

function exceptionOf(failure: unknown): number | null {
  const { response } = (failure ?? {}) as { response?: { body?: { code?: unknown } } } // as the library has it
  return typeof response?.body?.code === 'number' ? response.body.code : null
}
