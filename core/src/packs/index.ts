/** Knowledge packs: what is known about an instrument, its faults and how they are mended. */
export { checkKnowledge } from './checkKnowledge'
export type { PackTrouble } from './checkKnowledge'
export type {
  Avoid,
  Check,
  CheckOutcome,
  Cue,
  Dose,
  EquipmentFact,
  Fault,
  Finding,
  Gate,
  GateNeed,
  Knowledge,
  MeasuredBy,
  Likelier,
  PackRef,
  PackSound,
  PassRule,
  Remedy,
  Rung,
  School,
  SetupNumber,
  SetupPart,
  SetupPoint,
  StudentFacts,
  Synonyms,
} from './knowledge'
export { SECTIONS } from './packFile'
export type {
  CheckEntry,
  OutcomeEntry,
  FaultEntry,
  FindingEntry,
  PackFile,
  RemedyEntry,
  RungEntry,
  SectionName,
} from './packFile'
export { applies, isBeforeTaught, priorFor } from './priorFor'
export type { MissingField } from './missingFields'
export { askedByAll, isAnswered, outcomesAsNow, saysOf, writeOutcome } from './outcomes'
export { flagsAsked } from './flagsAsked'
export { knowledgeAsNow } from './knowledgeAsNow'
export type { KeptKnowledge } from './knowledgeAsNow'
export { gapsIn, parsePass, resolvePack, slug } from './resolvePack'
export { rightBand, setupFindings, wrongNamed, wrongParts } from './setupFindings'
export type { PointFound, SetupCheck, SetupSays } from './setupFindings'
export { asksSeveral } from './setupParts'
export { againstStrain } from './strain'
export { sharedRemedy } from './sharedRemedy'
export { gatesFor, schoolsFor, schoolTopics, withStudioSchools } from './schools'
export type { Schools } from './schools'
export {
  sayPass,
  writeCheck,
  writeFault,
  writeFinding,
  writePass,
  writeRemedy,
} from './writtenForm'
export {
  AGE_BANDS,
  BODY_PARTS,
  CONDITIONS,
  HEALTH_FLAGS,
  OBSERVED,
  STAGES,
  STRANDS,
  CAME,
  DOES,
  STRENGTHS,
  WAYS,
} from './vocabulary'
export type {
  Came,
  Doing,
  AgeBand,
  BodyPart,
  Condition,
  HealthFlag,
  Observed,
  Source,
  Stage,
  Strain,
  Strand,
  Strength,
  Way,
} from './vocabulary'
export { measureAsked, parseWithin, WITHIN_KINDS, writeWithin } from './within'
export type { Within, WithinKind } from './within'
