import Link from 'next/link'

/** Nothing lives at this address. */
export default function NotFound() {
  return (
    <div className="page stack">
      <h1>Page not found</h1>
      <p>
        The address names no instrument, run or record of ours. Go to the <Link href="/">day sheet</Link> or find it
        among the <Link href="/instruments">instruments</Link>.
      </p>
    </div>
  )
}
