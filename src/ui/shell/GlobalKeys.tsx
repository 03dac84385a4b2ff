'use client'
import Button from '@mui/material/Button'
import { useRouter } from 'next/navigation'
import { useEffect, useRef, useState } from 'react'
import { fetchedAhead } from '../../kit/parts/fetchedAhead'
import { isTyping } from './isTyping'
import { Key } from './Key'
import { isKeyOf } from './keys'
import { PLACES } from './places'

const KeysDialog = fetchedAhead(() => import('./KeysDialog').then(({ KeysDialog }) => KeysDialog))

/** Keys that work on every page: `/` finds, `g` and a letter goes, `?` lists the keys. */
export function GlobalKeys() {
  const router = useRouter()
  const [isListOpen, setListOpen] = useState(false)
  const isGoing = useRef(false)

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return
      if (isGoing.current) {
        isGoing.current = false
        const place = PLACES.find(({ key }) => key === event.key)
        if (place) {
          event.preventDefault()
          router.push(place.href)
        }
      } else if (isKeyOf('go', event.key)) isGoing.current = true
      else if (isKeyOf('list', event.key)) setListOpen(true)
      else if (isKeyOf('find', event.key)) {
        event.preventDefault()
        focusSearch() || router.push('/instruments?find')
      } else if (isKeyOf('register', event.key)) router.push('/register')
    }
    document.addEventListener('keydown', onKey)
    // From here on the page takes keys and clicks; whoever drives it (a test, a script) can wait for this.
    document.documentElement.dataset.ready = 'yes'
    return () => document.removeEventListener('keydown', onKey)
  }, [router])

  return (
    <>
      <Button
        variant="outlined"
        color="inherit"
        size="small"
        onClick={() => setListOpen(true)}
        aria-label="List of keys"
        // No room beside the rest on a tablet held upright, and no keys there either.
        sx={{ '@media (max-width: 900px)': { display: 'none' } }}
        startIcon={<Key of="list" />}
      >
        keys
      </Button>
      {isListOpen && <KeysDialog onClose={() => setListOpen(false)} />}
    </>
  )
}

/** Every page's search box carries this attribute. */
function focusSearch(): boolean {
  const search = document.querySelector<HTMLInputElement>('[data-search] input, input[data-search]')
  search?.focus()
  return search !== null
}
