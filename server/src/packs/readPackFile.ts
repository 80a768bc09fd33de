/** Reads one pack written in YAML and says precisely what is wrong with it: file, line and path. */
import { isObject } from '@vein-mend/core/kit'
import { outcomesAsNow, STRENGTHS } from '@vein-mend/core/packs'
import type { CheckEntry, PackFile, PackTrouble } from '@vein-mend/core/packs'
import schema from '@vein-mend/packs/pack.schema.json' with { type: 'json' }
import Ajv from 'ajv'
import type { ErrorObject, ValidateFunction } from 'ajv'
import { isMap, isScalar, LineCounter, parseDocument, visit } from 'yaml'
import type { Document, YAMLError } from 'yaml'

/** One thing wrong in a pack file. */
export interface PackFileTrouble {
  readonly file: string
  /** From 1. */
  readonly line: number
  /** Such as `faults.too-little-air.shows.paper-falls`; empty for the whole file. */
  readonly path: string
  readonly code: string
  readonly detail: string
}

export interface ReadPack {
  readonly name: string
  readonly file: PackFile
  lineOf(path: readonly (string | number)[]): number
}

/** Troubles named at once; who has mended these reads the file again. */
const TROUBLES_MOST = 200

let compiled: ValidateFunction<PackFile> | null = null

/** Compiled when a pack is first read: packs read before a start need it not. */
function validator(): ValidateFunction<PackFile> {
  const ajv = () => new Ajv({ allErrors: true, strict: true, strictRequired: false })
  return (compiled ??= ajv().compile<PackFile>(schema))
}

type Path = readonly (string | number)[]

/** Line of the entry at the path, or of the nearest one above it. */
function lineAt(document: Document, lines: LineCounter, path: Path): number {
  for (let length = path.length; length > 0; length--) {
    const key = path[length - 1]
    const parent =
      length === 1 ? document.contents : document.getIn(path.slice(0, length - 1), true)
    if (isMap(parent)) {
      const pair = parent.items.find((p) => isScalar(p.key) && String(p.key.value) === String(key))
      if (pair && isScalar(pair.key) && pair.key.range) return lines.linePos(pair.key.range[0]).line
    }
    const node = document.getIn(path.slice(0, length), true)
    if (typeof node === 'object' && node !== null && 'range' in node) {
      const { range } = node as { range?: [number, number, number] | null }
      if (range) return lines.linePos(range[0]).line
    }
  }
  return 1
}

/** ajv's pointer as a path; numbers stay numbers. */
function toPath(error: ErrorObject): (string | number)[] {
  const path: (string | number)[] = error.instancePath
    .split('/')
    .slice(1)
    .map((part) => (/^\d+$/.test(part) ? Number(part) : part))
  const { additionalProperty } = error.params as { additionalProperty?: string }
  return additionalProperty === undefined ? path : [...path, additionalProperty]
}

function detailOf(error: ErrorObject): string {
  const { allowedValues, missingProperty } = error.params as {
    allowedValues?: string[]
    missingProperty?: string
  }
  if (allowedValues) return `must be one of: ${allowedValues.join(', ')}`
  if (missingProperty !== undefined) return `${missingProperty} is missing`
  return error.message ?? error.keyword
}

export type PackReading =
  | { readonly ok: true; readonly pack: ReadPack }
  | { readonly ok: false; readonly troubles: readonly PackFileTrouble[] }

/** A text whose references to itself would unfold without end is no pack. */
function toPlain(document: Document): { ok: true; value: unknown } | { ok: false; why: string } {
  try {
    return { ok: true, value: document.toJS() }
  } catch (error) {
    return { ok: false, why: error instanceof Error ? error.message : 'cannot be unfolded' }
  }
}

interface AtLine {
  readonly line: number
  readonly detail: string
}

function notYaml(file: string, wrong: readonly AtLine[]): PackReading {
  const troubles = wrong.map((w) => ({ file, path: '', code: 'not_yaml', ...w }))
  return { ok: false, troubles }
}

function asTrouble(error: YAMLError): AtLine {
  return {
    line: error.linePos?.[0].line ?? 1,
    detail: error.message.split('\n')[0] ?? error.code,
  }
}

/** Null where a text is nested so deep that no reader comes to its end. */
function parsed(text: string, lines: LineCounter): Document | null {
  try {
    return parseDocument(text, { lineCounter: lines, uniqueKeys: false })
  } catch (error) {
    if (error instanceof RangeError) return null
    throw error
  }
}

