/** The diagnosis of one lesson, kept up with its signs. */
import { diagnose } from '@vein-mend/core/diagnosis'
import type { DiagnosisBench, Diagnosis, DiagnosisInput } from '@vein-mend/core/diagnosis'
import type { Knowledge } from '@vein-mend/core/packs'
import { lessonQuestion } from '@vein-mend/core/record'
import type { LessonId } from '@vein-mend/core/kit'
import type { StudentRecord } from '@vein-mend/core/record'
import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import { useEffect, useMemo, useState } from 'react'
import type { worker as Worker_ } from './diagnosis.worker'

/**
 * Signs up to which the ranking is worked out in the very frame that shows the sign: it takes a
 * millisecond or two there, and a round trip to the worker costs a frame. More signs go to the worker.
 */
const IN_FRAME_SIGNS_MOST = 10

type Question = Omit<DiagnosisInput, 'knowledge'>

let shared: { remote: Remote<typeof Worker_>; knows: Knowledge | null } | null = null

function workerFor(knowledge: Knowledge): Remote<typeof Worker_> {
  shared ??= {
    remote: wrap(new Worker(new URL('./diagnosis.worker.ts', import.meta.url), { type: 'module' })),
    knows: null,
  }
  if (shared.knows !== knowledge) {
    shared.knows = knowledge
    void shared.remote.learn(knowledge)
  }
  return shared.remote
}

/** The question from its text; equal texts are the same question, whichever record they came from. */
function read(asked: string): Question {
  const question = JSON.parse(asked) as Omit<Question, 'known' | 'failed'> & {
    known: [string, number][]
    failed: [string, number][]
  }
  return { ...question, known: new Map(question.known), failed: new Map(question.failed) }
}

/** The lesson's question as text. */
function asText(record: StudentRecord, lesson: LessonId, knowledge: Knowledge): string {
  const { known, failed, ...rest } = lessonQuestion(record, lesson, knowledge)
  const question = { ...rest, known: [...known], failed: [...(failed ?? [])] }
  return JSON.stringify({ ...question, knowledge: undefined })
}

/** The lesson's rivals for the bench; null until there is a first answer. */
export function useDiagnosisBench(
  knowledge: Knowledge,
  record: StudentRecord,
  lesson: LessonId,
): DiagnosisBench | null {
  const asked = asText(record, lesson, knowledge)
  const [bench, setBench] = useState<DiagnosisBench | null>(null)
  useEffect(() => {
    let stale = false
    void workerFor(knowledge)
      .openDiagnosisBench(read(asked))
      .then((answer) => {
        if (!stale) setBench(answer)
      })
    return () => {
      stale = true
    }
  }, [knowledge, asked])
  return bench
}

/** Null until there is a first answer; afterwards the last one stays up until the next is there. */
export function useDiagnosis(
  knowledge: Knowledge,
  record: StudentRecord,
  lesson: LessonId,
): Diagnosis | null {
  // The server's answer brings a new record with the same signs: the same question is not asked twice.
  const asked = asText(record, lesson, knowledge)
  const inFrame = read(asked).signs.length <= IN_FRAME_SIGNS_MOST
  const [late, setLate] = useState<Diagnosis | null>(null)
  const now = useMemo(
    () => (inFrame ? diagnose({ ...read(asked), knowledge }) : null),
    [inFrame, knowledge, asked],
  )
  useEffect(() => {
    if (inFrame) return
    let stale = false
    void workerFor(knowledge)
      .diagnose(read(asked))
      .then((answer) => {
        if (!stale) setLate(answer)
      })
    return () => {
      stale = true
    }
  }, [inFrame, knowledge, asked])
  return now ?? late
}
