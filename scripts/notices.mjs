// `npm run notices`, after every change of dependencies: writes THIRD-PARTY-NOTICES.md, the name, version, licence and
// licence text of every package that ships with Barys. A test holds the file to package-lock.json.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { shippedPackages } from './shippedPackages.mjs'

const HEAD = `# Third-party notices

Barys ships with the packages below, each under its own licence. Written by \`npm run notices\`.
`

const entries = shippedPackages(JSON.parse(readFileSync('package-lock.json', 'utf8')))
  .filter(({ folder }) => existsSync(join(folder, 'package.json'))) // binaries of other platforms are not here
  .map(({ name, version, folder }) => {
    const { license } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'))
    return `## ${name} ${version}\n\nLicence: ${license ?? 'see below'}\n${licenceText(folder)}`
  })
writeFileSync('THIRD-PARTY-NOTICES.md', [HEAD, ...entries].join('\n'))
console.log(`${entries.length} packages named in THIRD-PARTY-NOTICES.md`)

/**
 * The text of a package's licence, indented so that no line of it reads as a heading; empty where it brings none.
 *
 * @param {string} folder
 */
function licenceText(folder) {
  const file = readdirSync(folder).find((name) => /^(licen[cs]e|copying)(\.|-|$)/i.test(name))
  if (!file) return ''
  const text = readFileSync(join(folder, file), 'utf8').replace(/\r/g, '').trim()
  return `\n${text
    .split('\n')
    .map((line) => (line.trim() ? `    ${line.trimEnd()}` : ''))
    .join('\n')}\n`
}
