/** Codes of the Modbus Application Protocol V1.1b3, 6 and 7. */
export const READ_HOLDING = 3
export const READ_INPUT = 4
export const WRITE_ONE = 6
export const WRITE_SEVERAL = 16
export const ILLEGAL_FUNCTION = 1
export const ILLEGAL_ADDRESS = 2
export const ILLEGAL_VALUE = 3
export const NO_ANSWER_BEHIND = 11

/** A request that cannot be answered as it is, by its exception code. */
export class ModbusException extends Error {
  constructor(readonly code: number) {
    super(`Modbus exception ${code}`)
  }
}

/** What a device of registers does; words are 16 bits. */
export type Registers = {
  /** @throws {ModbusException} for an address that is none */
  readonly read: (table: 'holding' | 'input', address: number, count: number) => readonly number[]
  /** @throws {ModbusException} for an address or a value that is none */
  readonly write: (address: number, words: readonly number[]) => void
}

const HEADER_BYTES = 7
const LONGEST_PDU = 253
const MOST_READ = 125
const MOST_WRITTEN = 123

/**
 * Takes as many whole frames as are there; null where what is there is no Modbus TCP at all, so that the caller hangs up:
 * nobody can tell where the next frame would begin.
 */
export function takeFrames(bytes: Buffer): { frames: readonly Buffer[]; rest: Buffer } | null {
  const frames: Buffer[] = []
  let rest = bytes
  while (rest.length >= HEADER_BYTES) {
    const protocol = rest.readUInt16BE(2)
    const length = rest.readUInt16BE(4)
    if (protocol !== 0 || length < 2 || length > LONGEST_PDU + 1) return null
    if (rest.length < HEADER_BYTES - 1 + length) break
    frames.push(rest.subarray(0, HEADER_BYTES - 1 + length))
    rest = rest.subarray(HEADER_BYTES - 1 + length)
  }
  return { frames, rest }
}

/** The answer to a frame: of its own function, or with its exception. */
export function answerFrame(frame: Buffer, registers: Registers): Buffer {
  const pdu = frame.subarray(HEADER_BYTES)
  const code = pdu[0] ?? 0
  let answer: Buffer
  try {
    answer = answerPdu(code, pdu, registers)
  } catch (error) {
    if (!(error instanceof ModbusException)) throw error
    answer = Buffer.from([code | 0x80, error.code])
  }
  const header = Buffer.from(frame.subarray(0, HEADER_BYTES))
  header.writeUInt16BE(answer.length + 1, 4)
  return Buffer.concat([header, answer])
}

function answerPdu(code: number, pdu: Buffer, registers: Registers): Buffer {
  switch (code) {
    case READ_HOLDING:
    case READ_INPUT: {
      if (pdu.length !== 5) throw new ModbusException(ILLEGAL_VALUE)
      const count = pdu.readUInt16BE(3)
      if (count < 1 || count > MOST_READ) throw new ModbusException(ILLEGAL_VALUE)
      const words = registers.read(code === READ_HOLDING ? 'holding' : 'input', pdu.readUInt16BE(1), count)
      return Buffer.from([code, words.length * 2, ...words.flatMap((word) => [word >> 8, word & 0xff])])
    }
    case WRITE_ONE:
      if (pdu.length !== 5) throw new ModbusException(ILLEGAL_VALUE)
      registers.write(pdu.readUInt16BE(1), [pdu.readUInt16BE(3)])
      return Buffer.from(pdu)
    case WRITE_SEVERAL: {
      if (pdu.length < 6) throw new ModbusException(ILLEGAL_VALUE)
      const count = pdu.readUInt16BE(3)
      const isWhole = count >= 1 && count <= MOST_WRITTEN && pdu[5] === count * 2 && pdu.length === 6 + count * 2
      if (!isWhole) throw new ModbusException(ILLEGAL_VALUE)
      registers.write(
        pdu.readUInt16BE(1),
        Array.from({ length: count }, (_, index) => pdu.readUInt16BE(6 + index * 2)),
      )
      return Buffer.from(pdu.subarray(0, 5))
    }
    default:
      throw new ModbusException(ILLEGAL_FUNCTION)
  }
}

/** A number as two words, IEEE 754 single, the high word first, and back. */
export function wordsOf(value: number): [number, number] {
  const bytes = Buffer.alloc(4)
  bytes.writeFloatBE(value)
  return [bytes.readUInt16BE(0), bytes.readUInt16BE(2)]
}
export function floatOf(high: number, low: number): number {
  const bytes = Buffer.alloc(4)
  bytes.writeUInt16BE(high, 0)
  bytes.writeUInt16BE(low, 2)
  return bytes.readFloatBE(0)
}
