// `npm test`. Runs on a bare Node 20: looks after the npm packages, then hands over to the TypeScript that does the rest.
import { runWithPackages } from './setup/packages.mjs'

await runWithPackages('tests/runTests.ts', process.argv.slice(2))
