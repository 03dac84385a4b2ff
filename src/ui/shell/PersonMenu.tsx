'use client'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { send } from '../../kit/api'
import { Choice } from '../../kit/parts/Choice'

/** A person as the frame shows them. */
export type ShownPerson = { id: string; name: string; role: string; isAdministrator: boolean }
type Props = { demoPeople: readonly ShownPerson[]; current: ShownPerson | null }

/** Who is signed in, and the way out. In the demo, its people change places at one click. */
export function PersonMenu({ demoPeople, current }: Props) {
  const router = useRouter()
  if (!current) return null
  const become = async (personId: string) => {
    const answer = await send('/api/v1/session/demo', { personId })
    if (answer.kind === 'done') router.refresh()
  }
  const leave = async () => {
    await send('/api/v1/session/end', {})
    router.push('/sign-in')
    router.refresh()
  }
  const isDemo = demoPeople.some(({ id }) => id === current.id)
  return (
    <>
      {isDemo ? (
        <Choice
          value={current.id}
          options={demoPeople.map(({ id, name, role }) => [id, `${name}, ${role}`])}
          choose={become}
          slotProps={{ htmlInput: { 'aria-label': 'Working as' } }}
        />
      ) : (
        <Link href="/people">
          {current.name}, {current.role}
        </Link>
      )}
      <Button variant="outlined" color="inherit" size="small" onClick={leave}>
        Sign out
      </Button>
    </>
  )
}
