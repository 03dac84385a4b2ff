import type { MessagePort } from 'node:worker_threads'
import { calculationNamed } from '@/calc/registry'
import { type Outcome, runInSteps } from '@/calc/runCalculation'
import { type DecimalMark, showDecimalMark } from '@/core/format/decimalMark'
import { pool } from '../database'
import { certificatePdf } from '../documents/certificate'
import { impactReportPdf } from '../documents/impactReport'
import { rangeTagPdf } from '../documents/rangeTag'
import { referenceLabelPdf } from '../documents/referenceLabel'
import { setUpSheetPdf } from '../documents/setUpSheetPdf'
import { type Anchors, type ProofReport, verifyAll } from '../services/proof/verifyAll'

/** Documents by their kind, each with what it is drawn from. */
export type DocumentSources = {
  certificate: Parameters<typeof certificatePdf>[0]
  'impact report': Parameters<typeof impactReportPdf>[0]
  'range tag': Parameters<typeof rangeTagPdf>[0]
  'reference label': Parameters<typeof referenceLabelPdf>[0]
  'set-up sheet': Parameters<typeof setUpSheetPdf>[0]
}

const DOCUMENTS: { [K in keyof DocumentSources]: (source: DocumentSources[K]) => Promise<Uint8Array> } = {
  certificate: certificatePdf,
  'impact report': impactReportPdf,
  'range tag': rangeTagPdf,
  'reference label': referenceLabelPdf,
  'set-up sheet': setUpSheetPdf,
}

/** Draws a document; for the worker's thread, never for the one that answers requests. */
export const draw = <K extends keyof DocumentSources>({
  kind,
  source,
  mark,
}: {
  kind: K
  source: DocumentSources[K]
  mark: DecimalMark
}): Promise<Uint8Array> => {
  showDecimalMark(mark)
  return DOCUMENTS[kind](source)
}

/** Verifies everything with connections of its own, and tells how far it is over the port. */
export async function verify({ anchors, port }: { anchors: Anchors; port: MessagePort }): Promise<ProofReport> {
  try {
    return await verifyAll(pool(), anchors, (progress) => port.postMessage(progress))
  } finally {
    port.close()
  }
}

/**
 * Works a calculation out, block by block, for so long. By the time it works itself: that a thread comes up or others are
 * before it is nobody’s calculation.
 *
 * @returns `too long` where it was given up
 */
export function calculate({
  name,
  input,
  mostMs,
  mark,
}: {
  name: string
  input: unknown
  mostMs: number
  mark: DecimalMark
}): Outcome | 'too long' | null {
  showDecimalMark(mark)
  const calculation = calculationNamed(name)
  if (!calculation) return null
  const steps = runInSteps(calculation, input)
  const end = performance.now() + mostMs
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return step.value
    if (performance.now() > end) return 'too long'
  }
}
