import { createConnection, type Socket } from 'node:net'
import type { DeviceAddress } from './address'

/** Something sent to a device or received from it, as it was. */
export type LinkLine = { readonly at: Date; readonly to: 'device' | 'us'; readonly text: string }

/** A device that does not answer, or hangs up; told with its address. */
export class LinkLost extends Error {}

/** How long a connection and an answer are waited for, ms. */
export type LinkPatience = { readonly connect: number; readonly answer: number }

const CONNECT_MS = 3000
const ANSWER_MS = 3000
/** Longer answers are nobody’s. */
const LONGEST_ANSWER = 4096

type Waiting = { readonly settle: (line: string) => void; readonly fail: (error: Error) => void }

/**
 * Lines to a device over TCP and back, one question at a time. It connects when it is first asked and anew after it was
 * lost; everything that goes either way is told to `keep`.
 */
export class LineLink {
  private socket: Socket | null = null
  private waiting: Waiting | null = null
  private text = ''
  private last: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly address: DeviceAddress,
    private readonly keep: (line: LinkLine) => void = () => {},
    private readonly patience: LinkPatience = { connect: CONNECT_MS, answer: ANSWER_MS },
    /** Told first at each connection: a device that was away may have forgotten how it is spoken to. */
    private readonly greeting: string | null = null,
  ) {}

  /**
   * Sends a line that asks nothing.
   *
   * @param isStillRight asked just before it is sent: it may have waited for its turn
   * @throws {LinkLost} where there is no connection, or it is not right any more; then nothing was sent
   */
  tell(line: string, isStillRight: () => boolean = () => true): Promise<void> {
    return this.inTurn(async () => {
      const socket = await this.connected()
      if (!isStillRight()) throw new LinkLost(`“${line}” came too late and was not sent`)
      this.send(socket, line)
    })
  }

  /** Sends a line and waits for its answer. @throws {LinkLost} where none comes in time */
  ask(line: string): Promise<string> {
    return this.inTurn(async () => {
      const socket = await this.connected()
      return new Promise<string>((resolve, reject) => {
        const timer = setTimeout(() => this.lose(`does not answer “${line}”`), this.patience.answer)
        this.waiting = {
          settle: (answer) => {
            clearTimeout(timer)
            resolve(answer)
          },
          fail: (error) => {
            clearTimeout(timer)
            reject(error)
          },
        }
        this.send(socket, line)
      })
    })
  }

  close(): void {
    this.socket?.destroy()
    this.socket = null
  }

  /** One after the other: an answer belongs to the question before it. */
  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const turn = this.last.then(work, work)
    this.last = turn.catch(() => {})
    return turn
  }

  private send(socket: Socket, line: string): void {
    this.keep({ at: new Date(), to: 'device', text: line })
    socket.write(`${line}\n`)
  }

  private async connected(): Promise<Socket> {
    if (this.socket && !this.socket.destroyed) return this.socket
    const { host, port } = this.address
    const socket = createConnection({ host, port })
    socket.setNoDelay(true)
    await new Promise<void>((resolve, reject) => {
      const timer = setTimeout(() => {
        socket.destroy()
        reject(new LinkLost(`${host}:${port} takes no connection`))
      }, this.patience.connect)
      socket.once('connect', () => {
        clearTimeout(timer)
        resolve()
      })
      socket.once('error', () => {
        clearTimeout(timer)
        reject(new LinkLost(`${host}:${port} takes no connection`))
      })
    })
    this.text = ''
    this.socket = socket
    socket.on('error', () => this.lose('hung up', socket))
    socket.on('close', () => this.lose('hung up', socket))
    socket.on('data', (bytes) => this.received(bytes.toString('latin1')))
    if (this.greeting !== null) this.send(socket, this.greeting)
    return socket
  }

  /** A line answers the question that waits; one that comes after it, in the same packet or later, answers nothing. */
  private received(text: string): void {
    const lines = `${this.text}${text}`.split('\n')
    this.text = lines.pop() ?? ''
    for (const each of lines) {
      const line = each.replace(/\r$/, '')
      this.keep({ at: new Date(), to: 'us', text: line })
      const { waiting } = this
      this.waiting = null
      waiting?.settle(line)
    }
    if (this.text.length > LONGEST_ANSWER) this.lose('answers without an end')
  }

  /** What is lost is connected to anew by the next question: what was on its way belongs to nobody. */
  private lose(how: string, of: Socket | null = this.socket): void {
    if (of !== this.socket || !of) return
    const { waiting } = this
    this.waiting = null
    this.socket = null
    of.destroy()
    waiting?.fail(new LinkLost(`${this.address.host}:${this.address.port} ${how}`))
  }
}
