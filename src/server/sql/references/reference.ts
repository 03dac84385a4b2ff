import { z } from 'zod'
import { type Reference, ReferenceCertificate, ReferenceFacts, Whereabouts } from '@/schema/reference'
import type { Queryable, Transaction } from '../../database'

const date = z.coerce.date().transform((at) => at.toISOString())

const ReferenceRow = z.object({
  id: z.uuid(),
  code: z.string(),
  version: z.int(),
  facts: ReferenceFacts,
  state: z.string().nullable(),
  holder: z.string().nullable(),
  until: z.string().nullable(),
  reason: z.string().nullable(),
  at: date.nullable(),
  by: z.string().nullable(),
})

const CertificateRow = z
  .object({
    id: z.uuid(),
    reference_id: z.uuid(),
    number: z.string(),
    laboratory: z.string(),
    accreditation: z.string(),
    calibrated_on: z.string(),
    due_on: z.string(),
    ranges: z.unknown(),
    record_sequence: z.coerce.number().nullable(),
    document: z.string().nullable(),
    entered_at: date,
    entered_by: z.string().nullable(),
  })
  .transform(({ reference_id, calibrated_on, due_on, record_sequence, entered_at, entered_by, ...row }) => ({
    referenceId: reference_id,
    certificate: ReferenceCertificate.parse({
      ...row,
      calibratedOn: calibrated_on,
      dueOn: due_on,
      recordSequence: record_sequence,
      enteredAt: entered_at,
      enteredBy: entered_by,
    }),
  }))

const SELECT_REFERENCES = `
  SELECT reference.id, code, version, facts, state, holder, until, whereabouts.reason, said_at AS at, person.name AS by
    FROM reference
    JOIN LATERAL (SELECT version, facts FROM reference_version
                   WHERE reference_id = reference.id ORDER BY version DESC LIMIT 1) AS newest ON true
    LEFT JOIN LATERAL (SELECT state, holder, until, reason, said_at, said_by FROM reference_whereabouts
                        WHERE reference_id = reference.id ORDER BY said_at DESC, id LIMIT 1) AS whereabouts ON true
    LEFT JOIN person ON person.id = whereabouts.said_by`

// A certificate that another was entered in the place of is out of the register, and stays where a run named it.
const SELECT_CERTIFICATES = `
  SELECT certificate.id, certificate.reference_id, number, laboratory, accreditation, calibrated_on, due_on, ranges,
         record_sequence, document.name AS document, entered_at, person.name AS entered_by
    FROM reference_certificate AS certificate
    LEFT JOIN reference_document AS document ON document.certificate_id = certificate.id
    LEFT JOIN person ON person.id = certificate.entered_by
   WHERE NOT EXISTS (SELECT FROM reference_certificate AS later WHERE later.supersedes = certificate.id)`

/** Every reference we own with its certificates, by code. A plant owns dozens, not thousands. */
export async function selectReferences(db: Queryable): Promise<Reference[]> {
  const [found, certificates] = await Promise.all([
    db.query(`${SELECT_REFERENCES} ORDER BY code`),
    db.query(`${SELECT_CERTIFICATES} ORDER BY calibrated_on DESC, entered_at DESC`),
  ])
  return assembled(found.rows, certificates.rows)
}

/** One reference: by its id, by its code, or by the id of one of its ranges; null where there is none. */
export async function selectReference(
  db: Queryable,
  which: { readonly id: string } | { readonly code: string } | { readonly rangeId: string },
): Promise<Reference | null> {
  const [condition, value] =
    'id' in which
      ? ['reference.id = $1', which.id]
      : 'code' in which
        ? ['code = $1', which.code]
        : ['reference.id = (SELECT reference_id FROM reference_range WHERE id = $1)', which.rangeId]
  const { rows } = await db.query(`${SELECT_REFERENCES} WHERE ${condition}`, [value])
  const [row] = rows
  if (!row) return null
  const certificates = await db.query(
    `${SELECT_CERTIFICATES} AND certificate.reference_id = $1 ORDER BY calibrated_on DESC, entered_at DESC`,
    [row.id],
  )
  return assembled(rows, certificates.rows)[0] ?? null
}

function assembled(rows: readonly unknown[], certificateRows: readonly unknown[]): Reference[] {
  const certificates = z.array(CertificateRow).parse(certificateRows)
  return z
    .array(ReferenceRow)
    .parse(rows)
    .map(({ id, code, version, facts, ...where }) => ({
      id,
      code,
      version,
      facts,
      certificates: certificates.filter(({ referenceId }) => referenceId === id).map(({ certificate }) => certificate),
      whereabouts: where.state === null ? null : Whereabouts.parse(where),
    }))
}

