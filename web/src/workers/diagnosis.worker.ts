/** Works the diagnosis out beside the page, so that typing never waits. */
import { diagnose, openBench } from '@vein-mend/core/diagnosis'
import type { Bench, Diagnosis, DiagnosisInput } from '@vein-mend/core/diagnosis'
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
  openBench(question: Omit<DiagnosisInput, 'knowledge'>): Bench {
    if (!knowledge) throw new Error('the worker has not been given its knowledge')
    return openBench({ ...question, knowledge })
  },
}

expose(worker)
