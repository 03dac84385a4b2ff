'use client'
import { useRouter } from 'next/navigation'
import { PERSON_COOKIE } from '@/schema/answer'

type Props = { people: readonly { id: string; name: string; role: string }[]; currentId: string | null }

/** Says who is working at this browser. It is remembered here until sign-in comes. */
export function PersonPicker({ people, currentId }: Props) {
  const router = useRouter()
  const choose = (id: string) => {
    // biome-ignore lint/suspicious/noDocumentCookie: a plain preference, and not every browser has the Cookie Store
    document.cookie = `${PERSON_COOKIE}=${id}; path=/; max-age=31536000; samesite=strict`
    router.refresh()
  }
  return (
    <label className={currentId ? 'bar-select' : 'bar-select is-asking'}>
      <span className="visually-hidden">Working as</span>
      <select value={currentId ?? ''} onChange={(event) => choose(event.target.value)}>
        {currentId === null && <option value="">Who is working?</option>}
        {people.map(({ id, name, role }) => (
          <option key={id} value={id}>
            {name}, {role}
          </option>
        ))}
      </select>
    </label>
  )
}
