import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fromBER, Integer, Sequence } from 'asn1js'
import { SignedData, TimeStampResp } from 'pkijs'
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import { startTimeStampAuthority, type TimeStampAuthority } from '../../../../scripts/stand-ins/timeStampAuthority'
import { GENESIS_HASH } from '../../hash'
import { checkpointLine } from '../../proof/checkpoint'
import { appendLine, checkpointsOf, lastLine, linesOf, timeStampsBeside } from '../../proof/checkpointFile'
import { proofKey } from '../../proof/proofKey'
import { freshNonce, readTimeStamp, timeStampRequest } from '../../proof/timeStamp'

// Outside check throughout: answers are made, and ours verified, by openssl's own implementation of RFC 3161.

let authority: TimeStampAuthority
let folder: string
let file: string
beforeAll(async () => {
  authority = await startTimeStampAuthority()
})
afterAll(() => authority.stop())
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'barys-stamps-'))
  file = checkpointsOf(folder)
  return () => rmSync(folder, { recursive: true, force: true })
})

const head = { count: 0, hash: GENESIS_HASH }
function checkpoint(at = new Date()): void {
  const heads = { records: head, findings: head, acts: head }
  appendLine(file, checkpointLine(heads, { key: proofKey(folder), at, before: lastLine(file) }))
}

/** The module as a process with these settings has it. */
async function service(address?: string) {
  vi.resetModules()
  vi.stubEnv('DATABASE_URL', 'postgres://127.0.0.1/none')
  vi.stubEnv('BARYS_PROOF', folder)
  vi.stubEnv('BARYS_TIME_STAMPS', address)
  vi.stubEnv('BARYS_LOG', 'silent')
  return import('./timeStamps')
}

async function answered(text: string, nonce: Uint8Array): Promise<Buffer> {
  const response = await fetch(authority.address, {
    method: 'POST',
    body: new Uint8Array(timeStampRequest(text, nonce)),
  })
  return Buffer.from(await response.arrayBuffer())
}

describe('an answer of an authority', () => {
  test('is taken for its text and its question, and says when and by whom', async () => {
    const nonce = freshNonce()
    const stamp = await readTimeStamp(await answered('a line', nonce), 'a line', nonce)
    expect(stamp.faults).toEqual([])
    expect(stamp.by).toBe('Tarn Hollow time stamps')
    expect(Math.abs((stamp.at?.getTime() ?? 0) - Date.now())).toBeLessThan(60_000)
  })

  test('is refused for another text, another question, a changed byte, and what is no answer', async () => {
    const nonce = freshNonce()
    const answer = await answered('a line', nonce)
    const faultsOf = async (...asked: Parameters<typeof readTimeStamp>) => (await readTimeStamp(...asked)).faults
    expect(await faultsOf(answer, 'another line')).toContain('is not for what it stands beside')
    expect(await faultsOf(answer, 'a line', freshNonce())).toEqual(['answers another question'])
    const changed = Buffer.from(answer)
    changed[changed.length - 20] = (changed[changed.length - 20] ?? 0) ^ 1 // a byte of the signature
    expect(await faultsOf(changed, 'a line', nonce)).toEqual(['its signature does not belong to it'])
    expect(await faultsOf(Buffer.from('no'), 'a line')).toEqual(['is no answer of a time-stamp authority'])
  })

  describe('signed by a certificate for something else', () => {
    const openssl = (args: string) => {
      const { status, stderr } = spawnSync('openssl', args.split(' '), { cwd: folder, encoding: 'utf8' })
      expect(status, stderr).toBe(0)
    }
    /** An answer whose stamp somebody signed with a certificate of their own, number 7. */
    async function signedByAnother(more = '') {
      const { timeStampToken } = TimeStampResp.fromBER(new Uint8Array(await answered('a line', freshNonce())).buffer)
      const info = new SignedData({ schema: timeStampToken?.content }).encapContentInfo.eContent?.getValue()
      writeFileSync(join(folder, 'info.der'), Buffer.from(info ?? new ArrayBuffer(0)))
      openssl('req -x509 -newkey rsa:2048 -nodes -subj /CN=somebody -set_serial 7 -keyout key.pem -out cert.pem')
      openssl(
        `cms -sign -binary -nodetach -econtent_type 1.2.840.113549.1.9.16.1.4 -md sha256 -cades -outform DER -in info.der -signer cert.pem -inkey key.pem -out signed.der${more}`,
      )
      const signed = new Uint8Array(readFileSync(join(folder, 'signed.der'))).buffer
      const granted = new Sequence({ value: [new Integer({ value: 0 })] })
      return new Uint8Array(new Sequence({ value: [granted, fromBER(signed).result] }).toBER())
    }
    const REFUSED = { by: 'somebody', faults: ['is not signed by a certificate for time stamps'] }

    test('it is refused (RFC 3161, 2.3)', async () => {
      expect(await readTimeStamp(await signedByAnother(), 'a line')).toMatchObject(REFUSED)
    })
    test('also where one for time stamps of the same number lies beside it, by another issuer (RFC 5652, 10.2.4)', async () => {
      openssl(
        'req -x509 -newkey ed25519 -nodes -subj /CN=T -set_serial 7 -addext extendedKeyUsage=critical,timeStamping -keyout decoy.key -out decoy.pem',
      )
      expect(await readTimeStamp(await signedByAnother(' -certfile decoy.pem'), 'a line')).toMatchObject(REFUSED)
    })
  })

  test('a refusal of the authority is one (RFC 3161, 2.4.2: status 2 is rejection)', async () => {
    const response = await fetch(authority.address, { method: 'POST', body: 'no question' })
    const refused = await readTimeStamp(Buffer.from(await response.arrayBuffer()), 'a line')
    expect(refused).toEqual({ at: null, by: '', faults: ['was refused by the authority (status 2)'] })
  })
})

