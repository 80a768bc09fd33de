/** The trade's fixed words: everything a pack may name that is not its own. */

export const STRANDS = ['posture', 'tension', 'coordination', 'tone'] as const
/** What a fault is of: posture, tension, coordination or tone. */
export type Strand = (typeof STRANDS)[number]

/** How far a student has come. */
export const STAGES = ['beginner', 'elementary', 'intermediate', 'advanced'] as const
/** One of these stages. */
export type Stage = (typeof STAGES)[number]

/** How old a student is, as far as it matters here. */
export const AGE_BANDS = ['child', 'teen', 'adult'] as const
/** One of these ages. */
export type AgeBand = (typeof AGE_BANDS)[number]

/** What the studio must know before it prescribes; said by the student or family, never diagnosed here. */
export const HEALTH_FLAGS = [
  'pain',
  'earlier-injury',
  'loose-joints',
  'coordination-difference',
  'attention-difference',
  'dizzy-when-blowing',
  'braces',
  'small-hands',
  'slight-build',
  'growing',
] as const
/** Something to be known before anything is prescribed. */
export type HealthFlag = (typeof HEALTH_FLAGS)[number]

/** Parts a remedy may load and a student may report pain in. */
export const BODY_PARTS = [
  'hand',
  'arm',
  'neck-back',
  'lips-jaw',
  'breath',
  'leg',
  'hearing',
  'skin',
] as const
/** A part that can be loaded, or hurt. */
export type BodyPart = (typeof BODY_PARTS)[number]

/** How sure and how strong a sign is. */
export const STRENGTHS = ['marked', 'slight', 'unsure', 'absent'] as const
/** How sure and how strong a sign is. */
export type Strength = (typeof STRENGTHS)[number]

/** What doing something can strain beside loading it: weight held by the hands alone, a joint at the end of its range. */
export const STRAINS = ['weight', 'end-range'] as const
/** One of these. */
export type Strain = (typeof STRAINS)[number]

/** Who does what in a check: the student plays, moves without the instrument, blows, sings or looks; or the teacher does it. */
export const DOES = ['plays', 'moves', 'blows', 'sings', 'looks', 'teacher'] as const
/** One of these. */
export type Doing = (typeof DOES)[number]

/** What came of what a check asks for; the last is what could not be tried, or leaves it open. */
export const CAME = ['clearly', 'partly', 'not', 'open'] as const
/** One of these. */
export type Came = (typeof CAME)[number]

/** How a finding comes to the teacher. */
export const OBSERVED = ['seen', 'heard', 'felt', 'measured', 'asked'] as const
/** One of these ways. */
export type Observed = (typeof OBSERVED)[number]

/** How hard the setting is, from easiest to hardest. */
export const CONDITIONS = [
  'away',
  'isolated',
  'exercise',
  'piece-slow',
  'piece-tempo',
  'unprompted',
  'performance',
] as const
/** How hard the setting of a try is. */
export type Condition = (typeof CONDITIONS)[number]

/** Ways of teaching a mend; each rung names one. */
export const WAYS = [
  'hear-mime-mirror-play-describe',
  'i-we-you',
  'sing-play-imagine',
  'parts',
  'block-the-old-habit',
  'before-and-after',
  'game-or-cue',
] as const
/** A way of teaching a mend. */
export type Way = (typeof WAYS)[number]

/** Where a statement of a pack comes from. */
export const SOURCES = ['common-practice', 'from-memory', 'studio'] as const
/** Where a statement comes from. */
export type Source = (typeof SOURCES)[number]
