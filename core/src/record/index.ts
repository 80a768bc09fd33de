/** The record of one student: acts in, lessons, faults and their states out. */
export { ACT_KINDS, ACTS, HOME_ACTS, isActKind, MODULES } from './acts'
export type { Act, ActBody, ActKind, ActOf, ActRequest, RequestOf } from './acts'
export { cardShape } from './acts/cardShape'
export { PREPARED_MOST } from './acts/gatePrepared'
export {
  HOME_MINUTES_MOST,
  NAME_MOST,
  NOTE_MOST,
  PACK_ID_MOST,
  PACK_WORDS_MOST,
  TRIES_MOST,
  WORDS_MOST,
} from './acts/fields'
export { addAct, keepAct } from './addAct'
export type { Added, AddedWith } from './addAct'
export { dayNoted } from './actModule'
export type { ActModule, Scope, Stamp } from './actModule'
export type { ActId, CaseId, LessonId, StudentId } from './ids'
export { RECORD_REFUSALS, refuse } from './refusal'
export type { RecordRefusal, RecordRefusalCode } from './refusal'
export { asKept, readAct, requestShape, stampShape, writeAct } from './storedAct'
export type { IdentifiedRequest, StoredAct } from './storedAct'
export { A4 } from './acts/takeMeasured'
export { EVENNESS_MOST } from './acts/practised'
export { colourGrid } from './colourGrid'
export type { ColouredCell } from './colourGrid'
export { GRID_PLACES, GRID_POSITIONS, GRID_TOUCHES } from './gridCell'
export type { GridCell } from './gridCell'
export { BREAK_REASONS, LEVELS, PLACES, RECALLS } from './vocabulary'
export type { BreakReason, Levels, Place, RivalShare } from './vocabulary'
export { dayClearOf } from './breaks'
export {
  COMMITMENTS,
  CONSENTS,
  CONSENT_STATES,
  EMPTY_CARD,
  KEPT,
  ordinaryDayMinutes,
  WEEKDAYS,
  minutesGuessed,
  weekMinutes,
} from './card'
export type { Commitment, Consent, ConsentKind, FormerTeacher, Kept, StudentCard } from './card'
export { agenda, nextStep, stepAt } from './agenda'
export type { AgendaKind, AgendaStep } from './agenda'
export { isMusic, lessonsStuck } from './caseSteps'
export { brief } from './brief'
export type { Brief, BriefItem } from './brief'
export { completeAct } from './completeAct'
export {
  allTicks,
  askedOn,
  hurtsUnanswered,
  keptDaily,
  keptShare,
  keptWeeks,
  mondayOf,
  ticksOfWeek,
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
  HomeEvenness,
  HomeTick,
  TickedWeek,
  WeekPin,
} from './homeLog'
export { firstThing, groupDues, inOrderOfLessons } from './dues'
export type { Due, DueGroup, FirstThing, GroupedDues } from './dues'
export { factsOf } from './factsOf'
export { gateOpenings, gateStates, needHolds, RECENT_LESSONS } from './gates'
export { gatesFailedBy } from './gatesFailedBy'
export type { FailedGate } from './gatesFailedBy'
export type { GateState, NeedState } from './gates'
export {
  HANDOVER_FORMAT,
  HANDOVER_VERSION,
  handoverShape,
  makeHandover,
  packsUsed,
  readHandover,
  refuseHandingOn,
} from './handover'
export type { Handover, HandoverReading, ReadHandover } from './handover'
export { lessonQuestion } from './lessonQuestion'
export { lessonSummary } from './lessonSummary'
export type { FaultInLesson, LessonSummary } from './lessonSummary'
export { STOP_ENDS } from './stop'
export type { Stop, StopEnd, StopSource } from './stop'
export { restsForPain, stoppedOf, stoppedParts, stopsHolding } from './stops'
export { looksByLesson, ruleFor } from './mendedRuleFor'
export { activeProjects, PROJECTS_MOST } from './projects'
export { refuseAct, refuseHere } from './refuseAct'
export { applyAct, playRecord, replay, undoAct, undoneActs } from './replay'
export type { ActsFrom, Replayed, Undoing } from './replay'
export { findingsByOwnWords, knownWords, sameWords, wordsBegun, wordsOnRecord } from './ownWords'
export type { OwnWords } from './ownWord'
export type { KnownWords } from './ownWords'
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
export {
  caseOf,
  latestReading,
  notToldYet,
  strengthOf,
  takeSays,
  verdictByRule,
  verdictOn,
} from './takeSays'
export type { TakeSays, TakeVerdict } from './takeSays'
export { weakerHand } from './weakerHand'
export type { WeakerHand } from './weakerHand'
export { mayKeep, TAKE_CONSENTS } from './takes'
export type { Take, TakeFile, TakeMeasure, TakeOf, TakeReading } from './takes'
export { TAKE_BYTES_MOST } from './acts/takeKept'
