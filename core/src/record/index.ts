/** The record of one student: acts in, lessons, faults and their states out. */
export type {
  Act,
  ActBody,
  ActId,
  ActKind,
  ActOf,
  CaseId,
  LessonId,
  RivalShare,
  StudentCard,
  StudentId,
} from './acts'
export { applyAct, isMusic } from './apply'
export { brief } from './brief'
export type { Brief, BriefItem } from './brief'
export { completeAct } from './completeAct'
export type { ActRequest } from './completeAct'
export { factsOf } from './factsOf'
export { lessonQuestion } from './lessonQuestion'
export { painfulParts } from './painfulParts'
export { playRecord, refuseUndo, undoneActs } from './playRecord'
export { activeProjects, looksByLesson, PROJECTS_MOST, refuseAct, ruleFor } from './refuseAct'
export { practiceSheet } from './sheet'
export type { PracticeSheet, SheetItem } from './sheet'
export { summarise } from './summary'
export type { StudentSummary } from './summary'
export { lessonOf } from './state'
export type {
  AnsweredCheck,
  CasePoint,
  CaseState,
  CaseStatus,
  LadderState,
  LessonState,
  NotedSign,
  RecordedLook,
  StudentRecord,
} from './state'
