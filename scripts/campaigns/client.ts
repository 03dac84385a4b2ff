import { randomUUID } from 'node:crypto'
import { setTimeout as delay } from 'node:timers/promises'
import { DEMO_PASSWORD } from '../../src/schema/demo'

/** An answer of the API, or that none came. */
export type Answer = { readonly status: number; readonly body: unknown }

/** Somebody who works by the API and, where nobody answers, sends the same again until somebody does: as the screens do. */
export class Client {
  private cookie = ''
  /** What was acknowledged, by the id it was sent with. */
  readonly acknowledged: { path: string; id: string; body: Record<string, unknown> }[] = []

  constructor(
    private readonly address: () => string,
    private readonly personId: string,
  ) {}

  /** The cookie of the session as a browser takes it. */
  cookieNow(): { name: string; value: string } {
    const [name = '', value = ''] = this.cookie.split('=')
    return { name, value }
  }

  async signIn(): Promise<void> {
    for (;;) {
      const response = await this.tried('session/demo', { personId: this.personId })
      const [cookie] = response?.headers.get('set-cookie')?.split(';') ?? []
      if (response?.status === 200 && cookie) {
        this.cookie = cookie
        return
      }
      await delay(100) // polling interval: the server comes up
    }
  }

  /** Sends until it is answered with anything but “come again”; a session that ended is begun anew. */
  async post(path: string, body: Record<string, unknown>): Promise<Answer> {
    for (;;) {
      const response = await this.tried(path, body)
      const answer = response && (await bodyOf(response))
      if (response?.status === 401) await this.signIn()
      else if (response && answer !== undefined && response.status !== 503) {
        if (response.status === 200 && typeof body.id === 'string') this.acknowledged.push({ path, id: body.id, body })
        return { status: response.status, body: answer }
      }
      await delay(50) // polling interval: the server comes up
    }
  }

  /** Sends and insists on being taken. */
  async done<T>(path: string, body: Record<string, unknown>): Promise<T> {
    const { status, body: answer } = await this.post(path, body)
    if (status !== 200) throw new Error(`${path}: ${status} ${JSON.stringify(answer).slice(0, 300)}`)
    return answer as T // our own routes, typed where they are called
  }

  async get<T>(path: string): Promise<T> {
    for (;;) {
      const response = await fetch(`${this.address()}/api/v1/${path}`, { headers: { cookie: this.cookie } }).catch(
        () => null,
      )
      const answer = response && (await bodyOf(response))
      if (response?.status === 401) await this.signIn()
      else if (response?.status === 200 && answer !== undefined) return answer as T
      else if (response && ![200, 500, 503].includes(response.status)) throw new Error(`${path}: ${response.status}`)
      await delay(50) // polling interval: the server comes up
    }
  }

  /** What becomes of asking for something once; 0 where nobody answers. */
  async statusOf(path: string): Promise<number> {
    const response = await fetch(`${this.address()}/api/v1/${path}`, { headers: { cookie: this.cookie } }).catch(
      () => null,
    )
    await response?.arrayBuffer().catch(() => null)
    return response?.status ?? 0
  }

