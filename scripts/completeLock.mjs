// `npm run lock`, after every change of dependencies. A registry that carries only some platforms leaves the other
// platforms' optional binaries out of package-lock.json, and `npm ci` then refuses the file. This names them, with
// version and platform, so that `npm ci` can skip them where they do not belong.
import { readFileSync, writeFileSync } from 'node:fs'

const file = 'package-lock.json'
const lock = JSON.parse(readFileSync(file, 'utf8'))
let added = 0
for (const { optionalDependencies = {} } of Object.values(lock.packages))
  for (const [name, version] of Object.entries(optionalDependencies)) {
    const key = `node_modules/${name}`
    const platform = platformOf(name)
    if (lock.packages[key] || !platform || !/^\d+\.\d+\.\d+/.test(version)) continue
    lock.packages[key] = { version, ...platform, optional: true }
    added++
  }
lock.packages = Object.fromEntries(Object.entries(lock.packages).toSorted(([a], [b]) => (a < b ? -1 : 1)))
writeFileSync(file, `${JSON.stringify(lock, null, 2)}\n`)
console.log(`${added} optional packages of other platforms named in ${file}`)

/**
 * Platform from a name such as `@swc/core-linux-arm64-musl`; undefined where the name tells none.
 *
 * @param {string} name
 */
function platformOf(name) {
  const found =
    /(android|darwin|freebsd|linux|netbsd|openbsd|openharmony|sunos|win32|aix)-([a-z0-9]+)(?:-(musl|gnu|gnueabihf|msvc|eabi))?$/.exec(
      name,
    )
  if (!found) return undefined
  const [, os, cpu, abi] = found
  const libc = os === 'linux' && abi ? { libc: [abi === 'musl' ? 'musl' : 'glibc'] } : {}
  return { cpu: [cpu], ...libc, os: [os] }
}
