/** Works the diagnosis out beside the page, so that typing never waits. */
import { diagnose, openDiagnosisBench } from '@vein-mend/core/diagnosis'
import type { DiagnosisBench, Diagnosis, DiagnosisInput } from '@vein-mend/core/diagnosis'
import type { Knowledge } from '@vein-mend/core/packs'
import { expose } from 'comlink'

let knowledge: Knowledge | null = null

export const worker = {
  /** The knowledge is large and seldom changes, so it is handed over once. */
  learn(next: Knowledge): void {
    knowledge = next
  },
  diagnose(question: Omit<DiagnosisInput, 'knowledge'>): Diagnosis {
    if (!knowledge) throw new Error('the worker has not been given its knowledge')
    return diagnose({ ...question, knowledge })
  },
  openDiagnosisBench(question: Omit<DiagnosisInput, 'knowledge'>): DiagnosisBench {
    if (!knowledge) throw new Error('the worker has not been given its knowledge')
    return openDiagnosisBench({ ...question, knowledge })
  },
}

expose(worker)
