/** The diagnosis of one lesson, kept up with its signs. */
import type { Diagnosis } from '@vein-mend/core/diagnosis'
import type { Knowledge } from '@vein-mend/core/packs'
import { lessonQuestion } from '@vein-mend/core/record'
import type { LessonId, StudentRecord } from '@vein-mend/core/record'
import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import { useEffect, useState } from 'react'
import type { worker as Worker_ } from './diagnosis.worker'

function startWorker(): Remote<typeof Worker_> {
  return wrap(new Worker(new URL('./diagnosis.worker.ts', import.meta.url), { type: 'module' }))
}

let shared: { remote: Remote<typeof Worker_>; knows: Knowledge | null } | null = null

async function ask(knowledge: Knowledge, record: StudentRecord, lesson: LessonId) {
  shared ??= { remote: startWorker(), knows: null }
  if (shared.knows !== knowledge) {
    shared.knows = knowledge
    await shared.remote.learn(knowledge)
  }
  const { facts, known, signs, answered } = lessonQuestion(record, lesson, knowledge)
  return shared.remote.diagnose({ facts, known, signs, answered })
}

/** Null until the first answer; afterwards the last answer stays up until the next is there. */
export function useDiagnosis(
  knowledge: Knowledge,
  record: StudentRecord,
  lesson: LessonId,
): Diagnosis | null {
  const [diagnosis, setDiagnosis] = useState<Diagnosis | null>(null)
  useEffect(() => {
    let stale = false
    void ask(knowledge, record, lesson).then((answer) => {
      if (!stale) setDiagnosis(answer)
    })
    return () => {
      stale = true
    }
  }, [knowledge, record, lesson])
  return diagnosis
}
