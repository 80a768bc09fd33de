/** Sequelize's view of the tables; never leaves this folder. */
import { DataTypes } from 'sequelize'
import type {
  CreationOptional,
  InferAttributes,
  InferCreationAttributes,
  Model,
  Sequelize,
} from 'sequelize'

export interface PackRow extends Model<InferAttributes<PackRow>, InferCreationAttributes<PackRow>> {
  id: string
  version: string
  knowledge: string
}

export interface StudentRow extends Model<
  InferAttributes<StudentRow>,
  InferCreationAttributes<StudentRow>
> {
  id: string
  name: string
}

export interface ActRow extends Model<InferAttributes<ActRow>, InferCreationAttributes<ActRow>> {
  seq: CreationOptional<number>
  id: string
  studentId: string
  kind: string
  at: string
  byWhom: string
  packId: string | null
  packVersion: string | null
  packDigest: string | null
  body: string
}

/** An act that is not played, as it was written. */
export interface AsideRow extends Model<
  InferAttributes<AsideRow>,
  InferCreationAttributes<AsideRow>
> {
  place: CreationOptional<number>
  /** Where it stood among the acts. */
  seq: number
  id: string
  studentId: string
  kind: string
  at: string
  byWhom: string
  packDigest: string | null
  body: string
  asideSince: string
}

/** Knowledge by what it holds; see `packs` for records older than its digests. */
export interface PackTextRow extends Model<
  InferAttributes<PackTextRow>,
  InferCreationAttributes<PackTextRow>
> {
  digest: string
  id: string
  version: string
  knowledge: string
}

export interface ProjectionRow extends Model<
  InferAttributes<ProjectionRow>,
  InferCreationAttributes<ProjectionRow>
> {
  studentId: string
  name: string
  /** Of the code that made it. */
  digest: string
  /** The last act in it. */
  seq: number
  body: Buffer
}

export interface RemovalRow extends Model<
  InferAttributes<RemovalRow>,
  InferCreationAttributes<RemovalRow>
> {
  studentId: string
  at: string
}

export interface SettingRow extends Model<
  InferAttributes<SettingRow>,
  InferCreationAttributes<SettingRow>
> {
  key: string
  value: string
}

export interface OwnPackRow extends Model<
  InferAttributes<OwnPackRow>,
  InferCreationAttributes<OwnPackRow>
> {
  id: string
  yaml: string
  savedAt: string
}

export interface HomeLinkRow extends Model<
  InferAttributes<HomeLinkRow>,
  InferCreationAttributes<HomeLinkRow>
> {
  hash: string
  studentId: string
  made: string
  expires: string
  revoked: string | null
}

// Sequelize writes into the attribute objects it is given, so each column gets its own.
const text = () => ({ type: DataTypes.TEXT, allowNull: false })
const key = () => ({ type: DataTypes.TEXT, primaryKey: true })

export function defineModels(sequelize: Sequelize) {
  const options = { timestamps: false, underscored: true }
  return {
    packs: sequelize.define<PackRow>(
      'pack',
      { id: key(), version: key(), knowledge: text() },
      { ...options, tableName: 'packs' },
    ),
    students: sequelize.define<StudentRow>(
      'student',
      { id: key(), name: text() },
      { ...options, tableName: 'students' },
    ),
    acts: sequelize.define<ActRow>(
      'act',
      {
        seq: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        id: text(),
        studentId: text(),
        kind: text(),
        at: text(),
        byWhom: text(),
        packId: DataTypes.TEXT,
        packVersion: DataTypes.TEXT,
        packDigest: DataTypes.TEXT,
        body: text(),
      },
      { ...options, tableName: 'acts' },
    ),
    aside: sequelize.define<AsideRow>(
      'actAside',
      {
        place: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        seq: { type: DataTypes.INTEGER, allowNull: false },
        id: text(),
        studentId: text(),
        kind: text(),
        at: text(),
        byWhom: text(),
        packDigest: DataTypes.TEXT,
        body: text(),
        asideSince: text(),
      },
      { ...options, tableName: 'acts_aside' },
    ),
    packTexts: sequelize.define<PackTextRow>(
      'packText',
      { digest: key(), id: text(), version: text(), knowledge: text() },
      { ...options, tableName: 'pack_texts' },
    ),
    projections: sequelize.define<ProjectionRow>(
      'projection',
      {
        studentId: key(),
        name: key(),
        digest: text(),
        seq: { type: DataTypes.INTEGER, allowNull: false },
        body: { type: DataTypes.BLOB, allowNull: false },
      },
      { ...options, tableName: 'projections' },
    ),
    removals: sequelize.define<RemovalRow>(
      'removal',
      { studentId: key(), at: text() },
      { ...options, tableName: 'removals' },
    ),
    settings: sequelize.define<SettingRow>(
      'setting',
      { key: key(), value: text() },
      { ...options, tableName: 'settings' },
    ),
    homeLinks: sequelize.define<HomeLinkRow>(
      'homeLink',
      { hash: key(), studentId: text(), made: text(), expires: text(), revoked: DataTypes.TEXT },
      { ...options, tableName: 'home_links' },
    ),
    ownPacks: sequelize.define<OwnPackRow>(
      'ownPack',
      { id: key(), yaml: text(), savedAt: text() },
      { ...options, tableName: 'own_packs' },
    ),
  }
}

export type Models = ReturnType<typeof defineModels>
