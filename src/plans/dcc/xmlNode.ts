import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { Refusal } from '@/core/refusal'

/** An element as it is parsed: children by their names without prefix, attributes with `@`, texts as they stand. */
export type Node = { readonly [name: string]: unknown }

/**
 * XML as nodes. Documents that define entities of their own are refused: nothing of ours needs them, and they can make a
 * small file enormous.
 *
 * @throws {Refusal} in words, for what is no XML
 */
export function parseXml(text: string): Node {
  const refusal = (reason: string) =>
    new Refusal('file', reason, 'ask the laboratory for it anew, or type the certificate')
  if (/<!DOCTYPE/i.test(text)) throw refusal('the XML defines entities of its own and is therefore not read')
  const validity = XMLValidator.validate(text)
  if (validity !== true) throw refusal(`it is no whole XML: line ${validity.err.line}, ${validity.err.msg}`)
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    removeNSPrefix: true,
    parseTagValue: false,
    parseAttributeValue: false,
  })
  const parsed: unknown = parser.parse(text)
  return isNode(parsed) ? parsed : {}
}

const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Every child of a name; an element without children is a text, and is none. */
export const all = (node: Node, name: string): Node[] => [node[name]].flat().filter(isNode)

export const first = (node: Node, name: string): Node | undefined => all(node, name)[0]

/** The text of an element, with or without attributes; undefined where it has none. */
export function textOf(value: unknown): string | undefined {
  const [one] = [value].flat()
  const text = isNode(one) ? one['#text'] : one
  return typeof text === 'string' && text.trim() !== '' ? text.trim() : undefined
}

/** The name of an element, in English where it has one. */
export function contentOf(node: Node): string | undefined {
  const name = first(node, 'name')
  if (!name) return undefined
  const contents = [name.content].flat()
  const english = contents.find((content) => isNode(content) && content['@lang'] === 'en')
  return textOf(english ?? contents[0])
}

/** Numbers side by side; none where one of them is no number. */
export function numbersOf(value: unknown): number[] {
  const numbers = textOf(value)?.split(/\s+/).map(Number) ?? []
  return numbers.every(Number.isFinite) ? numbers : []
}
