/** Packs of every version that records were made with, the studio's own packs, and its settings. */
import { knowledgeAsNow } from '@vein-mend/core/packs'
import type { KeptKnowledge, Knowledge, PackRef } from '@vein-mend/core/packs'
import type { Database } from './database'
import type { Models } from './models'

/** A pack the teacher wrote or brought in, as its text. */
export interface OwnPack {
  readonly id: string
  readonly yaml: string
}

export interface KnowledgeStore {
  /** Keeps these for good, each under the digest of what it holds, so that records made with them stay readable. */
  keepPacks(packs: Iterable<DigestedPack>): Promise<void>
  /** By its digest; by its version where the record is older than the digests. */
  packAt(ref: PackRef): Promise<Knowledge | null>
  /** Every version of the pack that was ever kept, with what it held. */
  versionsOf(id: string): Promise<readonly { readonly version: string; readonly digest: string }[]>
  ownPacks(): Promise<readonly OwnPack[]>
  keepOwnPack(pack: OwnPack, at: string): Promise<void>
  dropOwnPack(id: string): Promise<void>
  /** The setting as it was kept; null when it never was. */
  setting(key: string): Promise<unknown>
  keepSetting(key: string, value: unknown): Promise<void>
}

/** Knowledge as it goes into the file: what its reference says, and what it holds. */
export interface DigestedPack {
  readonly id: string
  readonly version: string
  readonly digest: string
  readonly knowledge: Knowledge
}

async function knowledgeAt(models: Models, { id, version, digest }: PackRef) {
  if (digest !== undefined) return models.packTexts.findByPk(digest, { raw: true })
  const older = await models.packs.findOne({ where: { id, version }, raw: true })
  return older ?? models.packTexts.findOne({ where: { id, version }, raw: true })
}

/** A setting that is damaged on the disk is as if it had never been kept. */
function parsed(value: string): unknown {
  try {
    return JSON.parse(value)
  } catch {
    return null
  }
}

function settingStore(
  database: Database,
  models: Models,
): Pick<KnowledgeStore, 'setting' | 'keepSetting'> {
  /** Settings as they were last read or kept: every act asks for some. */
  const settings = new Map<string, string>()
  return {
    setting: async (key) => {
      const known = settings.get(key)
      if (known !== undefined) return parsed(known)
      const row = await models.settings.findOne({ where: { key }, raw: true })
      settings.set(key, row?.value ?? 'null')
      return row ? parsed(row.value) : null
    },
    keepSetting: async (key, value) => {
      const text = JSON.stringify(value)
      await database.write(async (transaction) => {
        await models.settings.upsert({ key, value: text }, { transaction })
      })
      settings.set(key, text)
    },
  }
}

export function knowledgeStore(database: Database, models: Models): KnowledgeStore {
  return {
    keepPacks: (packs) =>
      database.write(async (transaction) => {
        const kept = await models.packTexts.findAll({
          attributes: ['digest'],
          raw: true,
          transaction,
        })
        const digests = new Set(kept.map((row) => row.digest))
        const rows = [...packs]
          .filter((pack) => !digests.has(pack.digest))
          .map((pack) => ({ ...pack, knowledge: JSON.stringify(pack.knowledge) }))
        await models.packTexts.bulkCreate(rows, { ignoreDuplicates: true, transaction })
      }),
    packAt: async (ref) => {
      const row = await knowledgeAt(models, ref)
      return row ? knowledgeAsNow(JSON.parse(row.knowledge) as KeptKnowledge) : null
    },
    versionsOf: (id) =>
      models.packTexts.findAll({ where: { id }, attributes: ['version', 'digest'], raw: true }),
    ownPacks: async () => {
      const rows = await models.ownPacks.findAll({ order: [['id', 'ASC']], raw: true })
      return rows.map(({ id, yaml }) => ({ id, yaml }))
    },
    keepOwnPack: ({ id, yaml }, savedAt) =>
      database.write(async (transaction) => {
        await models.ownPacks.upsert({ id, yaml, savedAt }, { transaction })
      }),
    dropOwnPack: (id) =>
      database.write(async (transaction) => {
        await models.ownPacks.destroy({ where: { id }, transaction })
      }),
    ...settingStore(database, models),
  }
}
