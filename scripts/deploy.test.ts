import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { ROOT } from './setup/root'

const read = (name: string) => readFileSync(join(ROOT, 'deploy', name), 'utf8')

test('the unit names a command that is there, and leaves the stop the time it takes', () => {
  const unit = read('barys.service')
  for (const section of ['[Unit]', '[Service]', '[Install]']) expect(unit).toContain(section)
  const [, script = ''] = /^ExecStart=\S+ (\S+)/m.exec(unit) ?? []
  expect(existsSync(join(ROOT, script))).toBe(true)
  // Not a shell between: a stop has to reach the start itself.
  expect(unit).not.toMatch(/ExecStart=.*(sh -c|npm)/)
})

test('what the container copies and runs is there; it does not run as root', () => {
  const file = read('Dockerfile')
  expect(file).toMatch(/^USER node$/m)
  expect(file).toMatch(/^CMD \["node", "scripts\/start.mjs"/m)
  for (const [, names = ''] of file.matchAll(/^COPY ((?:[\w.-]+ )+)\.\//gm))
    for (const name of names.trim().split(' ')) expect(existsSync(join(ROOT, name)), name).toBe(true)
})

test('compose has no secret in it, and every variable the application reads is one it knows', () => {
  const file = read('compose.yaml')
  expect(file).not.toMatch(/PASSWORD: (?!\$\{)/)
  const known =
    readFileSync(join(ROOT, 'src/server/environment.ts'), 'utf8') +
    readFileSync(join(ROOT, 'scripts/setup/serveBarys.ts'), 'utf8')
  const application = file.slice(file.indexOf('  application:'))
  for (const [, name = ''] of application.matchAll(/^ {6}([A-Z_]+): /gm)) expect(known, name).toContain(name)
  expect(file).not.toContain('\t')
})

test('the script of the login is one that a shell reads', () => {
  expect(spawnSync('sh', ['-n', join(ROOT, 'deploy/makeLogin.sh')]).status).toBe(0)
})
