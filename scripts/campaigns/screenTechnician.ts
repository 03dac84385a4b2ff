import { setTimeout as delay } from 'node:timers/promises'
import { type Browser, type BrowserServer, chromium, type Page } from '@playwright/test'
import { withClient } from '../setup/database'
import { chromiumPath } from '../setup/debianPackages'
import { type Client, type OpenRun, opened, type References } from './client'

const PERCENTS = [0, 50, 100]
/** A screen that shows nothing for so long is opened anew, as a person would. */
const PATIENCE_MS = 20_000

/** What the screen showed as accepted. */
type Shown = { readonly runId: string; readonly percent: number; readonly output: string }

/** Somebody who reads by the screen in a real browser; where browser or server is gone, they open the run again and go on. */
export class ScreenTechnician {
  readonly acknowledged: Shown[] = []
  /** How often a run that was opened again showed fewer readings than had been shown as accepted. */
  lostOnScreen = 0
  private browser: BrowserServer | undefined
  private connected: Browser | undefined
  private isOver = false

  constructor(
    private readonly address: () => string,
    private readonly client: Client,
    private readonly references: References,
  ) {}

  /** Kills the browser outright; false where none is open. */
  kill(): boolean {
    const isOpen = this.connected?.isConnected() === true
    this.connected = undefined
    return isOpen && this.browser?.process().kill('SIGKILL') === true
  }

  end(): void {
    this.isOver = true
  }

  async work(): Promise<void> {
    let run: OpenRun | undefined
    while (!this.isOver) {
      run ??= await opened(this.client, this.references)
      const isRead = await this.read(run).catch(() => false) // killed, or nobody answers: once more
      if (isRead) run = undefined
      else await delay(100) // polling interval: the server comes up
    }
    await this.browser?.close()
  }

  /** Reads what is left of a run; true once every point is read. */
  private async read(run: OpenRun): Promise<boolean> {
    const browser = await this.opened()
    const context = await browser.newContext()
    try {
      const page = await context.newPage()
      page.setDefaultTimeout(PATIENCE_MS)
      const { name, value } = this.client.cookieNow()
      await context.addCookies([{ name, value, url: this.address() }])
      await page.goto(`${this.address()}/runs/${run.id}`)
      await page.locator('html[data-ready]').waitFor({ state: 'attached' })
      await page.getByRole('heading', { level: 1, name: /^K-/ }).waitFor() // its tag: no page that says that nobody answers
      if (!(await page.getByLabel(/^applied,/).isVisible())) return true // every point was read before
      const before = await accepted(page)
      if (before < this.acknowledged.filter(({ runId }) => runId === run.id).length) this.lostOnScreen++
      for (const percent of PERCENTS.slice(before)) {
        if (this.isOver) return false
        await this.readPoint(page, run.id, percent)
      }
      return true
    } finally {
      await context.close().catch(() => null)
    }
  }

  /** The browser that is open, or a new one where it was killed. */
  private async opened(): Promise<Browser> {
    if (this.connected?.isConnected()) return this.connected
    this.browser = await chromium.launchServer({
      executablePath: chromiumPath(),
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    })
    this.connected = await chromium.connect(this.browser.wsEndpoint())
    return this.connected
  }

  private async readPoint(page: Page, runId: string, percent: number): Promise<void> {
    const shown = await accepted(page)
    const output = (4 + 0.16 * percent + 0.001).toFixed(3)
    await page.getByLabel(/^applied,/).fill((2 * percent).toFixed(2))
    await page.getByLabel(/^reading,/).fill(output)
    await page.getByLabel(/^reading,/).press('Enter')
    const until = Date.now() + PATIENCE_MS
    while ((await accepted(page)) <= shown && Date.now() < until) await delay(20) // polling interval
    if ((await accepted(page)) <= shown) throw new Error('not accepted')
    this.acknowledged.push({ runId, percent, output })
  }
}

const accepted = (page: Page) => page.locator('.ladder tbody tr td:last-child svg').count()

/** What the screen showed as accepted and the database has not, or has otherwise; and points that stand there twice. */
export async function screenFaults(ownerUrl: string, acknowledged: readonly Shown[]) {
  return withClient(ownerUrl, async (db) => {
    const counts = { lost: 0, twice: 0 }
    for (const { runId, percent, output } of acknowledged) {
      const { rows } = await db.query(
        `SELECT r.output FROM reading AS r JOIN run_step AS s ON s.id = r.step_id
          WHERE s.run_id = $1 AND s.percent = $2`,
        [runId, percent],
      )
      if (!rows.some((row) => row.output === output)) counts.lost++
      if (rows.length > 1) counts.twice++
    }
    return counts
  })
}
