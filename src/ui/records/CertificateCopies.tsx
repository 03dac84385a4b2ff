import Link from 'next/link'
import { formatDateTime } from '@/core/format/formatTime'

type Props = {
  readonly sequence: number
  readonly copies: readonly { readonly sha256: string; readonly issuedAt: Date }[]
  readonly timeZone: string
}

/** What was issued of a record, each to be had again to the byte; a part of the record's facts. */
export function CertificateCopies({ sequence, copies, timeZone }: Props) {
  if (copies.length === 0) return null
  return (
    <>
      <dt>Certificates issued</dt>
      <dd>
        <ul className="plain">
          {copies.map(({ sha256, issuedAt }) => (
            <li key={sha256}>
              <Link href={`/api/v1/records/${sequence}/certificate/${sha256}`} target="_blank" prefetch={false}>
                {formatDateTime(issuedAt.toISOString(), timeZone)}
              </Link>{' '}
              <span className="num soft" title={sha256}>
                SHA-256 {sha256.slice(0, 16)}…
              </span>
            </li>
          ))}
        </ul>
      </dd>
    </>
  )
}
