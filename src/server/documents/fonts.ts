import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'

type Font = { hasGlyphForCodePoint: (codePoint: number) => boolean; layout: (text: string) => unknown }
type Face = { name: string; file: string; bytes: Buffer; font: Font }

const MODULES = join(process.cwd(), 'node_modules')
const FILES = {
  text: '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
  bold: '@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf',
  wide: 'dejavu-fonts-ttf/ttf/DejaVuSans.ttf',
  wideBold: 'dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf',
} as const

let faces: Record<keyof typeof FILES, Face> | undefined

/** The fonts of our documents, read once: one with tabular figures, and a wide one for scripts it lacks. */
function loadedFaces(): Record<keyof typeof FILES, Face> {
  faces ??= {
    text: face('text'),
    bold: face('bold'),
    wide: face('wide'),
    wideBold: face('wideBold'),
  }
  return faces
}

function face(name: keyof typeof FILES): Face {
  const file = join(MODULES, FILES[name])
  const bytes = readFileSync(file)
  return { name, file, bytes, font: parsed(bytes) }
}

/** fontkit comes with pdfkit and has no types of its own; only two methods of it are used here. */
const parsed = (bytes: Buffer): Font =>
  (createRequire(join(MODULES, 'pdfkit', 'package.json'))('fontkit') as { create: (bytes: Buffer) => Font }).create(
    bytes,
  )

/** The faces of charts: the file, the family a canvas knows it by, and the name it has in a document. */
export function chartFaces(): readonly { name: string; file: string; family: string; isBold: boolean }[] {
  const { text, bold, wide, wideBold } = loadedFaces()
  const of = ({ name, file }: Face, family: string, isBold: boolean) => ({ name, file, family, isBold })
  return [
    of(text, 'Atkinson Hyperlegible Next', false),
    of(bold, 'Atkinson Hyperlegible Next', true),
    of(wide, 'DejaVu Sans', false),
    of(wideBold, 'DejaVu Sans', true),
  ]
}

/**
 * Makes the fonts known to a document; they are embedded as far as they are used. Parsed, not as files: PDFKit’s tables
 * come back to the font before them by what it was registered with, and would read a file anew for every cell. Parsed for
 * this document: glyphs remember of what they were made, and another document would copy its text wrongly.
 */
export function registerFonts(doc: PDFKit.PDFDocument): void {
  // Its types know files and bytes only; it takes whatever can lay text out.
  for (const { name, bytes } of Object.values(loadedFaces())) doc.registerFont(name, parsed(bytes) as never)
}

/** Name of the font that has every character of a text: our own, or the wide one. */
export function fontFor(text: string, isBold = false): string {
  const { text: regular, bold, wide, wideBold } = loadedFaces()
  const own = isBold ? bold : regular
  const isCovered = [...text].every(
    (character) => character <= ' ' || own.font.hasGlyphForCodePoint(character.codePointAt(0) ?? 0),
  )
  if (isCovered) return own.name
  return isBold ? wideBold.name : wide.name
}
