/** Repairs a student is on at once. */
import type { CaseId } from '../kit'
import { refuse } from './refusal'
import type { RecordRefusal } from './refusal'
import type { CaseState, StudentRecord } from './state'

/** Repairs a student can be on at once; common practice. */
export const PROJECTS_MOST = 2

/** Cases being worked on now: a remedy is running. */
export function activeProjects(record: StudentRecord): readonly CaseState[] {
  return record.cases.filter((c) => c.status.state === 'healing')
}

/** One project more would be one too many; the refusal names those that run. */
export function refuseThirdProject(record: StudentRecord, id: CaseId): RecordRefusal | null {
  const others = activeProjects(record).filter((c) => c.id !== id)
  if (others.length < PROJECTS_MOST) return null
  return refuse('two_projects_already', 'case', { names: others.map((c) => c.name).join(' · ') })
}
