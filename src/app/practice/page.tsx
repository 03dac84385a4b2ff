import type { Metadata } from 'next'
import { signedIn } from '@/server/currentPerson'
import { practicePage } from '@/server/services/practice/practice'
import { PracticeList } from '@/ui/practice/PracticeList'

export const metadata: Metadata = { title: 'Practice' }

/** Jobs with something hidden that is wrong, to be found, cured and left as it belongs. */
export default async function PracticePage() {
  const person = await signedIn('/practice')
  return <PracticeList {...(await practicePage(person))} />
}
