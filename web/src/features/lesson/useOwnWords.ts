/** What was noted in the teacher's own words: with this student, and with all others of the instrument. */
import { findingsByOwnWords, knownWords, wordsOnRecord } from '@vein-mend/core/record'
import type { KnownWords } from '@vein-mend/core/record'
import type { Finding } from '@vein-mend/core/packs'
import { useMemo } from 'react'
import { useView } from '../../data/studentContext'
import { useStudents } from '../../data/useStudio'

/** The signs that can be noted, each by the words tied to it too, and the words that have no sign yet. */
export interface OwnWordsKnown {
  readonly signs: readonly Finding[]
  readonly known: readonly KnownWords[]
}

export function useOwnWords(): OwnWordsKnown {
  const { id, record, knowledge } = useView()
  const students = useStudents().data?.students
  const signs = useMemo(() => knowledge.findings.filter((f) => !f.byCheckOnly), [knowledge])
  return useMemo(() => {
    const others = (students ?? []).filter(
      (s) => s.id !== id && s.instrument === record.card.instrument,
    )
    const known = knownWords([...wordsOnRecord(record), ...others.flatMap((s) => s.ownWords)])
    return { signs: findingsByOwnWords(signs, known), known }
  }, [id, record, signs, students])
}
