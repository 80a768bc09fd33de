/** What may be asked of the studio's knowledge, checked once at the border. */
import {
  byKey,
  data,
  list,
  nullable,
  object,
  oneOf,
  packName,
  text,
  usually,
} from '@vein-mend/core/kit'
import type { Shape } from '@vein-mend/core/kit'
import type { Schools, SectionName } from '@vein-mend/core/packs'
import { NAME_MOST } from '@vein-mend/core/record'
import { parseAs, schemaOf } from './schemaOf'

/** A whole shipped pack is about a hundred kilobytes. */
export const PACK_TEXT_MOST = 400_000
/** Entries of one change. */
const ENTRIES_MOST = 20
/** How deep an entry of a pack goes; its form is checked against the pack schema. */
const ENTRY_DEPTH_MOST = 12
const TOPICS_MOST = 60

/** The sections in which a teacher may add and change entries. */
export const OWN_SECTIONS = [
  'findings',
  'faults',
  'checks',
  'remedies',
] as const satisfies readonly SectionName[]
export type OwnSection = (typeof OWN_SECTIONS)[number]

/** One entry, in the written form of a pack; null takes it out. */
export interface OwnEntry {
  readonly section: OwnSection
  readonly id: string
  readonly entry: object | null
}

/** Entries that belong together: a sign and the fault that brings it out are only sound as one. */
export interface OwnEntriesRequest {
  readonly entries: readonly OwnEntry[]
}

export interface PackForkRequest {
  readonly id: string
  readonly name: string
}

export interface PackImportRequest {
  readonly yaml: string
  /** Entries that may go by it; where it would take others out, it is refused and names them. */
  readonly mayRemove: readonly string[]
}

const shortName: Shape<string> = {
  form: packName.form,
  read: (value, reading) =>
    typeof value === 'string' && value.length > NAME_MOST
      ? reading.no('too_long')
      : packName.read(value, reading),
}

const ownEntries = object({
  entries: list(
    object({
      section: oneOf(OWN_SECTIONS),
      id: shortName,
      entry: usually(nullable(data(ENTRY_DEPTH_MOST)), null),
    }),
    ENTRIES_MOST,
    1,
  ),
})

const packFork = object({ id: shortName, name: text(NAME_MOST, 1) })
export const packForkSchema = schemaOf(packFork)

const packImport = object({
  yaml: text(PACK_TEXT_MOST, 1),
  mayRemove: usually(list(text(2 * NAME_MOST, 1), PACK_TEXT_MOST), []),
})

const schools = object({ schools: byKey(text(NAME_MOST), TOPICS_MOST) })

/** @throws yup.ValidationError naming every field that is wrong */
export function parseOwnEntries(body: unknown): OwnEntriesRequest {
  return parseAs(ownEntries, body)
}

/** @throws yup.ValidationError naming every field that is wrong */
export function parsePackFork(body: unknown): PackForkRequest {
  return parseAs(packFork, body)
}

/** @throws yup.ValidationError naming every field that is wrong */
export function parsePackImport(body: unknown): PackImportRequest {
  return parseAs(packImport, body)
}

/** @throws yup.ValidationError naming every field that is wrong */
export function parseSchools(body: unknown): Schools {
  return parseAs(schools, body).schools
}
