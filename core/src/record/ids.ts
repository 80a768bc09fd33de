/** Names of things in a record. */
import type { Brand } from '../kit'

export type StudentId = Brand<string, 'StudentId'>
export type LessonId = Brand<string, 'LessonId'>
/** One fault of one student, from settling it to long after it is mended. */
export type CaseId = Brand<string, 'CaseId'>
export type ActId = Brand<string, 'ActId'>
