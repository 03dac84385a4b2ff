import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'

/** Text of a PDF in reading order, one blank between pieces; its pages and their size in points; and whether every font lies in the file. */
export async function pdfText(
  pdf: Buffer,
): Promise<{ text: string; pages: number; fontsEmbedded: boolean; size: readonly number[] }> {
  const document = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: false, verbosity: 0 }).promise
  const texts: string[] = []
  for (let number = 1; number <= document.numPages; number++) {
    const { items } = await (await document.getPage(number)).getTextContent()
    texts.push(items.map((item) => ('str' in item ? item.str : '')).join(' '))
  }
  const source = pdf.toString('latin1')
  const fonts = source.match(/\/Type \/FontDescriptor/g)?.length ?? 0
  const embedded = source.match(/\/FontFile2 /g)?.length ?? 0
  return {
    text: texts.join(' ').replace(/\s+/g, ' '),
    pages: document.numPages,
    size: (await document.getPage(1)).view.slice(2),
    fontsEmbedded: fonts > 0 && fonts === embedded,
  }
}
