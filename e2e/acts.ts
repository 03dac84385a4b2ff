import type { Page } from '@playwright/test'
import type { Acts } from '../scripts/bench/acts'

/**
 * Counts what is done in a page over all its loads: clicks and ticks, keys that are no letters (Enter, Tab, Shift …), boxes
 * that were filled, and letters and digits typed into them. For `docs/benchmarks.md`.
 */
export async function countActs(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const kept = () => JSON.parse(sessionStorage.getItem('acts') ?? '{"clicks":0,"keys":0,"boxes":0,"letters":0}')
    const add = (what: string, by: number) => {
      const acts = kept()
      acts[what] += by
      sessionStorage.setItem('acts', JSON.stringify(acts))
    }
    addEventListener('click', (event) => event.detail > 0 && add('clicks', 1), true)
    const isText = (box: unknown): box is HTMLInputElement | HTMLTextAreaElement =>
      box instanceof HTMLTextAreaElement || (box instanceof HTMLInputElement && box.type !== 'checkbox')
    addEventListener(
      'keydown',
      (event) => (event.key.length > 1 || (event.key === ' ' && !isText(event.target))) && add('keys', 1),
      true,
    )
    let last: EventTarget | null = null
    addEventListener(
      'input',
      (event) => {
        const box = event.target
        if (!isText(box)) return
        if (last !== box) add('boxes', 1)
        // Filled at once by a test, it is as if its letters had been typed.
        add('letters', event instanceof InputEvent && event.data !== null ? event.data.length : box.value.length)
        last = box
      },
      true,
    )
  })
}

/** What was done in a page since it was first opened. */
export const actsOf = (page: Page): Promise<Acts> =>
  page.evaluate(() => JSON.parse(sessionStorage.getItem('acts') ?? '{"clicks":0,"keys":0,"boxes":0,"letters":0}'))
