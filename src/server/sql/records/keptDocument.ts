import type { Queryable } from '../../database'

/** One issue of a certificate. */
export type CertificateCopy = { readonly sha256: string; readonly issuedAt: Date }

/** The issue of a record's certificate that was drawn from exactly this; null where there is none yet. */
export async function selectCertificateCopy(
  db: Queryable,
  { sequence, source }: { sequence: number; source: string },
): Promise<(CertificateCopy & { content: Uint8Array }) | null> {
  const { rows } = await db.query(
    `SELECT sha256, issued_at, content FROM certificate_copy JOIN kept_document USING (sha256)
      WHERE sequence = $1 AND source_sha256 = $2`,
    [sequence, source],
  )
  const [row] = rows
  return row ? { sha256: row.sha256, issuedAt: row.issued_at, content: row.content } : null
}

/** All issues of a record's certificate, oldest first. */
export async function selectCertificateCopies(db: Queryable, sequence: number): Promise<CertificateCopy[]> {
  const { rows } = await db.query(
    'SELECT sha256, issued_at FROM certificate_copy WHERE sequence = $1 ORDER BY issued_at, sha256',
    [sequence],
  )
  return rows.map((row) => ({ sha256: row.sha256, issuedAt: row.issued_at }))
}

/** A kept document by its own hash. */
export async function selectKeptDocument(db: Queryable, sha256: string): Promise<Uint8Array | null> {
  const { rows } = await db.query('SELECT content FROM kept_document WHERE sha256 = $1', [sha256])
  return rows[0]?.content ?? null
}

/** Keeps an issue; where somebody else drew the same meanwhile, theirs stays. */
export async function insertCertificateCopy(
  db: Queryable,
  {
    sequence,
    source,
    sha256,
    content,
    at,
  }: { sequence: number; source: string; sha256: string; content: Uint8Array; at: Date },
): Promise<void> {
  await db.query(
    `WITH taken AS (SELECT FROM certificate_copy WHERE sequence = $1 AND source_sha256 = $2),
          kept AS (INSERT INTO kept_document (sha256, media_type, content, kept_at)
                   SELECT $3, 'application/pdf', $4, $5 WHERE NOT EXISTS (TABLE taken)
                   ON CONFLICT DO NOTHING)
     INSERT INTO certificate_copy (sequence, source_sha256, sha256, issued_at)
     SELECT $1, $2, $3, $5 WHERE NOT EXISTS (TABLE taken) ON CONFLICT DO NOTHING`,
    [sequence, source, sha256, content, at],
  )
}
