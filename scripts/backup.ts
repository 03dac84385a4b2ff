import { join } from 'node:path'
import { parseArgs } from 'node:util'
import packageJson from '../package.json' with { type: 'json' }
import { backUp } from './setup/backup'
import { ROOT } from './setup/root'
import { runConductor } from './setup/steps'
import { withPlant } from './setup/withPlant'

const HELP = `npm run backup -- [options]
  --to FOLDER   where the folder of this backup is made (default: backups in the project)
  --help        this text
Barys may go on working meanwhile. The backup holds the key that signs checkpoints: keep it as you keep the plant.`

/** `npm run backup`: the database, the key and the checkpoints in a folder of their own. */
await runConductor(async () => {
  const { values } = parseArgs({ options: { to: { type: 'string' }, help: { type: 'boolean' } } })
  if (values.help) {
    console.log(HELP)
    return
  }
  const folder = await withPlant(async ({ ownerUrl, proof }) =>
    backUp({
      ...{ ownerUrl, proof, now: new Date(), software: packageJson.version },
      to: values.to ?? join(ROOT, 'backups'),
    }),
  )
  console.log(`Backed up in ${folder}`)
})
