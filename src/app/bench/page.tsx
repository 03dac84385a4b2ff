import type { Metadata } from 'next'
import { BenchDesk } from '@/ui/bench/BenchDesk'

export const metadata: Metadata = { title: 'Bench' }

/** The simulated rig. */
export default function BenchPage() {
  return (
    <div className="page stack">
      <header>
        <h1>Bench</h1>
        <p className="soft">
          A simulated rig, to try a procedure before you stand at the pipe. Nothing of it is recorded, and it stands in
          for no training, permit or procedure of the site.
        </p>
      </header>
      <BenchDesk />
    </div>
  )
}
