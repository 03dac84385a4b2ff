import { createServer, type Server, type Socket } from 'node:net'
import { INPUT_OVERRUN, type ScpiDevice } from './scpi/device'

/** Longer lines are nobody’s commands. */
const LONGEST_LINE = 1024
const MOST_CONNECTIONS = 8

/** Serves a device on loopback, a line at a time. @returns its server, listening */
export function serveLines(device: ScpiDevice, port: number): Promise<Server> {
  const server = createServer((socket) => converse(socket, device))
  server.maxConnections = MOST_CONNECTIONS
  return new Promise((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, '127.0.0.1', () => resolve(server))
  })
}

function converse(socket: Socket, device: ScpiDevice): void {
  let waiting = ''
  let isTooLong = false
  socket.setNoDelay(true)
  socket.on('error', () => socket.destroy())
  socket.on('data', (bytes) => {
    waiting += bytes.toString('latin1')
    for (let end = waiting.indexOf('\n'); end !== -1; end = waiting.indexOf('\n')) {
      const line = waiting.slice(0, end).replace(/\r$/, '')
      waiting = waiting.slice(end + 1)
      if (isTooLong || line.length > LONGEST_LINE) device.raise(INPUT_OVERRUN())
      else answer(socket, device, line)
      isTooLong = false
    }
    if (waiting.length > LONGEST_LINE) {
      waiting = ''
      isTooLong = true
    }
  })
}

function answer(socket: Socket, device: ScpiDevice, line: string): void {
  const said = device.handle(line)
  if (said !== null && !socket.destroyed) socket.write(`${said}\n`)
}
