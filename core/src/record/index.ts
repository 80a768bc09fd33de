/** The record of one student: acts in, lessons, faults and their states out. */
export { dayNoted } from './actModule'
export type { ActModule, Scope, Stamp } from './actModule'
export { ACT_KINDS, ACTS, HOME_ACTS, isActKind, MODULES } from './acts'
export type { Act, ActBody, ActKind, ActOf, ActRequest, RequestOf } from './acts'
export { cardShape } from './acts/cardShape'
export {
  HOME_MINUTES_MOST,
  NAME_MOST,
  NOTE_MOST,
  PACK_ID_MOST,
  PACK_WORDS_MOST,
  TRIES_MOST,
  WORDS_MOST,
} from './acts/fields'
export { PREPARED_MOST } from './acts/gatePrepared'
export { EVENNESS_MOST } from './acts/practised'
export { TAKE_BYTES_MOST } from './acts/takeKept'
export { A4 } from './acts/takeMeasured'
export { addAct, keepAct } from './addAct'
export type { Added, AddedWith } from './addAct'
export { dayClearOf } from './breaks'
export {
  COMMITMENTS,
  CONSENT_STATES,
  CONSENTS,
  EMPTY_CARD,
  COMMITMENT_STATES,
  minutesGuessed,
  ordinaryDayMinutes,
  WEEKDAYS,
  weekMinutes,
} from './card'
export type {
  Commitment,
  Consent,
  ConsentKind,
  FormerTeacher,
  CommitmentState,
  StudentCard,
} from './card'
export { isMusic, lessonsStuck } from './caseSteps'
export { completeAct } from './completeAct'
export { factsOf } from './factsOf'
export {
  HANDOVER_FORMAT,
  HANDOVER_VERSION,
  handoverShape,
  actsHandedOn,
  isHandedOnUnread,
  makeHandover,
  packsUsed,
  readHandover,
  refuseHandingOn,
} from './handover'
export type { Handover, HandoverReading, ReadHandover } from './handover'
export { EMPTY_HOME, HAND_BALANCES, USUAL_WISHES } from './homeLog'
export type {
  GivenBlock,
  GivenWeek,
  HandBalance,
  HomeEvenness,
  HomeHurt,
  HomeLog,
  HomeNote,
  HomeTick,
  TickedWeek,
  WeekPin,
  WeekWishes,
} from './homeLog'
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
} from './keptAtHome'
export type { KeptDaily, KeptWeek } from './keptAtHome'
export { hasSigns, lessonQuestion, setupSaid } from './lessonQuestion'
export { looksByLesson, ruleFor } from './mendedRuleFor'
export { isWithdrawn } from './withdrawn'
export { findingsByOwnWords, knownWords, sameWords, wordsBegun, wordsOnRecord } from './ownWords'
export type { KnownWords } from './ownWords'
export { activeProjects, PROJECTS_MOST } from './projects'
export { RECORD_REFUSALS, refuse } from './refusal'
export type { RecordRefusal, RecordRefusalCode } from './refusal'
export { refuseAct, refuseHere } from './refuseAct'
export { applyAct, playRecord, replay, undoAct, undoneActs } from './replay'
export type { ActsFrom, Replayed, Undoing } from './replay'
export { lessonOf } from './state'
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
  NotedSign,
  Overrule,
  OverruledGate,
  PreparedGate,
  RecordedLook,
  SkillLevels,
  SlipCount,
  StudentRecord,
} from './state'
export {
  endStops,
  raiseStop,
  restsForPain,
  stoppedOf,
  stoppedParts,
  heldAgain,
  recordAsOf,
  stopsHolding,
  stopsOpen,
} from './stopping'
export { LOOKED_BY, STOP_ENDS } from './stopShape'
export type { Eased, LookedBy, Stop, StopEnd, StopSource } from './stopShape'
export { asKept, readAct, requestShape, stampShape, writeAct } from './storedAct'
export type { IdentifiedRequest, StoredAct } from './storedAct'
export { mayKeep, TAKE_CONSENTS } from './takeConsents'
export { BREAK_REASONS, LEVELS, PLACES, RECALLS } from './vocabulary'
export type { BreakReason, Levels, Place, RivalShare } from './vocabulary'
export type { OwnWords } from './wordsNoted'
