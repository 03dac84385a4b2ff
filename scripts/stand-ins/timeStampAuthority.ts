import { spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const CONFIGURATION = `
[req]
distinguished_name = name
[name]
[stamps]
basicConstraints = critical, CA:FALSE
keyUsage = critical, digitalSignature
extendedKeyUsage = critical, timeStamping
[tsa]
default_tsa = own
[own]
serial = serial
signer_cert = certificate.pem
signer_key = key.pem
signer_digest = sha256
default_policy = 1.3.6.1.4.1.99999.1
digests = sha256
ess_cert_id_alg = sha256
`

/** A time-stamp authority of the demo's plant. */
export type TimeStampAuthority = {
  readonly address: string
  /** Its certificate, PEM, by which others may check its stamps. */
  readonly certificate: string
  readonly requests: () => number
  readonly stop: () => void
}

/**
 * A stand-in for a time-stamp authority (RFC 3161): a certificate of its own, and answers made by openssl, which comes with
 * Debian's PostgreSQL.
 */
export async function startTimeStampAuthority(): Promise<TimeStampAuthority> {
  const folder = mkdtempSync(join(tmpdir(), 'barys-authority-'))
  writeFileSync(join(folder, 'openssl.cnf'), CONFIGURATION)
  writeFileSync(join(folder, 'serial'), '01\n')
  openssl(folder, [
    ...['req', '-x509', '-config', 'openssl.cnf', '-extensions', 'stamps', '-newkey', 'rsa:2048', '-nodes'],
    ...['-subj', '/O=Tarn Hollow Creamery/CN=Tarn Hollow time stamps', '-days', '3650'],
    ...['-keyout', 'key.pem', '-out', 'certificate.pem'],
  ])
  let requests = 0
  const server = createServer((request, response) => {
    const parts: Buffer[] = []
    request.on('data', (part: Buffer) => parts.push(part))
    request.on('end', () => {
      requests++
      writeFileSync(join(folder, 'query.tsq'), Buffer.concat(parts))
      openssl(folder, ['ts', '-reply', '-config', 'openssl.cnf', '-queryfile', 'query.tsq', '-out', 'answer.tsr'])
      response.setHeader('content-type', 'application/timestamp-reply')
      response.end(readFileSync(join(folder, 'answer.tsr')))
    })
  })
  server.listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as AddressInfo // it listens on a port
  return {
    address: `http://127.0.0.1:${port}/`,
    certificate: readFileSync(join(folder, 'certificate.pem'), 'utf8'),
    requests: () => requests,
    stop: () => {
      server.close()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

function openssl(folder: string, args: readonly string[]): void {
  const { status, stderr } = spawnSync('openssl', args, { cwd: folder, encoding: 'utf8' })
  if (status !== 0) throw new Error(`openssl ${args[0]} ended with ${status}: ${stderr}`)
}
