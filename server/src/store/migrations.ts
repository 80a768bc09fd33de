/** The tables, step by step. A step that has landed is never changed; a new one is added. */
export interface Migration {
  readonly name: string
  readonly statements: readonly string[]
}

export const MIGRATIONS: readonly Migration[] = [
  {
    name: '0001-record',
    statements: [
      `CREATE TABLE packs (
        id TEXT NOT NULL,
        version TEXT NOT NULL,
        knowledge TEXT NOT NULL,
        PRIMARY KEY (id, version)
      )`,
      `CREATE TABLE students (
        id TEXT PRIMARY KEY,
        name TEXT NOT NULL,
        summary TEXT NOT NULL
      )`,
      `CREATE TABLE acts (
        seq INTEGER PRIMARY KEY AUTOINCREMENT,
        id TEXT NOT NULL UNIQUE,
        student_id TEXT NOT NULL REFERENCES students (id) ON DELETE RESTRICT,
        kind TEXT NOT NULL,
        at TEXT NOT NULL,
        by_whom TEXT NOT NULL,
        pack_id TEXT,
        pack_version TEXT,
        body TEXT NOT NULL,
        FOREIGN KEY (pack_id, pack_version) REFERENCES packs (id, version) ON DELETE RESTRICT
      )`,
      `CREATE INDEX acts_of_student ON acts (student_id, seq)`,
      // The record is append-only: nothing in the product may change or drop an act.
      `CREATE TRIGGER acts_are_kept_as_written BEFORE UPDATE ON acts
        BEGIN SELECT RAISE(ABORT, 'acts are never changed'); END`,
      `CREATE TRIGGER acts_are_kept BEFORE DELETE ON acts
        BEGIN SELECT RAISE(ABORT, 'acts are never deleted'); END`,
    ],
  },
  {
    name: '0002-studio-knowledge',
    statements: [
      `CREATE INDEX acts_of_kind ON acts (kind, student_id, seq)`,
      `CREATE TABLE settings (key TEXT PRIMARY KEY, value TEXT NOT NULL)`,
      `CREATE TABLE own_packs (id TEXT PRIMARY KEY, yaml TEXT NOT NULL, saved_at TEXT NOT NULL)`,
    ],
  },
  {
    name: '0003-home-links',
    statements: [
      `CREATE TABLE home_links (
        hash TEXT PRIMARY KEY,
        student_id TEXT NOT NULL REFERENCES students (id) ON DELETE RESTRICT,
        made TEXT NOT NULL,
        expires TEXT NOT NULL,
        revoked TEXT
      )`,
      `CREATE INDEX home_links_of_student ON home_links (student_id, made)`,
    ],
  },
  {
    name: '0004-played-records',
    statements: [
      `CREATE TABLE records (
        student_id TEXT PRIMARY KEY REFERENCES students (id) ON DELETE RESTRICT,
        played_by TEXT NOT NULL,
        record TEXT NOT NULL
      )`,
    ],
  },
  {
    name: '0005-one-record',
    statements: [
      // What a record rests on is found by what it holds: a version's name may have been used twice.
      `CREATE TABLE pack_texts (
        digest TEXT PRIMARY KEY,
        id TEXT NOT NULL,
        version TEXT NOT NULL,
        knowledge TEXT NOT NULL
      )`,
      `CREATE INDEX pack_texts_of_version ON pack_texts (id, version)`,
      `ALTER TABLE acts ADD COLUMN pack_digest TEXT REFERENCES pack_texts (digest)`,
      // All that is worked out from a student's acts, each with the code that did it.
      `CREATE TABLE projections (
        student_id TEXT NOT NULL REFERENCES students (id) ON DELETE RESTRICT,
        name TEXT NOT NULL,
        digest TEXT NOT NULL,
        seq INTEGER NOT NULL,
        body BLOB NOT NULL,
        PRIMARY KEY (student_id, name)
      )`,
      `DROP TABLE records`,
      `ALTER TABLE students DROP COLUMN summary`,
      // A student can be removed; then, and by no other road, their acts go. What stays names nobody.
      `CREATE TABLE removals (student_id TEXT PRIMARY KEY, at TEXT NOT NULL)`,
      `DROP TRIGGER acts_are_kept`,
      `CREATE TRIGGER acts_are_kept BEFORE DELETE ON acts
        WHEN NOT EXISTS (SELECT 1 FROM removals WHERE student_id = OLD.student_id)
        BEGIN SELECT RAISE(ABORT, 'acts are never deleted'); END`,
    ],
  },
  {
    name: '0006-set-aside',
    statements: [
      // Acts that cannot be read on, and those after them: kept as they were written, and not played.
      `CREATE TABLE IF NOT EXISTS acts_aside (
        place INTEGER PRIMARY KEY AUTOINCREMENT,
        seq INTEGER NOT NULL,
        id TEXT NOT NULL,
        student_id TEXT NOT NULL REFERENCES students (id) ON DELETE RESTRICT,
        kind TEXT NOT NULL,
        at TEXT NOT NULL,
        by_whom TEXT NOT NULL,
        pack_digest TEXT REFERENCES pack_texts (digest),
        body TEXT NOT NULL,
        aside_since TEXT NOT NULL
      )`,
      `CREATE INDEX IF NOT EXISTS acts_aside_of_student ON acts_aside (student_id, seq)`,
      `CREATE INDEX IF NOT EXISTS acts_aside_by_id ON acts_aside (id)`,
      // An act leaves the record with its student, or once it stands aside word for word.
      `DROP TRIGGER IF EXISTS acts_are_kept`,
      `CREATE TRIGGER acts_are_kept BEFORE DELETE ON acts
        WHEN NOT EXISTS (SELECT 1 FROM removals WHERE student_id = OLD.student_id)
          AND NOT EXISTS (SELECT 1 FROM acts_aside WHERE seq = OLD.seq AND id = OLD.id AND body = OLD.body)
        BEGIN SELECT RAISE(ABORT, 'acts are never deleted'); END`,
    ],
  },
]
