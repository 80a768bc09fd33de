/** What knowledge holds, in one word: two packs of one name and version need not hold the same. */
import { createHash } from 'node:crypto'
import type { Knowledge } from '@vein-mend/core/packs'
import { isObject } from '@vein-mend/core/kit'

function hashOf(value: unknown): string {
  return createHash('sha256').update(JSON.stringify(value)).digest('hex')
}

/** Of the pack as written; the digest a reference carries is no part of it. */
export function packDigest(knowledge: Knowledge): string {
  const { id, version } = knowledge.pack
  return hashOf({ ...knowledge, pack: { id, version } })
}

/** The pack with its digest in its reference. */
export function digested(knowledge: Knowledge): Knowledge {
  return { ...knowledge, pack: { ...knowledge.pack, digest: packDigest(knowledge) } }
}

/** The pack as it is kept in the file, under its digest. */
export function toKeep(knowledge: Knowledge) {
  const { id, version, digest = packDigest(knowledge) } = knowledge.pack
  return { id, version, digest, knowledge }
}

const PRACTISED = new WeakMap<Knowledge, string>()

/** Of the knowledge with all that the studio's cases taught: equal where two desks rank alike. */
export function practisedDigest(knowledge: Knowledge): string {
  const known = PRACTISED.get(knowledge) ?? hashOf(knowledge)
  PRACTISED.set(knowledge, known)
  return known
}

/** Whether a value from a file can be a pack under this digest. */
export function isPackOf(value: unknown, digest: string): value is Knowledge {
  if (!isObject(value) || !isObject(value.pack)) return false
  const { id, version } = value.pack
  return hashOf({ ...value, pack: { id, version } }) === digest
}
