import type { Metadata } from 'next'
import { addressText } from './addressText'

/** Title of a page about an instrument: its tag, and what the page is. */
export const titledByTag =
  (words: string) =>
  async ({ params }: { params: Promise<{ tag: string }> }): Promise<Metadata> => ({
    title: `${addressText((await params).tag)}: ${words}`,
  })
