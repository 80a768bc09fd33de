/** Texts of packs that were read already, so that a start, or a change to one of thirty, reads only what is new. */
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import type { PackFile } from '@vein-mend/core/packs'
import schema from '@vein-mend/packs/pack.schema.json' with { type: 'json' }
import { readPackFile } from './readPackFile'
import type { PackReading } from './readPackFile'

/** Packs read and found well formed, as a file beside the built server. */
interface ReadBefore {
  /** Digest of the form they were checked against. */
  readonly form: string
  /** What each text says, by the digest of the text. */
  readonly packs: Readonly<Record<string, PackFile>>
}

const sha256 = (text: string) => createHash('sha256').update(text).digest('hex')
const FORM = sha256(JSON.stringify(schema))

/** More texts than any studio has; then the oldest reading goes. */
const READINGS_MOST = 100
const readings = new Map<string, PackReading>()
let before: ReadBefore['packs'] = {}

/** A pack whose lines are only looked for when something has to be said about one. */
function recalled(name: string, text: string, file: PackFile): PackReading {
  const lineOf = (path: readonly (string | number)[]) => {
    const again = readPackFile(name, text)
    return again.ok ? again.pack.lineOf(path) : 1
  }
  return { ok: true, pack: { name, file, lineOf } }
}

function read(name: string, text: string): PackReading {
  const file = before[sha256(text)]
  return file ? recalled(name, text, file) : readPackFile(name, text)
}

/** The pack as its text says, read once. */
export function reading(name: string, text: string): PackReading {
  const key = `${name}\n${text}`
  const known = readings.get(key) ?? read(name, text)
  readings.delete(key)
  readings.set(key, known)
  const [oldest] = readings.keys()
  if (readings.size > READINGS_MOST && oldest !== undefined) readings.delete(oldest)
  return known
}

/** What `reading` came to for these texts, to be recalled at the next start. */
export function readOnce(texts: ReadonlyMap<string, string>): ReadBefore {
  const packs = [...texts].flatMap(([name, text]) => {
    const known = readPackFile(name, text)
    return known.ok ? [[sha256(text), known.pack.file] as const] : []
  })
  return { form: FORM, packs: Object.fromEntries(packs) }
}

/** Packs read before are not read again; a file that is not there, or of another form, recalls nothing. */
export function recallReadings(file: string): void {
  try {
    const kept = JSON.parse(readFileSync(file, 'utf8')) as ReadBefore
    if (kept.form === FORM) before = kept.packs
  } catch {
    before = {}
  }
}