describe('daily', () => {
  test('the last checkpoint is stamped once a day, and openssl verifies what is kept', async () => {
    const { stampDaily, verifyTimeStamps } = await service(authority.address)
    checkpoint()
    checkpoint()
    const before = authority.requests()
    await stampDaily(new Date())
    checkpoint()
    await stampDaily(new Date())
    expect(authority.requests()).toBe(before + 1)
    expect(await verifyTimeStamps(file)).toMatchObject({
      timeStamps: 1,
      lastTimeStamp: { checkpoint: 2, by: 'Tarn Hollow time stamps' },
      faults: [],
    })
    // On another day there is another; the same checkpoint never gets two.
    const tomorrow = new Date(Date.now() + 86_400_000)
    await stampDaily(tomorrow)
    await stampDaily(tomorrow)
    expect(linesOf(timeStampsBeside(file)).map((line) => JSON.parse(line).line)).toEqual([2, 3])

    writeFileSync(join(folder, 'line'), linesOf(file)[1] ?? '')
    writeFileSync(join(folder, 'ca.pem'), authority.certificate)
    const { answer } = JSON.parse(linesOf(timeStampsBeside(file))[0] ?? '')
    writeFileSync(join(folder, 'stamp.tsr'), Buffer.from(answer, 'base64'))
    const verified = spawnSync('openssl', ['ts', '-verify', '-data', 'line', '-in', 'stamp.tsr', '-CAfile', 'ca.pem'], {
      cwd: folder,
      encoding: 'utf8',
    })
    expect(verified.stdout + verified.stderr).toContain('Verification: OK')
  })

  test('checkpoints written anew, cut off or dated after their stamp are found', async () => {
    const { stampDaily, verifyTimeStamps } = await service(authority.address)
    checkpoint()
    await stampDaily(new Date())
    const faults = async () => (await verifyTimeStamps(file)).faults.map(({ fault }) => fault)
    rmSync(file)
    expect(await faults()).toEqual(['the checkpoint 1 it is for is gone'])
    checkpoint(new Date(Date.now() - 1000)) // the same key, another line
    expect(await faults()).toContain('is not for what it stands beside')

    rmSync(timeStampsBeside(file))
    rmSync(file)
    checkpoint(new Date(Date.now() + 6 * 60_000)) // a clock that is six minutes fast: more than the five that are let pass
    await stampDaily(new Date())
    expect(await faults()).toEqual([expect.stringContaining('one clock was wrong')])
    rmSync(timeStampsBeside(file))
    rmSync(file)
    checkpoint(new Date(Date.now() + 4 * 60_000))
    await stampDaily(new Date())
    expect(await faults()).toEqual([])
  })

  test('a line that is no stamp is told', async () => {
    const { verifyTimeStamps } = await service()
    checkpoint()
    writeFileSync(timeStampsBeside(file), 'nothing\n')
    expect((await verifyTimeStamps(file)).faults).toEqual([
      { of: 'time stamp', sequence: 1, fault: 'is no time stamp' },
    ])
  })

  test('without an authority nobody is asked; one that fails, lies or talks without end leaves nothing behind', async () => {
    checkpoint()
    const nobody = await service()
    await nobody.stampDaily(new Date())
    const answers: ((response: ServerResponse) => void)[] = [
      (response) => response.end('nonsense'),
      (response) => void setInterval(() => response.write(Buffer.alloc(65_536), () => heard++), 1).unref(),
    ]
    let heard = 0
    for (const answer of answers) {
      const liar = createServer((request, response) => {
        request.resume()
        answer(response)
      })
      await new Promise<void>((listening) => liar.listen(0, '127.0.0.1', listening))
      const { port } = liar.address() as AddressInfo // it listens on a port
      const { stampDaily } = await service(`http://127.0.0.1:${port}/`)
      await stampDaily(new Date())
      liar.closeAllConnections()
      liar.close()
    }
    // Some lie in the buffers of a connection; without a limit it would be listened to until patience ends, thousands of them.
    expect(heard).toBeLessThan(300)
    const gone = await service('http://127.0.0.1:1/')
    await gone.stampDaily(new Date())
    expect(linesOf(timeStampsBeside(file))).toEqual([])
    expect(readFileSync(file, 'utf8')).not.toBe('')
  })
})
