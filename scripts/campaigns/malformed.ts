import { readdirSync, readFileSync } from 'node:fs'
import { request } from 'node:http'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { DEMO_PEOPLE } from '../demo/people'
import { seededRandom } from '../demo/random'
import { freePort } from '../setup/cluster'
import { ROOT } from '../setup/root'
import { runConductor } from '../setup/steps'
import { campaignPlant, verifiedPlant } from './plant'

/** Malformed bodies and addresses, each route in turn, by people of every role and by nobody: none may be a fault of ours. */
async function campaign(): Promise<void> {
  const { values } = parseArgs({
    options: { requests: { type: 'string', default: '50000' }, seed: { type: 'string', default: '1' } },
  })
  const plant = await campaignPlant()
  const random = seededRandom(Number(values.seed))
  const port = await freePort()
  const server = await plant.start(port)
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)] as T // never empty
  const routes = routesOf('POST').filter((route) => !/practice\/attempts|seal$|audit\/verify|session\/end/.test(route))
  const pages = [...routesOf('GET'), ...pagesOf()]
  const statuses: Record<string, number> = {}
  const faults: string[] = []
  let cookies = await signedIn(port)
  const began = Date.now()
  const slowest = { ms: 0, path: '' }
  const one = async (index: number) => {
    const isWrite = index % 3 !== 0
    const path = filled(pick(isWrite ? routes : pages), { pick, random })
    const cookie = pick([...cookies, ''])
    const body = isWrite ? malformed({ pick, random }) : undefined
    const at = performance.now()
    const status = await sent(port, path, { cookie, body, random, pick })
    const ms = Math.round(performance.now() - at)
    if (ms > slowest.ms) Object.assign(slowest, { ms, path: `${path.slice(0, 80)} ${status}` })
    statuses[status] = (statuses[status] ?? 0) + 1
    // Busy is an answer; a fault of ours is not.
    if (status >= 500 && status !== 503) faults.push(`${status} ${path} ${String(body).slice(0, 200)}`)
  }
  const count = Number(values.requests)
  for (let index = 0; index < count; index += 16) {
    await Promise.all(Array.from({ length: 16 }, (_, at) => one(index + at)))
    if (index % 1600 === 0) cookies = await signedIn(port)
    if (index % 1600 === 0 && index > 0)
      console.log(`${index} requests, ${faults.length} faults, ${JSON.stringify(slowest)}`)
  }
  await server.stop()
  const report = await verifiedPlant(plant)
  const minutes = Math.round((Date.now() - began) / 6000) / 10
  console.log(
    JSON.stringify(
      {
        requests: count,
        minutes,
        routes: routes.length,
        pages: pages.length,
        statuses,
        faults: faults.length,
        first: faults.slice(0, 20),
        verified: report.faults.length,
      },
      null,
      2,
    ),
  )
  plant.end()
  process.exitCode = faults.length + report.faults.length === 0 ? 0 : 1
}

type Luck = { readonly pick: <T>(of: readonly T[]) => T; readonly random: () => number }

const API = join(ROOT, 'src/app/api/v1')
const routesOf = (method: string) =>
  readdirSync(API, { recursive: true, encoding: 'utf8' })
    .filter(
      (file) => file.endsWith('route.ts') && readFileSync(join(API, file), 'utf8').includes(`export const ${method}`),
    )
    .map((file) => `/api/v1/${file.replace(/\/?route\.ts$/, '')}`)
    // It goes on for as long as somebody listens.
    .filter((route) => !route.endsWith('/live'))

const PAGES = join(ROOT, 'src/app')
const pagesOf = () =>
  readdirSync(PAGES, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('page.tsx'))
    .map((file) => `/${file.replace(/\/?page\.tsx$/, '')}`)

const UUID = '5d1f7c02-6a51-4f0e-9a57-0c1d4be0a001'
const ODD_PARTS = [
  ...[
    '%ff',
    '%00',
    '%c3%28',
    '..%2f..%2fetc',
    "1'--",
    'NaN',
    '-1',
    '99999999999999999999',
    '1e309',
    'null',
    'undefined',
  ],
  ...[
    '%F0%9F%98%80',
    '%ed%a0%80',
    'a'.repeat(900),
    '%2e%2e',
    '%25',
    '{}',
    '[]',
    ' ',
    '+',
    '\u00e9',
    UUID,
    '1',
    'PT-302',
    'R-02',
  ],
]

function filled(route: string, { pick, random }: Luck): string {
  const path = route.replace(/\[[^\]]+\]/g, () => encodeURI(pick(ODD_PARTS)).replaceAll('%25', '%'))
  return random() < 0.2 ? `${path}?${pick(ODD_PARTS)}=${pick(ODD_PARTS)}` : path
}

