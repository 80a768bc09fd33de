/** Packs of every version that records were made with, the studio's own packs, and its settings. */
import type { Knowledge, PackRef } from '@vein-mend/core/packs'
import type { Database } from './database'
import type { Models } from './models'

/** A pack the teacher wrote or brought in, as its text. */
export interface OwnPack {
  readonly id: string
  readonly yaml: string
}

export interface KnowledgeStore {
  /** Keeps these versions for good, so that records made with them stay readable. */
  keepPacks(packs: Iterable<Knowledge>): Promise<void>
  packAt(ref: PackRef): Promise<Knowledge | null>
  ownPacks(): Promise<readonly OwnPack[]>
  keepOwnPack(pack: OwnPack, at: string): Promise<void>
  dropOwnPack(id: string): Promise<void>
  /** The setting as it was kept; null when it never was. */
  setting(key: string): Promise<unknown>
  keepSetting(key: string, value: unknown): Promise<void>
}

export function knowledgeStore(database: Database, models: Models): KnowledgeStore {
  return {
    keepPacks: (packs) =>
      database.write(async (transaction) => {
        const rows = [...packs].map((knowledge) => ({
          ...knowledge.pack,
          knowledge: JSON.stringify(knowledge),
        }))
        await models.packs.bulkCreate(rows, { ignoreDuplicates: true, transaction })
      }),
    packAt: async ({ id, version }) => {
      const row = await models.packs.findOne({ where: { id, version }, raw: true })
      return row ? (JSON.parse(row.knowledge) as Knowledge) : null
    },
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
    setting: async (key) => {
      const row = await models.settings.findOne({ where: { key }, raw: true })
      return row ? (JSON.parse(row.value) as unknown) : null
    },
    keepSetting: (key, value) =>
      database.write(async (transaction) => {
        await models.settings.upsert({ key, value: JSON.stringify(value) }, { transaction })
      }),
  }
}
