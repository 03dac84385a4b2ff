import QRCode from 'qrcode'

/** A QR code as squares, with the quiet zone the standard asks for (ISO/IEC 18004: four modules). */
export function drawCode(
  doc: PDFKit.PDFDocument,
  text: string,
  at: { readonly x: number; readonly y: number; readonly size: number },
): void {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' })
  const module = at.size / (modules.size + 8)
  doc.rect(at.x, at.y, at.size, at.size).fill('#ffffff')
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) doc.rect(at.x + (column + 4) * module, at.y + (row + 4) * module, module, module)
  doc.fill('#000000')
}
