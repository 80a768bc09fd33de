/** The trade's fixed words: everything a pack may name that is not its own. */

export const STRANDS = ['posture', 'tension', 'coordination', 'tone'] as const
export type Strand = (typeof STRANDS)[number]

export const STAGES = ['beginner', 'elementary', 'intermediate', 'advanced'] as const
export type Stage = (typeof STAGES)[number]

export const AGE_BANDS = ['child', 'teen', 'adult'] as const
export type AgeBand = (typeof AGE_BANDS)[number]

/** What the studio must know before it prescribes; said by the student or family, never diagnosed here. */
export const HEALTH_FLAGS = [
  'pain',
  'earlier-injury',
  'loose-joints',
  'coordination-difference',
  'attention-difference',
  'dizzy-when-blowing',
  'small-hands',
  'slight-build',
  'growing',
] as const
export type HealthFlag = (typeof HEALTH_FLAGS)[number]

/** Parts a remedy may load and a student may report pain in. */
export const BODY_PARTS = ['hand', 'arm', 'neck-back', 'lips-jaw', 'breath', 'leg'] as const
export type BodyPart = (typeof BODY_PARTS)[number]

/** How sure and how strong a sign is. */
export const STRENGTHS = ['marked', 'slight', 'unsure', 'absent'] as const
export type Strength = (typeof STRENGTHS)[number]

export const OBSERVED = ['seen', 'heard', 'felt', 'measured', 'asked'] as const
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
export type Way = (typeof WAYS)[number]

/** Where a statement of a pack comes from. */
export const SOURCES = ['common-practice', 'from-memory', 'studio'] as const
export type Source = (typeof SOURCES)[number]
