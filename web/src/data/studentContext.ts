/** The student a screen is about, and the lesson that is held: for whatever stands deep inside it. */
import type { LessonState } from '@vein-mend/core/record'
import { createContext, use } from 'react'
import type { StudentView } from './useStudent'

export const StudentContext = createContext<StudentView | null>(null)
export const LessonContext = createContext<LessonState | null>(null)

/** The student of this screen. @throws Error outside of one */
export function useView(): StudentView {
  const view = use(StudentContext)
  if (!view) throw new Error('no student on this screen')
  return view
}

/** The lesson of this screen. @throws Error outside of one */
export function useLesson(): LessonState {
  const lesson = use(LessonContext)
  if (!lesson) throw new Error('no lesson on this screen')
  return lesson
}
