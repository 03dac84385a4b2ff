// `npm start`. Runs on a bare Node 20: takes the lock, looks after the npm packages, then hands over to the TypeScript that
// does the rest, and stays as its parent.
import { join } from 'node:path'
import { ROOT, runWithPackages } from './setup/packages.mjs'
import { endLeftBehind, TOKEN_NAME, takeStart, tokenOf } from './setup/startLock.mjs'

const args = process.argv.slice(2)
const holder = { pid: process.pid, doing: 'looking after the npm packages', address: null }

if (args.includes('--help')) await runWithPackages('scripts/serve.ts', args)
else await start()

async function start() {
  const token = tokenOf(process.env.BARYS_HOME ?? join(ROOT, '.barys'))
  const other = await takeStart(token, holder)
  if (other) {
    console.log(
      other.address
        ? `Barys already runs from this folder:  ${other.address}`
        : `Barys is being started from this folder already (process ${other.pid || 'unknown'}, ${other.doing}). It is left alone.`,
    )
    return
  }
  const ended = await endLeftBehind(token)
  if (ended > 0)
    console.log(`· server: ended ${ended} ${ended === 1 ? 'process' : 'processes'} that the last start left behind`)
  await runWithPackages('scripts/serve.ts', args, {
    env: { [TOKEN_NAME]: token },
    told: (said) => Object.assign(holder, said),
  })
}
