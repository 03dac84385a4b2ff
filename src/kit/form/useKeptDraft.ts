'use client'
import { useEffect, useRef } from 'react'
import type { Draft } from './draft'
import type { ChangeDraft } from './useDraftForm'

type Kept = { readonly draft: Draft; readonly change: ChangeDraft }

/**
 * What is typed and not saved outlives leaving the page: it stands in the browser's session until it is saved, and is
 * found again when the page is opened anew.
 *
 * @param key which form of which instrument it is
 * @param isSaved whether what stands in the boxes is kept with the instrument
 */
export function useKeptDraft(key: string, { draft, change }: Kept, isSaved: boolean): void {
  const isFound = useRef(false)
  // Once, after the first drawing: the server cannot know what this browser keeps.
  // biome-ignore lint/correctness/useExhaustiveDependencies: found once
  useEffect(() => {
    const kept = read(key)
    if (kept !== null) change([], kept)
    isFound.current = true
  }, [])
  useEffect(() => {
    if (!isFound.current) return
    if (isSaved) sessionStorage.removeItem(key)
    else sessionStorage.setItem(key, JSON.stringify(draft))
  }, [key, draft, isSaved])
}

function read(key: string): Draft | null {
  const text = sessionStorage.getItem(key)
  if (text === null) return null
  try {
    return JSON.parse(text) as Draft // written here
  } catch {
    return null
  }
}
