import { createServer, type Server, type Socket } from 'node:net'
import { answerFrame, type Registers, takeFrames } from './frame'

const MOST_CONNECTIONS = 8

/** Serves registers on loopback by Modbus TCP. @returns its server, listening */
export function serveRegisters(registers: Registers, port: number): Promise<Server> {
  const server = createServer((socket) => converse(socket, registers))
  server.maxConnections = MOST_CONNECTIONS
  return new Promise((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, '127.0.0.1', () => resolve(server))
  })
}

function converse(socket: Socket, registers: Registers): void {
  let waiting: Buffer = Buffer.alloc(0)
  socket.setNoDelay(true)
  socket.on('error', () => socket.destroy())
  socket.on('data', (bytes) => {
    const taken = takeFrames(Buffer.concat([waiting, bytes]))
    if (!taken) return socket.destroy()
    waiting = Buffer.from(taken.rest)
    for (const frame of taken.frames) if (!socket.destroyed) socket.write(answerFrame(frame, registers))
  })
}