  /** One try, whatever comes of it; null where nobody answered. */
  async tried(path: string, body: unknown): Promise<Response | null> {
    return fetch(`${this.address()}/api/v1/${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: this.cookie },
      body: JSON.stringify(body),
    }).catch(() => null)
  }
}

/** A body that was cut off by a kill is none. */
async function bodyOf(response: Response): Promise<unknown> {
  const isPdf = response.headers.get('content-type') === 'application/pdf'
  return (isPdf ? response.arrayBuffer() : response.json()).catch(() => undefined)
}

/** An instrument of a campaign. */
export const CONFIGURATION = {
  ...{ description: 'campaign', area: 'Campaign', kind: 'pressure-transmitter', pressureKind: 'gauge', unit: 'kPa' },
  ...{ lrl: '-10', url: '600', minSpan: '1', lrv: '0', urv: '200', signal: '4-20mA' },
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 1 }] },
  ...{ adjustLimit: null, intervalMonths: 12, testPoints: [0, 50, 100], pointOrder: 'up', hookUp: 'bench' },
}

/** Registers an instrument of the campaign's own. */
export async function registered(client: Client): Promise<string> {
  for (;;) {
    const tag = `K-${randomUUID().slice(0, 8)}`
    // No id is sent: one that was taken and not acknowledged is found by the next try as taken, and left.
    const { status, body } = await client.post('instruments', { tag, configuration: CONFIGURATION })
    if (status === 200) return (body as { id: string }).id
  }
}

/** What the campaign’s runs are read with. */
export type References = { readonly input: string; readonly output: string }

export async function referencesOf(client: Client): Promise<References> {
  await client.signIn()
  const { references } = await client.get<{ references: { code: string; facts: { ranges: { id: string }[] } }[] }>(
    'references',
  )
  const of = (wanted: string) => references.find(({ code }) => code === wanted)?.facts.ranges[0]?.id ?? ''
  return { input: of('R-02'), output: of('R-06') }
}

type Run = { id: string; rounds: { steps: { id: string; percent: number }[] }[] }

/** A run that is at its first reading, and the points that are to be read, in their order. */
export type OpenRun = {
  readonly id: string
  readonly steps: readonly { readonly id: string; readonly percent: number }[]
}

/** Begins a run on a new instrument, and isolates it. */
export async function opened(client: Client, references: References, plan?: Plan): Promise<OpenRun> {
  await client.signIn()
  const id = await begun(client, await registered(client), references, plan)
  const run = await client.get<Run>(`runs/${id}`)
  return { id, steps: run.rounds[0]?.steps ?? [] }
}

/** A calibration from its start to its sealed record and certificate; a reading of it is corrected. */
export async function calibrated(client: Client, instrumentId: string, references: References): Promise<number> {
  const id = await begun(client, instrumentId, references)
  const run = await client.get<Run>(`runs/${id}`)
  let last: { id: string; stepId: string; applied: string; output: string } | undefined
  for (const { id: stepId, percent } of run.rounds[0]?.steps ?? []) {
    const figure = (percent * 2).toFixed(2)
    last = { id: randomUUID(), stepId, applied: figure, output: (4 + 0.16 * percent).toFixed(3) }
    await client.done(`runs/${id}/readings`, last)
  }
  if (last) {
    const corrected = { ...last, id: randomUUID(), output: '20.002', supersedes: last.id, reason: 'read again' }
    await client.done(`runs/${id}/readings`, corrected)
  }
  // Sent again after its answer was lost, these are told that it is done.
  await settled(client, `runs/${id}/decision`, { round: 0, decision: 'leave', reason: null })
  await answered(client, id, 'restore')
  const sealed = await settled(client, `runs/${id}/seal`, {
    ...{ password: DEMO_PASSWORD, confirmed: true, remark: 'campaign' },
  })
  const [, sequence] = /"sequence":(\d+)|sealed as record (\d+)/.exec(sealed)?.filter(Boolean) ?? []
  await client.get(`records/${sequence}/certificate`)
  return Number(sequence)
}

/** Other points than the instrument’s own. */
export type Plan = { readonly testPoints: string; readonly pointOrder: string; readonly cycles: number }

async function begun(client: Client, instrumentId: string, references: References, plan?: Plan): Promise<string> {
  const id = randomUUID()
  await client.done('runs', {
    ...{ id, instrumentId, inputUnit: 'kPa', inputReferenceId: references.input, outputReferenceId: references.output },
    environment: { ambientCelsius: '20.5', relativeHumidityPercent: '', barometricHPa: null },
    ...(plan && { plan }),
  })
  await answered(client, id, 'isolate')
  return id
}

/** Makes the range smaller or larger again, from the version that holds. */
export async function rangeChanged(client: Client, instrumentId: string, version: number): Promise<void> {
  await client.done(`instruments/${instrumentId}/range-changes`, {
    ...{ id: randomUUID(), basedOnVersion: version, capsule: null, capsuleWork: null, reason: 'campaign' },
    wanted: {
      ...{ lrv: 0, urv: version % 2 === 1 ? 150 : 200, displayScale: null, transfer: { kind: 'linear' } },
      ...{ hostRoot: false, source: 'typed' },
    },
  })
}

async function answered(client: Client, runId: string, list: 'isolate' | 'restore'): Promise<void> {
  const lists = await client.get<Record<string, { id: string; takesWords?: true }[]>>(`runs/${runId}/work-steps`)
  for (const { id: item, takesWords } of lists[list] ?? [])
    await client.done(`runs/${runId}/work-steps`, {
      ...{ id: randomUUID(), list, item, outcome: 'done', words: takesWords ? 'shift lead told' : null },
    })
}

/** Sends what has no id of its own: taken, or already so. */
async function settled(client: Client, path: string, body: Record<string, unknown>): Promise<string> {
  const { status, body: answer } = await client.post(path, body)
  if (status !== 200 && status !== 409) throw new Error(`${path}: ${status} ${JSON.stringify(answer).slice(0, 300)}`)
  return JSON.stringify(answer)
}
