/** The trade's words for the fixed terms. */
import type { Against, RungAdvice } from '@vein-mend/core/remedy'
import type { OwnSection } from '@vein-mend/contract'
import type {
  AgeBand,
  BodyPart,
  Came,
  Condition,
  Doing,
  HealthFlag,
  Observed,
  Source,
  Stage,
  Strand,
  Strength,
  Way,
} from '@vein-mend/core/packs'
import type { TakeKind } from '@vein-mend/core/analysers'
import type { AgendaKind } from '@vein-mend/core/standing'
import type {
  BreakReason,
  CaseStatus,
  Commitment,
  Consent,
  ConsentKind,
  CommitmentState,
  Place,
} from '@vein-mend/core/record'

export const STRAND_WORDS: Record<Strand, string> = {
  posture: 'Posture',
  tension: 'Tension',
  coordination: 'Coordination',
  tone: 'Tone',
}

export const PART_WORDS: Record<BodyPart, string> = {
  hand: 'hand',
  arm: 'arm',
  'neck-back': 'neck and back',
  'lips-jaw': 'lips and jaw',
  breath: 'breath',
  leg: 'leg',
  hearing: 'hearing',
  skin: 'skin',
}

export const SOURCE_WORDS: Record<Source, string> = {
  'common-practice': 'common practice, no published source',
  'from-memory': 'from memory',
  studio: 'written in this studio',
}

/** An entry of a pack by its section, in the singular. */
export const SECTION_WORDS: Record<OwnSection, string> = {
  findings: 'sign',
  faults: 'fault',
  checks: 'check',
  remedies: 'remedy',
}

export const STATE_WORDS: Record<CaseStatus['state'], string> = {
  open: 'open',
  healing: 'healing',
  resting: 'resting',
  mended: 'mended',
  relapsed: 'come back',
}

export const STAGE_WORDS: Record<Stage, string> = {
  beginner: 'Beginner',
  elementary: 'Elementary',
  intermediate: 'Intermediate',
  advanced: 'Advanced',
}

export const AGE_WORDS: Record<AgeBand, string> = {
  child: 'Child',
  teen: 'Teenager',
  adult: 'Adult',
}

export const FLAG_WORDS: Record<HealthFlag, string> = {
  pain: 'Pain when playing',
  'earlier-injury': 'Earlier injury',
  'loose-joints': 'Loose joints',
  'coordination-difference': 'Coordination difference',
  'attention-difference': 'Attention difference',
  'dizzy-when-blowing': 'Gets dizzy from blowing',
  braces: 'Braces, or teeth changing',
  'small-hands': 'Small hands',
  'slight-build': 'Slight build',
  growing: 'Growing fast',
}

/** What about a student speaks against an exercise. */
export const AGAINST_WORDS: Record<Against, string> = { ...FLAG_WORDS, ...STAGE_WORDS }

/** Who does what in a check. */
export const DOES_WORDS: Readonly<Record<Doing, string>> = {
  plays: 'the student plays',
  moves: 'the student moves, without the instrument',
  blows: 'the student blows, without playing',
  sings: 'the student sings or speaks',
  looks: 'the student looks or listens',
  teacher: 'the teacher plays or does it',
}

/** What came of what a check asks for. */
export const CAME_WORDS: Readonly<Record<Came, string>> = {
  clearly: 'it came',
  partly: 'it came in part',
  not: 'it did not come',
  open: 'could not be tried, or leaves it open',
}

export const STRENGTH_WORDS: Record<Strength, string> = {
  marked: 'marked',
  slight: 'slight',
  unsure: 'unsure',
  absent: 'not there',
}

/** One key for each strength at the command line. */
export const STRENGTH_KEYS: Record<Strength, string> = {
  marked: '2',
  slight: '1',
  unsure: '?',
  absent: '0',
}

export const CONDITION_WORDS: Record<Condition, string> = {
  away: 'away from the instrument',
  isolated: 'the movement by itself',
  exercise: 'in an exercise',
  'piece-slow': 'in a piece, slowly',
  'piece-tempo': 'in a piece, at tempo',
  unprompted: 'in music, by themselves',
  performance: 'in performance',
}

