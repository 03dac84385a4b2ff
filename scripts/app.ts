import next from 'next'
import { proxyList } from '../src/server/door/callerOf'
import { createDoor } from '../src/server/door/door'
import { environment } from '../src/server/environment'
import { log } from '../src/server/log'

/** The application’s own process: the built pages behind the door. Ends with whoever started it, however that ended. */
// The start that made this process is gone: nobody would ever stop it. It may have gone while this file was still read.
if (process.send) {
  process.on('disconnect', () => process.exit(0))
  if (!process.connected) process.exit(0)
}

const { BARYS_ORIGIN: origin, BARYS_PROXIES: proxies } = environment()
const hostname = process.env.BARYS_LISTEN ?? '127.0.0.1'
const port = Number(process.env.PORT)

const app = next({ dev: false, dir: process.cwd(), hostname, port })
await app.prepare()
const handle = app.getRequestHandler()
const door = createDoor((request, response) => handle(request, response), { origin, proxies: proxyList(proxies) })
door.on('error', (error) => {
  log.fatal({ error }, 'the door does not open')
  process.exit(1)
})
door.listen(port, hostname)

let isEnding = false
/** What is being answered is answered, for so long; then it ends. */
const LAST_ANSWERS_MS = 3000
function end(): void {
  if (isEnding) return
  isEnding = true
  door.close(() => process.exit(0))
  door.closeIdleConnections()
  setTimeout(() => process.exit(0), LAST_ANSWERS_MS)
}
process.on('SIGTERM', end)
process.on('SIGINT', end)
