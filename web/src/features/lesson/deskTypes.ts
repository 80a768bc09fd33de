/** A command of the lesson's line, and the desk as commands see it. */
import type { Diagnosis } from '@vein-mend/core/diagnosis'
import type { CaseId } from '@vein-mend/core/kit'
import type { ActRequest, LessonState } from '@vein-mend/core/record'
import type { StudentView } from '../../data/useStudent'
import type { Setting } from './setting'

export interface Command {
  readonly id: string
  readonly words: string
  readonly run: () => void
}

/** What the desk offers beside acts: dialogs and places to go. */
export interface DeskActions {
  readonly settle: (fault: string) => void
  readonly close: () => void
  readonly sheet: () => void
  readonly bench: () => void
  readonly focusAim: () => void
  /** To where the next step of the lesson is done. */
  readonly next: () => void
  /** To where a rung is skipped, and why is asked. */
  readonly skip: (state: CaseId) => void
}

type Do = (requests: readonly ActRequest[], said?: string) => void

/** The desk as its commands see it. */
export interface Desk {
  readonly view: StudentView
  readonly lesson: LessonState
  readonly diagnosis: Diagnosis | null
  readonly setting: Setting
  readonly act: Do
  readonly actions: DeskActions
}