/** Keys that stand twice in one place. The parser's own look at them takes the square of their number. */
function keysTwice(document: Document, lines: LineCounter): readonly AtLine[] {
  const found: AtLine[] = []
  visit(document, {
    Map: (_, map) => {
      const seen = new Set<string>()
      for (const { key } of map.items) {
        if (!isScalar(key)) continue
        const name = String(key.value)
        const line = lines.linePos(key.range?.[0] ?? 0).line
        if (seen.has(name)) found.push({ line, detail: `${name} stands here for the second time` })
        seen.add(name)
      }
    },
  })
  return found
}

const STRENGTH_NAMES: readonly unknown[] = STRENGTHS

/** An answer whose signs were set by hand; one with a word that is none is left to be refused with its line. */
function isEarlierOutcome(o: unknown): boolean {
  if (!isObject(o) || !isObject(o.says) || 'came' in o) return false
  return Object.values(o.says).every((strength) => STRENGTH_NAMES.includes(strength))
}

/** Checks as they were written before an answer said what came of it, in the form of today. */
function asNow(value: unknown): unknown {
  if (!isObject(value) || !isObject(value.checks)) return value
  const checks = Object.entries(value.checks).map(([id, check]) => {
    const outcomes = isObject(check) && Array.isArray(check.outcomes) ? check.outcomes : []
    const earlier = outcomes.length > 0 && outcomes.every(isEarlierOutcome)
    return [id, earlier ? outcomesAsNow(check as never) : check] as const
  })
  return { ...value, checks: Object.fromEntries(checks) }
}

/** Answers that say what came of a sign their check does not ask for: it would be passed over without a word. */
function cameOfUnasked(
  file: string,
  { checks = {} }: PackFile,
  lineOf: (path: Path) => number,
): readonly PackFileTrouble[] {
  return Object.entries(checks).flatMap(([id, check]) => {
    // Part of an entry may leave both to the pack it extends.
    const { asks = null, outcomes = [] } = check as Partial<CheckEntry>
    if (asks === null) return []
    return outcomes.flatMap(({ came }, i) =>
      Object.keys(typeof came === 'string' ? {} : came)
        .filter((sign) => ![asks].flat().includes(sign))
        .map((sign) => {
          const path = ['checks', id, 'outcomes', i, 'came', sign]
          const code = 'came_of_unasked'
          return { file, line: lineOf(path), path: path.join('.'), code, detail: sign }
        }),
    )
  })
}

/** Parses and checks the form of one pack. References are checked when its chain is put together. */
export function readPackFile(name: string, text: string): PackReading {
  const lines = new LineCounter()
  const document = parsed(text, lines)
  if (!document) return notYaml(name, [{ line: 1, detail: 'is nested too deep to be read' }])
  const wrong = [...document.errors.map(asTrouble), ...keysTwice(document, lines)]
  if (wrong.length > 0) return notYaml(name, wrong)
  const plain = toPlain(document)
  if (!plain.ok) {
    return {
      ok: false,
      troubles: [{ file: name, line: 1, path: '', code: 'not_yaml', detail: plain.why }],
    }
  }
  const value = asNow(plain.value)
  const validate = validator()
  const lineOf = (path: Path) => lineAt(document, lines, path)
  if (validate(value)) {
    const unasked = cameOfUnasked(name, value, lineOf)
    if (unasked.length > 0) return { ok: false, troubles: unasked }
    return { ok: true, pack: { name, file: value, lineOf } }
  }
  return {
    ok: false,
    troubles: (validate.errors ?? []).slice(0, TROUBLES_MOST).map((error) => {
      const path = toPath(error)
      const code = `not_${error.keyword}`
      return { file: name, line: lineOf(path), path: path.join('.'), code, detail: detailOf(error) }
    }),
  }
}

/** Places a trouble of the put-together knowledge in the last file of the chain that holds the entry. */
export function placeTrouble(trouble: PackTrouble, chain: readonly ReadPack[]): PackFileTrouble {
  const holder =
    chain.findLast((p) => trouble.id in (p.file[trouble.section] ?? {})) ?? chain.at(-1)
  const path = [trouble.section, trouble.id, ...trouble.path]
  return {
    file: holder?.name ?? '',
    line: holder?.lineOf(path) ?? 1,
    path: path.join('.'),
    code: trouble.code,
    detail: trouble.name,
  }
}
