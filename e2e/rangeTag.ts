import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import jsQR from 'jsqr'
import { PNG } from 'pngjs'
import { pdftoppmPath } from '../scripts/setup/debianPackages'
import { address, expect } from './barys'
import { pdfText } from './pdfText'

/** The range tag of an instrument as somebody holds it: its text, and what a camera reads from its code. */
export async function readTag(page: Page, id: string): Promise<{ text: string; code: string }> {
  const answer = await page.request.get(`${address()}/api/v1/instruments/${id}/range-tag`)
  expect(answer.status()).toBe(200)
  const pdf = await answer.body()
  return { text: (await pdfText(pdf)).text, code: codeOf(pdf) }
}

/** Draws the page by poppler and reads its code by a decoder that knows nothing of how it was made. */
function codeOf(pdf: Buffer): string {
  const folder = mkdtempSync(join(tmpdir(), 'barys-tag-'))
  try {
    writeFileSync(join(folder, 'tag.pdf'), pdf)
    execFileSync(pdftoppmPath(), ['-png', '-r', '300', join(folder, 'tag.pdf'), join(folder, 'tag')])
    const { data, width, height } = PNG.sync.read(readFileSync(join(folder, 'tag-1.png')))
    return jsQR(new Uint8ClampedArray(data), width, height)?.data ?? ''
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
