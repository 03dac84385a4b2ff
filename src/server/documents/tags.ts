type Doc = PDFKit.PDFDocument
type Element = PDFKit.PDFStructureElement

const roots = new WeakMap<Doc, Element>()

/** Begins the tags of a document: what a screen reader follows, in the order in which it is written. */
export function beginTags(doc: Doc): void {
  const root = doc.struct('Document')
  doc.addStructure(root)
  roots.set(doc, root)
}

/** Options of a text that make it a tagged one; none in a document without tags. */
export function taggedAs(doc: Doc, structType: 'H1' | 'H2' | 'P'): { structParent?: Element; structType?: string } {
  const structParent = roots.get(doc)
  return structParent ? { structParent, structType } : {}
}

/** Where tables of a document belong. */
export const tagRoot = (doc: Doc): Element | undefined => roots.get(doc)

/** Draws a figure that its words stand for. */
export function figure(doc: Doc, alt: string, draw: () => void): void {
  const root = roots.get(doc)
  if (!root) {
    draw()
    return
  }
  root.add(doc.struct('Figure', { alt }, [draw]))
}

/** Draws what is nothing to read: rules, and the foot of pages. */
export function artifact(doc: Doc, draw: () => void): void {
  if (!roots.has(doc)) {
    draw()
    return
  }
  doc.markContent('Artifact', { type: 'Pagination' })
  draw()
  doc.endMarkedContent()
}

/** Closes the tags; called before the document ends. */
export function endTags(doc: Doc): void {
  roots.get(doc)?.end()
}
