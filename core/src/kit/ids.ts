/** Names of things in a record. */
import type { Brand } from './brand'

/** Names a student. */
export type StudentId = Brand<string, 'StudentId'>
/** Names a lesson. */
export type LessonId = Brand<string, 'LessonId'>
/** One fault of one student, from settling it to long after it is mended. */
export type CaseId = Brand<string, 'CaseId'>
/** Names an act; made by whoever asks for it, so that asking twice is known. */
export type ActId = Brand<string, 'ActId'>
