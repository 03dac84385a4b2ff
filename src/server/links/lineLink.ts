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

type Keep = (line: LinkLine) => void
type Waiting = { readonly settle: (line: string) => void; readonly fail: (error: Error) => void; readonly keep: Keep }

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
    private readonly keep: Keep = () => {},
    private readonly patience: LinkPatience = { connect: CONNECT_MS, answer: ANSWER_MS },
    /** Done first at each connection: a device that was away may have forgotten how it is spoken to. */
    private readonly greet: (
      ask: (line: string) => Promise<string>,
      tell: (line: string) => void,
    ) => Promise<void> = () => Promise.resolve(),
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

  /** The same, before anything else on a new connection: what cannot wait for a device that obeys and does not answer. */
  tellAtOnce(line: string, isStillRight: () => boolean): Promise<void> {
    return this.inTurn(async () => {
      const known = this.socket
      const socket = await this.opened()
      if (!isStillRight()) throw new LinkLost(`“${line}” came too late and was not sent`)
      this.send(socket, line)
      if (socket !== known) await this.greeted(socket)
    })
  }

  /** Sends a line and waits for its answer. @throws {LinkLost} where none comes in time */
  ask(line: string): Promise<string> {
    return this.inTurn(async () => this.asked(await this.connected(), line))
  }

  /**
   * Sends a line and waits for its answer, then for that of `*OPC?` (IEEE 488.2), before anybody else asks: one answer behind,
   * a meter would give one loop the current of another. Only what is in step answers 1.
   *
   * @param keep where question and answer are told, for one of several that share this connection
   * @throws {LinkLost} where none comes in time, or they are out of step
   */
  askInStep(line: string, keep: Keep = this.keep): Promise<string> {
    return this.inTurn(async () => {
      const socket = await this.connected()
      const answer = await this.asked(socket, line, keep)
      if ((await this.asked(socket, '*OPC?', keep)).trim() === '1') return answer
      this.distrust()
      throw new LinkLost(`${this.address.host}:${this.address.port} answers what was not asked`)
    })
  }

  /**
   * What was answered cannot be the answer to what was asked: who knows which question it answers. The next question connects
   * anew, and answers that are still on their way belong to nobody.
   */
  distrust(): void {
    this.lose('answers what was not asked')
  }

  private asked(socket: Socket, line: string, keep: Keep = this.keep): Promise<string> {
    // Lost since the question before: nobody would answer this one.
    if (socket !== this.socket) return Promise.reject(new LinkLost(`${this.address.host}:${this.address.port} hung up`))
    return new Promise<string>((resolve, reject) => {
      const timer = setTimeout(() => this.lose(`does not answer “${line}”`), this.patience.answer)
      this.waiting = {
        keep,
        settle: (answer) => {
          clearTimeout(timer)
          resolve(answer)
        },
        fail: (error) => {
          clearTimeout(timer)
          reject(error)
        },
      }
      this.send(socket, line, keep)
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

  private send(socket: Socket, line: string, keep: Keep = this.keep): void {
    keep({ at: new Date(), to: 'device', text: line })
    socket.write(`${line}\n`)
  }

  private async connected(): Promise<Socket> {
    const known = this.socket
    const socket = await this.opened()
    if (socket !== known) await this.greeted(socket)
    return socket
  }

  private async greeted(socket: Socket): Promise<void> {
    try {
      await this.greet(
        (line) => this.asked(socket, line),
        (line) => this.send(socket, line),
      )
    } finally {
      // Half greeted, it is not spoken to: the next question connects anew.
      if (socket !== this.socket) socket.destroy()
    }
    if (socket !== this.socket) throw new LinkLost(`${this.address.host}:${this.address.port} hung up`)
  }

  private async opened(): Promise<Socket> {
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
    return socket
  }

  /** A line answers the question that waits. One that nobody waits for says that answers and questions are out of step. */
  private received(text: string): void {
    const lines = `${this.text}${text}`.split('\n')
    this.text = lines.pop() ?? ''
    for (const each of lines) {
      const line = each.replace(/\r$/, '')
      const { waiting } = this
      const keep = waiting?.keep ?? this.keep
      keep({ at: new Date(), to: 'us', text: line })
      this.waiting = null
      if (waiting) waiting.settle(line)
      else this.distrust()
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