/** Keeps others from changing a reference until the transaction ends. */
export const lockReference = (db: Transaction, id: string) =>
  db.query("SELECT pg_advisory_xact_lock(hashtextextended('reference ' || $1, 0))", [id])

type Said = { readonly at: Date; readonly personId: string | null; readonly reason: string }

/** A new device; whether its code was free. */
export async function insertReference(db: Queryable, { id, code }: { id: string; code: string }): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO reference (id, code) VALUES ($1, $2) ON CONFLICT (code) DO NOTHING',
    [id, code],
  )
  return rowCount === 1
}

/** A further version of a device, with ids for its new ranges; whether nobody stored that version before. */
export async function insertReferenceVersion(
  db: Queryable,
  { id, version, facts, at, personId, reason }: Said & { id: string; version: number; facts: ReferenceFacts },
): Promise<boolean> {
  await db.query(
    'INSERT INTO reference_range (id, reference_id) SELECT unnest($2::uuid[]), $1 ON CONFLICT (id) DO NOTHING',
    [id, facts.ranges.map((range) => range.id)],
  )
  const { rowCount } = await db.query(
    `INSERT INTO reference_version (reference_id, version, facts, changed_at, changed_by, reason)
     VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT (reference_id, version) DO NOTHING`,
    [id, version, JSON.stringify(facts), at, personId, reason],
  )
  return rowCount === 1
}

export async function insertWhereabouts(
  db: Queryable,
  {
    id,
    referenceId,
    state,
    holder,
    until,
    reason,
    at,
    personId,
  }: Said & { id: string; referenceId: string } & Pick<Whereabouts, 'state' | 'holder' | 'until'>,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO reference_whereabouts (id, reference_id, state, holder, until, reason, said_at, said_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8) ON CONFLICT (id) DO NOTHING`,
    [id, referenceId, state, holder, until, reason, at, personId],
  )
  return rowCount === 1
}

const AnswerRow = z.object({
  referenceId: z.uuid(),
  state: z.string(),
  holder: z.string().nullable(),
  until: z.string().nullable(),
  reason: z.string(),
})

/** One answer to where a reference is; undefined where there is none. */
export async function selectWhereabouts(db: Queryable, id: string): Promise<z.infer<typeof AnswerRow> | undefined> {
  const { rows } = await db.query(
    'SELECT reference_id AS "referenceId", state, holder, until, reason FROM reference_whereabouts WHERE id = $1',
    [id],
  )
  return rows.length === 0 ? undefined : AnswerRow.parse(rows[0])
}

/** A certificate of a reference; whether it is new. */
export async function insertReferenceCertificate(
  db: Queryable,
  {
    certificate,
    referenceId,
    supersedes,
    reason,
    at,
    personId,
  }: {
    certificate: Omit<ReferenceCertificate, 'document' | 'enteredAt' | 'enteredBy'>
    referenceId: string
    supersedes: string | null
    reason: string | null
    at: Date
    personId: string | null
  },
): Promise<boolean> {
  const { id, number, laboratory, accreditation, calibratedOn, dueOn, ranges, recordSequence } = certificate
  const { rowCount } = await db.query(
    `INSERT INTO reference_certificate (id, reference_id, number, laboratory, accreditation, calibrated_on, due_on,
                                        ranges, record_sequence, supersedes, reason, entered_at, entered_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13) ON CONFLICT (id) DO NOTHING`,
    [
      ...[id, referenceId, number, laboratory, accreditation, calibratedOn, dueOn, JSON.stringify(ranges)],
      ...[recordSequence, supersedes, reason, at, personId],
    ],
  )
  return rowCount === 1
}

export type ReferenceDocument = {
  readonly name: string
  readonly mediaType: 'application/pdf' | 'application/xml'
  readonly content: Buffer
}

/** The document of a certificate as it came; whether it had none before. */
export async function insertReferenceDocument(
  db: Queryable,
  certificateId: string,
  { name, mediaType, content, at, personId }: ReferenceDocument & { at: Date; personId: string },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO reference_document (certificate_id, name, media_type, content, attached_at, attached_by)
     VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT (certificate_id) DO NOTHING`,
    [certificateId, name, mediaType, content, at, personId],
  )
  return rowCount === 1
}

const DocumentRow = z
  .object({
    name: z.string(),
    media_type: z.enum(['application/pdf', 'application/xml']),
    content: z.instanceof(Buffer),
  })
  .transform(({ name, media_type, content }): ReferenceDocument => ({ name, mediaType: media_type, content }))

/** The document attached to a certificate; null where there is none. */
export async function selectReferenceDocument(db: Queryable, certificateId: string): Promise<ReferenceDocument | null> {
  const { rows } = await db.query(
    'SELECT name, media_type, content FROM reference_document WHERE certificate_id = $1',
    [certificateId],
  )
  return rows.length === 0 ? null : DocumentRow.parse(rows[0])
}
