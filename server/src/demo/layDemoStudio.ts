/** Lays the demo studio into its file: the same story every time, dated back from today. */
import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { seededRng } from '@vein-mend/core/kit'
import type { IsoDate, StudentId } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { applyAct, playRecord } from '@vein-mend/core/record'
import { playStudent } from '@vein-mend/core/simulate'
import { toKeep } from '../packs'
import { openStudio } from '../store'
import { DEMO_SCRIPTS } from './demoScripts'
import { homeLife } from './homeLife'

/** Any fixed number will do; this one shows every state. */
export const DEMO_SEED = 20261130

/** Days at home on record: of who came this term, and of who has been here for long. */
const HOME_DAYS = { newcomer: 14, loft: 42 } as const

/** Of whom a note of a version to come stands aside. */
const WITH_ASIDE = 'varco'

/** A note this version cannot read, as a file of a later one may bring it. */
function fromLater(today: IsoDate): object {
  return {
    kind: 'ensemble-noted',
    id: 'demo-note-of-a-later-version',
    at: `${today}T16:00:00.000Z`,
    by: 'teacher',
    words: 'Leads the second desk by breathing in, and the others follow.',
    v: 1,
  }
}

/** Puts yesterday's demo aside, so that what was tried out in it is still there. */
function putAside(file: string): void {
  for (const tail of ['', '-wal', '-shm']) {
    rmSync(`${file}.before${tail}`, { force: true })
    if (existsSync(file + tail)) renameSync(file + tail, `${file}.before${tail}`)
  }
}

/** Lays the studio unless it was laid for this very day already; the packs are only asked for where it has to be. */
export async function layDemoStudio(
  file: string,
  packsOf: () => ReadonlyMap<string, Knowledge>,
  today: IsoDate,
): Promise<void> {
  const marker = `${file}.day`
  if (existsSync(file) && existsSync(marker) && readFileSync(marker, 'utf8') === today) return
  const packs = packsOf()
  putAside(file)
  const store = await openStudio(file)
  await store.keepPacks([...packs.values()].map(toKeep))
  for (const [i, script] of DEMO_SCRIPTS.entries()) {
    const knowledge = packs.get(script.card.instrument)
    if (!knowledge) throw new RangeError(`no pack for ${script.card.instrument}`)
    const lessons = playStudent(script, knowledge, today, seededRng(DEMO_SEED + i))
    const before = playRecord(lessons)
    if (!before) throw new RangeError(`${script.key} has no record`)
    const daysBack = script.breaks ? HOME_DAYS.loft : HOME_DAYS.newcomer
    const home = await homeLife(
      script.key,
      before,
      knowledge,
      today,
      daysBack,
      seededRng(DEMO_SEED - i),
    )
    const acts = [...lessons, ...home]
    const record = home.reduce((now, act) => applyAct(now, act), before)
    const student = `student-${script.key}` as StudentId
    await store.write(async (writer) => {
      await writer.append(student, acts, record)
      if (script.key === WITH_ASIDE) await writer.keepAside(student, [fromLater(today)], today)
    })
  }
  await store.close()
  writeFileSync(marker, today)
}
