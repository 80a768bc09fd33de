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
  summary: string
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
  body: string
}

export interface RecordRow extends Model<
  InferAttributes<RecordRow>,
  InferCreationAttributes<RecordRow>
> {
  studentId: string
  playedBy: string
  record: string
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
      { id: key(), name: text(), summary: text() },
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
        body: text(),
      },
      { ...options, tableName: 'acts' },
    ),
    records: sequelize.define<RecordRow>(
      'record',
      { studentId: key(), playedBy: text(), record: text() },
      { ...options, tableName: 'records' },
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
