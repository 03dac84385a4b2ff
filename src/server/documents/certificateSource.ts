import type { SealedRecord } from '@/schema/record'

/** What a certificate is made from: the sealed record, its hash, and the zone its times are shown in. */
export type CertificateSource = { readonly record: SealedRecord; readonly hash: string; readonly timeZone: string }
export type Doc = PDFKit.PDFDocument
