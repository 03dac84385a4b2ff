'use client'
import type { KeyboardEvent } from 'react'

type Props = {
  /** What it finds by, for those who cannot see the placeholder. */
  label: string
  placeholder: string
  value: string
  change: (value: string) => void
  onKeyDown?: (event: KeyboardEvent) => void
}

/** The search box of a page; the key `/` leads to it from anywhere. The browser’s own, which brings its way to empty it. */
export function SearchBox({ label, placeholder, value, change, onKeyDown }: Props) {
  return (
    <label className="search" data-search>
      <span className="visually-hidden">{label}</span>
      <input
        type="search"
        placeholder={`${placeholder}  ( / )`}
        value={value}
        onChange={(event) => change(event.target.value)}
        onKeyDown={onKeyDown}
      />
    </label>
  )
}
