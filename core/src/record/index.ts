/** The record of one student: acts in, lessons, faults and their states out. */
export type {
  Act,
  ActBody,
  ActId,
  ActKind,
  ActOf,
  BreakReason,
  CaseId,
  LessonId,
  Levels,
  Place,
  RivalShare,
  StudentId,
} from './acts'
export { BREAK_REASONS, HOME_ACTS, LEVELS, PLACES } from './acts'
export { dayClearOf } from './breaks'
export {
  COMMITMENTS,
  CONSENTS,
  CONSENT_STATES,
  EMPTY_CARD,
  KEPT,
  ordinaryDayMinutes,
  WEEKDAYS,
  weekMinutes,
} from './card'
export type { Commitment, Consent, ConsentKind, FormerTeacher, Kept, StudentCard } from './card'
export { agenda, nextStep, stepAt } from './agenda'
export type { AgendaKind, AgendaStep } from './agenda'
export { applyAct } from './apply'
export { isMusic, lessonsStuck } from './caseSteps'
export { brief } from './brief'
export type { Brief, BriefItem } from './brief'
export { completeAct } from './completeAct'
export type { ActRequest } from './completeAct'
export {
  askedOn,
  hurtsUnanswered,
  keptDaily,
  keptShare,
  keptWeeks,
  mondayOf,
  weekGivenFor,
} from './home'
export type { KeptDaily, KeptWeek } from './home'
export { EMPTY_HOME, HAND_BALANCES, USUAL_WISHES } from './homeLog'
export type {
  GivenBlock,
  GivenWeek,
  HomeHurt,
  HandBalance,
  HomeLog,
  WeekWishes,
  HomeNote,
  HomeTick,
  WeekPin,
} from './homeLog'
export { duesOf, duesOfAll, inOrderOfLessons } from './dues'
export type { Due } from './dues'
export { factsOf } from './factsOf'
export { gateOpenings, gateStates, needHolds, RECENT_LESSONS } from './gates'
export type { GateState, NeedState } from './gates'
export {
  HANDOVER_FORMAT,
  HANDOVER_VERSION,
  makeHandover,
  packsUsed,
  readHandover,
} from './handover'
export type { Handover } from './handover'
export { lessonQuestion } from './lessonQuestion'
export { lessonSummary } from './lessonSummary'
export type { FaultInLesson, LessonSummary } from './lessonSummary'
export { painfulParts } from './painfulParts'
export { playRecord, refuseUndo, undoneActs } from './playRecord'
export {
  activeProjects,
  looksByLesson,
  PREPARED_MOST,
  PROJECTS_MOST,
  refuseAct,
  ruleFor,
} from './refuseAct'
export { proposeProjects } from './proposeProjects'
export type { ProjectReason, ProposedProject } from './proposeProjects'
export { lastSetup, setupDue } from './setupDue'
export type { DuePoint } from './setupDue'
export { practiceSheet } from './sheet'
export type { PracticeSheet, SheetItem } from './sheet'
export { summarise } from './summary'
export type { StudentSummary } from './summary'
export { lessonOf } from './state'
export { whatWorks } from './whatWorks'
export type {
  AnsweredCheck,
  Break,
  CasePoint,
  CaseState,
  CaseStatus,
  Comparison,
  CueAgreed,
  FormerRemedy,
  FoundSetup,
  LadderState,
  LessonState,
  Overrule,
  RecordedLook,
  SkillLevels,
  SlipCount,
  NotedSign,
  OverruledGate,
  PreparedGate,
  StudentRecord,
} from './state'
