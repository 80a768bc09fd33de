/** The tables a student's record is given out in, by name; each is a CSV file. */
export const RECORD_TABLES = [
  'lessons',
  'strengths',
  'signs',
  'checks',
  'setups',
  'comparisons',
  'faults',
  'states',
  'looks',
  'takes',
  'cues',
  'rungs',
  'former-remedies',
  'reasons',
  'gates',
  'weeks',
  'home',
  'home-said',
  'breaks',
  'skills',
] as const
export type RecordTable = (typeof RECORD_TABLES)[number]
