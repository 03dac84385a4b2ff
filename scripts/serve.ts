import { parseArgs } from 'node:util'
import { serve } from './setup/serveBarys'
import { runConductor } from './setup/steps'

const HELP = `npm start -- [options]
  --no-demo   leave an empty database empty
  --reset     delete everything in .barys (asks first), then start anew
  --help      this text
Environment: PORT (default 3000), DATABASE_URL (use that PostgreSQL instead of a private one),
DATABASE_OWNER_URL (login for migrations, if DATABASE_URL may not own the schema),
BARYS_SITE (name on certificates), BARYS_TIME_ZONE (e.g. Europe/Prague), BARYS_LISTEN (address to listen on, default
127.0.0.1), BARYS_ORIGIN (address other devices find it at), BARYS_NETWORKS (whose devices may be linked, e.g.
10.20.0.0/16), BARYS_LOCAL_PORTS (ports of this machine that devices answer at, e.g. 5025,5030-5040), BARYS_PROXIES (the site's own proxies, by address), BARYS_HOME (folder of what it keeps, default .barys),
BARYS_PROOF (folder of key and checkpoints, default proof in BARYS_HOME), BARYS_TIME_STAMPS (address of a time-stamp
authority, asked once a day; none by default), BARYS_LOG (fatal, error, warn, info, debug).`

await runConductor(async () => {
  const { values } = parseArgs({
    options: { 'no-demo': { type: 'boolean' }, reset: { type: 'boolean' }, help: { type: 'boolean' } },
  })
  if (values.help) console.log(HELP)
  else await serve({ withDemo: !values['no-demo'], reset: values.reset === true })
})
