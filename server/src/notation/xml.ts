/** Thin words over the XML parser: every element is a list under its name, in document order. */
import { XMLParser } from 'fast-xml-parser'

export type Xml = Readonly<Record<string, unknown>>

/** What a file with entities or endless nesting would make of a small text is refused by the parser itself. */
const parser = new XMLParser({ preserveOrder: true, ignoreAttributes: false, parseTagValue: false })

export function parseXml(text: string): readonly Xml[] {
  return parser.parse(text) as readonly Xml[]
}

/** What stands inside one element of a list. */
export function inside(node: Xml, name: string): readonly Xml[] {
  const list = node[name]
  return Array.isArray(list) ? (list as readonly Xml[]) : []
}

/** The insides of all elements of that name, in their order. */
export function named(list: readonly Xml[], name: string): readonly (readonly Xml[])[] {
  return list.filter((x) => Object.hasOwn(x, name)).map((x) => inside(x, name))
}

export function has(list: readonly Xml[], name: string): boolean {
  return list.some((x) => Object.hasOwn(x, name))
}

export function textOf(list: readonly Xml[], name: string): string | null {
  const text = named(list, name)[0]?.[0]?.['#text']
  return typeof text === 'string' ? text.trim() : null
}

/** NaN where it is no number, `otherwise` where it is not there. */
export function numberOf(list: readonly Xml[], name: string, otherwise: number): number {
  const text = textOf(list, name)
  return text === null ? otherwise : text === '' ? Number.NaN : Number(text)
}

export function attributeOf(node: Xml, name: string): string | null {
  const attributes = node[':@'] as Readonly<Record<string, string>> | undefined
  return attributes?.[`@_${name}`] ?? null
}
