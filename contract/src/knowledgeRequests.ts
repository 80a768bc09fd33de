/** What may be asked of the studio's knowledge, checked once at the border. */
import type { Schools, SectionName } from '@vein-mend/core/packs'
import * as yup from 'yup'

const NAME_MOST = 80
/** A whole shipped pack is about a hundred kilobytes. */
export const PACK_TEXT_MOST = 400_000

const packId = yup
  .string()
  .required('empty')
  .max(NAME_MOST, 'too_long')
  .matches(/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/, { message: 'not_a_pack_id' })

/** The sections in which a teacher may add and change entries. */
export const OWN_SECTIONS = [
  'findings',
  'faults',
  'checks',
  'remedies',
] as const satisfies readonly SectionName[]
export type OwnSection = (typeof OWN_SECTIONS)[number]

/** One entry, in the written form of a pack; null takes it out. Its form is checked against the pack schema. */
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
}

/** Entries of one change. */
const ENTRIES_MOST = 20

const ownEntry = yup
  .object({
    section: yup.string().oneOf(OWN_SECTIONS, 'not_offered').required('missing'),
    id: packId,
    entry: yup.object().unknown(true).nullable().default(null),
  })
  .noUnknown(true, 'unknown_field')

const ownEntries = yup
  .object({
    entries: yup
      .array(ownEntry.required())
      .required('missing')
      .min(1, 'empty')
      .max(ENTRIES_MOST, 'too_many'),
  })
  .noUnknown(true, 'unknown_field')

export const packForkSchema = yup
  .object({ id: packId, name: yup.string().trim().required('empty').max(NAME_MOST, 'too_long') })
  .noUnknown(true, 'unknown_field')

const packImport = yup
  .object({ yaml: yup.string().required('empty').max(PACK_TEXT_MOST, 'too_long') })
  .noUnknown(true, 'unknown_field')

const schools = yup
  .object({
    schools: yup
      .mixed<Schools>()
      .required('missing')
      .test('schools', 'not_schools', (value) =>
        Object.values(value as unknown as Record<string, unknown>).every(
          (id) => typeof id === 'string' && id.length <= NAME_MOST,
        ),
      ),
  })
  .noUnknown(true, 'unknown_field')

const ALL = { abortEarly: false, strict: false } as const

/** @throws yup.ValidationError naming every field that is wrong */
export function parseOwnEntries(body: unknown): OwnEntriesRequest {
  return ownEntries.validateSync(body, ALL)
}

/** @throws yup.ValidationError naming every field that is wrong */
export function parsePackFork(body: unknown): PackForkRequest {
  return packForkSchema.validateSync(body, ALL)
}

/** @throws yup.ValidationError naming every field that is wrong */
export function parsePackImport(body: unknown): PackImportRequest {
  return packImport.validateSync(body, ALL)
}

/** @throws yup.ValidationError naming every field that is wrong */
export function parseSchools(body: unknown): Schools {
  return schools.validateSync(body, ALL).schools
}