const ODD_VALUES: readonly unknown[] = [
  ...[
    null,
    true,
    false,
    0,
    -1,
    1e308,
    -1e308,
    9007199254740991,
    1e-320,
    '',
    ' ',
    '0',
    '1e999',
    'NaN',
    'Infinity',
    '−5',
    '1,5',
    '1.5.2',
  ],
  ...[
    'a\u0000b',
    'a\ud800b',
    '\udc00',
    '\u202e',
    'é',
    'e\u0301',
    'x'.repeat(5000),
    "'; DROP TABLE run; --",
    '<script>',
    '{{1}}',
    UUID,
  ],
  ...[
    '2026-02-30',
    '2026-13-01',
    '0000-00-00',
    '9999-12-31T23:59:59Z',
    [],
    {},
    [[]],
    [null],
    { a: { b: { c: {} } } },
    '__proto__',
    'constructor',
  ],
]
const NAMES = [
  ...[
    'id',
    'tag',
    'configuration',
    'instrumentId',
    'inputUnit',
    'inputReferenceId',
    'outputReferenceId',
    'environment',
    'stepId',
    'applied',
  ],
  ...[
    'output',
    'supersedes',
    'reason',
    'round',
    'decision',
    'kind',
    'words',
    'list',
    'item',
    'outcome',
    'password',
    'name',
    'role',
    'next',
  ],
  ...[
    'code',
    'rows',
    'facts',
    'ranges',
    'points',
    'values',
    'trials',
    'inputs',
    'model',
    'seed',
    'coverage',
    'unit',
    'lrv',
    'urv',
    'wanted',
  ],
  ...[
    'basedOnVersion',
    'expected',
    'ask',
    'rangeId',
    'from',
    'to',
    'movement',
    'place',
    'draft',
    'remark',
    'confirmed',
    '__proto__',
    'toString',
  ],
]

/** A body: an object of odd values under names of ours, text that is no JSON, or something else than an object. */
function malformed(luck: Luck): string | Buffer {
  const { pick, random } = luck
  const kind = random()
  if (kind < 0.08) return pick(['', '{', '[', '"', '{"a":', 'nul', '\u0000', '{"a":1}}', '{"a":1,}', "{'a':1}", '[1,2'])
  if (kind < 0.12) return Buffer.from(Array.from({ length: 40 }, () => Math.floor(random() * 256)))
  if (kind < 0.16) return '['.repeat(Math.floor(random() * 5000))
  if (kind < 0.22) return JSON.stringify(pick(ODD_VALUES)) ?? 'null'
  return JSON.stringify(oddObject(luck, 3))
}

function oddObject(luck: Luck, depth: number): Record<string, unknown> {
  const { pick, random } = luck
  const names = Array.from({ length: 1 + Math.floor(random() * 9) }, () => pick(NAMES))
  return Object.fromEntries(
    names.map((name) => [name, depth > 0 && random() < 0.25 ? oddObject(luck, depth - 1) : pick(ODD_VALUES)]),
  )
}

async function signedIn(port: number): Promise<string[]> {
  return Promise.all(
    DEMO_PEOPLE.map(async ({ id }) => {
      const answer = await fetch(`http://127.0.0.1:${port}/api/v1/session/demo`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ personId: id }),
      })
      return answer.headers.get('set-cookie')?.split(';')[0] ?? ''
    }),
  )
}

/** By Node's own client: fetch would mend an odd address before it is sent. A connection that is dropped counts as 0. */
function sent(
  port: number,
  path: string,
  { cookie, body, random, pick }: Luck & { cookie: string; body: string | Buffer | undefined },
): Promise<number> {
  const type =
    random() < 0.9
      ? 'application/json'
      : pick(['text/plain', 'application/jsonx', 'application/json; charset=utf-16', ''])
  return new Promise((resolve) => {
    try {
      const asked = request(
        {
          ...{
            port,
            host: '127.0.0.1',
            path: path.replace(/[^!-~]/g, '_'),
            method: body === undefined ? 'GET' : 'POST',
          },
          headers: { ...(cookie && { cookie }), ...(body !== undefined && { 'content-type': type }) },
        },
        (answer) => {
          answer.resume()
          answer.on('end', () => resolve(answer.statusCode ?? 0))
          answer.on('error', () => resolve(0))
        },
      )
      asked.on('error', () => resolve(0))
      asked.end(body)
    } catch {
      resolve(0) // no address at all, for the client already
    }
  })
}

// Last, so that everything it needs is there.
await runConductor(campaign)
