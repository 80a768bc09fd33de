/** A student's record as it stands, with the recent acts for the undo list. */
import type { StudentResponse } from '@vein-mend/contract'
import type { StudentId } from '@vein-mend/core/kit'
import { practisedDigest } from '../packs'
import { UnplayableRecord } from '../store'
import type { Deps } from './deps'

const RECENT_MOST = 40

/**
 * The answer as JSON, in parts that need not be copied together; null when there is no such student. Ten years of a record are some megabytes: it is handed on
 * as it is stored. @throws UnplayableRecord
 */
export async function readStudent(deps: Deps, id: StudentId): Promise<readonly Buffer[] | null> {
  const [found, { acts, undone }, aside] = await Promise.all([
    deps.store.recordJson(id),
    deps.store.latestActs(id, RECENT_MOST),
    deps.store.asideOf(id),
  ])
  if (found === null) {
    const [first] = aside
    // All of it stands aside: that is a record that cannot be read, and not a student nobody knows.
    if (first) throw new UnplayableRecord({ act: first.id, kind: first.kind, why: 'set_aside' })
    return null
  }
  const { students } = await deps.store.students()
  const instrument = students.find((s) => s.id === id)?.summary.instrument
  const knowledge = instrument === undefined ? null : await deps.knowledge.practised(instrument)
  const around: Omit<StudentResponse, 'record'> = {
    id,
    today: deps.today(),
    head: found.head.id,
    knowledge: knowledge ? practisedDigest(knowledge) : '',
    writer: deps.writer,
    aside: aside.length,
    recent: acts.map((act) => ({ act, undone: undone.has(act.id) })),
  }
  const text = JSON.stringify(around)
  return [Buffer.from(`${text.slice(0, -1)},"record":`), found.json, Buffer.from('}')]
}