export const WAY_WORDS: Record<Way, string> = {
  'hear-mime-mirror-play-describe': 'hear · mime · mirror · play · describe',
  'i-we-you': 'I play · we play · you play',
  'sing-play-imagine': 'sing · sing and play · imagine and play',
  parts: 'in parts, then together',
  'block-the-old-habit': 'the old habit is blocked',
  'before-and-after': 'before and after, listen twice',
  'game-or-cue': 'game or cue word; restart when it slips',
}

export const OBSERVED_WORDS: Record<Observed, string> = {
  seen: 'seen',
  heard: 'heard',
  felt: 'felt',
  measured: 'measured',
  asked: 'asked',
}

export const ADVICE_WORDS: Record<RungAdvice['reason'], string> = {
  passed: 'The pass rule holds: step up.',
  near: 'Near: stay on this rung.',
  far: 'Few were clean: take the rung below again.',
  untried: 'Not tried yet.',
}

export const PLACE_WORDS: Record<Place, string> = { studio: 'in the studio', home: 'at home' }

export const COMMITMENT_WORDS: Record<Commitment, string> = {
  'listening-daily': 'Listening every day',
  'practice-daily': 'Practice every day',
  'lesson-weekly': 'A lesson every week',
  'group-weekly': 'The group every week',
}

export const COMMITMENT_STATE_WORDS: Record<CommitmentState, string> = {
  'not-asked': 'not asked yet',
  kept: 'kept',
  partly: 'kept in part',
  'not-kept': 'not kept',
}

export const CONSENT_WORDS: Record<ConsentKind, string> = {
  pictures: 'Pictures for looking at posture',
  recordings: 'Sound recordings for measuring',
  touch: 'Touch to guide a hand or shoulder',
  'handing-on': 'Handing the record on to a next teacher',
  'health-on': 'Handing on who looked at what hurt, and what they allow',
}

export const TAKE_WORDS: Record<TakeKind, string> = {
  sound: 'Recording',
  picture: 'Picture',
  notes: 'Played notes',
}

export const CONSENT_STATE_WORDS: Record<Consent['state'], string> = {
  'not-asked': 'not asked yet',
  given: 'given',
  refused: 'refused',
}

export const WEEKDAY_WORDS = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const

export const BREAK_WORDS: Record<BreakReason, string> = {
  holiday: 'holiday',
  illness: 'illness',
  away: 'away',
}

export const AGENDA_WORDS: Record<AgendaKind, string> = {
  stop: 'Ask about what stops',
  'what-works': 'Something easy; what works',
  'set-up': 'Set-up before sound',
  recall: 'Ask for the cue',
  look: 'Look unprompted',
  recheck: 'Recheck',
  rung: 'The rung',
  diagnose: 'Diagnose',
  music: 'Music',
  close: 'Assign and close',
}

/** 0.873 as `87 %`; near certainty is said as such and never as 0 or 100. */
export function percent(p: number): string {
  if (p > 0 && p < 0.005) return '< 1\u00a0%'
  if (p < 1 && p >= 0.995) return '> 99\u00a0%'
  return `${Math.round(p * 100)}\u00a0%`
}

/** How much likelier a sign makes a fault, as one would say it to a colleague; decibans: 10 are ten to one. */
export function sayWeight(decibans: number): string {
  const times = 10 ** (Math.abs(decibans) / 10)
  if (times < 1.1) return 'says nothing'
  const shown = times < 3 ? times.toFixed(1) : String(Math.round(times))
  return `${shown} times ${decibans > 0 ? 'likelier' : 'less likely'}`
}

/** What the looks so far say of a fault that is being mended, without a figure. */
export function sayBelief(belief: number): string {
  if (belief >= 0.95) return 'it is gone'
  if (belief >= 0.7) return 'it is nearly gone'
  return belief >= 0.3 ? 'it may be going' : 'it is still there'
}

export function plural(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`
}
