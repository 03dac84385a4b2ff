import PDFDocument from 'pdfkit'
import { ofCountedRounds } from '@/core/run/roundRole'
import type { CorridorData } from '@/pictures/charts/corridorData'
import { corridorFrame } from '@/pictures/charts/corridorFrame'
import { errorCorridor } from '@/pictures/charts/errorCorridor'
import type { SealedRecord } from '@/schema/record'
import { budget } from './certificateBudget'
import { conformity } from './certificateConformity'
import { identification, title } from './certificateIdentification'
import { columnCorrections, overrides, references } from './certificateReferences'
import { roundTable } from './certificateRounds'
import { signature } from './certificateSignature'
import { type CertificateSource, type Doc, standingWords } from './certificateSource'
import { exchanges } from './certificateTaking'
import { corrections, loopCheck, outOfService, pauses, terminals } from './certificateWork'
import { drawChart } from './drawChart'
import { registerFonts } from './fonts'
import { contentWidth, heading, MARGINS, numberPages, PAPER_SIZES } from './page'
import { pdfBuffer } from './pdfBuffer'
import { beginTags, endTags, figure } from './tags'

/** The certificate of a sealed record as PDF, fonts embedded. The same record always gives the same content. */
export function certificatePdf(source: CertificateSource): Promise<Buffer> {
  const { record, hash } = source
  const warning = standingWords(source.standing)
  const { tag } = record.world.instrument
  const doc = new PDFDocument({
    size: PAPER_SIZES[source.paper],
    margins: MARGINS,
    bufferPages: true,
    lang: 'en',
    // An archive’s PDF (ISO 19005-2, level B: fonts and colours in the file), with tags for a screen reader.
    subset: 'PDF/A-2b',
    pdfVersion: '1.7',
    tagged: true,
    displayTitle: true,
    info: {
      Title: `Calibration certificate ${record.certificateNumber ?? record.sequence}: ${tag}`,
      Author: record.site,
      Subject: `As found and as left of ${tag}`,
      CreationDate: new Date(source.standing.printedAt),
    },
  })
  registerFonts(doc)
  return pdfBuffer(doc, () => {
    beginTags(doc)
    title(doc, source)
    identification(doc, source)
    conformity(doc, source)
    references(doc, source)
    overrides(doc, source)
    exchanges(doc, source)
    picture(doc, record)
    for (const round of record.rounds) roundTable(doc, record, round)
    budget(doc, source)
    columnCorrections(doc, source)
    terminals(doc, source)
    loopCheck(doc, source)
    outOfService(doc, source)
    corrections(doc, source)
    pauses(doc, source)
    signature(doc, source)
    numberPages(
      doc,
      `Record ${record.sequence} · ${tag} · ${record.site} · SHA-256 ${hash.slice(0, 16)}… · Shall not be reproduced except in full without written approval.`,
      warning,
    )
    endTags(doc)
  })
}

function picture(doc: Doc, record: SealedRecord): void {
  const height = 150
  const { asFound, asLeft } = ofCountedRounds(record.rounds, record.results)
  heading(doc, asLeft ? 'Error: as found hollow, as left filled' : 'Error as found', height + 24)
  const corridor: CorridorData = {
    ...corridorFrame(record.world),
    series: [
      { label: 'As found', style: 'as-found', points: asFound?.points ?? [] },
      ...(asLeft ? [{ label: 'As left', style: 'as-left' as const, points: asLeft.points }] : []),
    ],
  }
  const { y } = doc
  figure(doc, 'Error at each point within its limits, as the tables of the rounds give it', () =>
    drawChart(doc, (style) => errorCorridor(corridor, style), { x: MARGINS.left, y, width: contentWidth(doc), height }),
  )
  doc.x = MARGINS.left
  doc.y = y + height + 2
}
