/** Nine students who have crossed to the loft for ten months. All names are invented. */
import type { IsoDate } from '@vein-mend/core/kit'
import { EMPTY_CARD } from '@vein-mend/core/record'
import type { StudentCard } from '@vein-mend/core/record'
import type { ScriptBreak, StudentScript } from '@vein-mend/core/simulate'

/** The loft is closed: five weeks in summer, a week in autumn; days before today. */
const CLOSED: readonly ScriptBreak[] = [
  { fromDaysAgo: 146, toDaysAgo: 110, why: 'holiday', words: 'Summer, no ferry lessons' },
  { fromDaysAgo: 33, toDaysAgo: 27, why: 'holiday', words: 'Autumn week' },
]

const MONTHS_DAYS = 300

/** Every week for ten months, but for the days the loft is closed and the breaks of one's own. */
function tenMonths(lastDaysAgo: number, own: readonly ScriptBreak[] = []): number[] {
  const breaks = [...CLOSED, ...own]
  const weeks = Math.floor((MONTHS_DAYS - lastDaysAgo) / 7)
  return Array.from({ length: weeks + 1 }, (_, i) => lastDaysAgo + 7 * (weeks - i)).filter(
    (day) => !breaks.some((b) => day <= b.fromDaysAgo && day >= b.toDaysAgo),
  )
}

const NOTES = [
  'Came in from the ferry with cold hands; warmed up longer.',
  'Good lesson. The next step is on the sheet.',
  'Tired today, kept it short.',
  'Played for the others in the loft.',
  'Asked good questions about why.',
]

type LoftStory = Omit<
  StudentScript,
  'card' | 'notes' | 'breaks' | 'daysBeforeToday' | 'settlesWaitingFrom'
> & {
  readonly card: Partial<StudentCard> &
    Pick<StudentCard, 'name' | 'instrument' | 'stage' | 'ageBand'>
  readonly lastDaysAgo: number
  readonly own?: readonly ScriptBreak[]
}

function scriptOf({ card, lastDaysAgo, own = [], ...script }: LoftStory): StudentScript {
  return {
    ...script,
    card: { ...EMPTY_CARD, ...card },
    notes: NOTES,
    breaks: [...CLOSED, ...own],
    settlesWaitingFrom: 30,
    daysBeforeToday: tenMonths(lastDaysAgo, own),
  }
}

export const LOFT_SCRIPTS: readonly StudentScript[] = [
  scriptOf({
    key: 'pell',
    lastDaysAgo: 4,
    card: {
      name: 'Wenna Pell',
      instrument: 'cello',
      stage: 'elementary',
      ageBand: 'child',
      flags: ['growing'],
      equipment: { 'instrument-size': 'too small', chair: 'too low' },
      homeMinutes: [20, 20, 20, 20, 20, 25, 0],
      goal: 'Sit at the front desk of the island strings',
    },
    hidden: [
      { fault: 'chair-wrong', fromLesson: 1, pace: 0.7 },
      { fault: 'bow-hold-locked', fromLesson: 1, pace: 0.3 },
      { fault: 'bow-crooked-travel', fromLesson: 10, pace: 0.3, relapsesAt: 27 },
      { fault: 'left-elbow-low', fromLesson: 22, pace: 0.2 },
      { fault: 'changes-bump', fromLesson: 30, pace: 0.15 },
      { fault: 'shift-jerks', fromLesson: 33, pace: 0.1 },
    ],
    strengths: ['A warm low string', 'Counts for the others'],
    cues: { 'bow-hold-locked': 'hold the gull, do not frighten it', 'bow-crooked-travel': 'rails' },
    prepares: { lesson: 30, gate: 'shifting' },
    levels: [
      { lesson: 12, hands: 2, reading: 3, ear: 3, pieces: 3 },
      { lesson: 33, hands: 3, reading: 5, ear: 4, pieces: 5 },
    ],
  }),
  scriptOf({
    key: 'sandrey',
    lastDaysAgo: 1,
    card: {
      name: 'Ivor Sandrey',
      instrument: 'viola',
      stage: 'elementary',
      ageBand: 'adult',
      equipment: { 'instrument-size': 'too large', 'shoulder-rest': 'too low' },
      homeMinutes: [30, 30, 0, 30, 30, 40, 0],
      goal: 'Play quartets again after the boatyard years',
      correction: 'Slowly, and one at a time: he stops breathing when hurried',
      former: {
        name: 'Orla Brack',
        contact: '',
        told: true,
        maySpeak: true,
        handedOver: 'Two books played through, third position begun; the bow hand was to come next',
      },
    },
    hidden: [
      { fault: 'rest-misfit', fromLesson: 1, pace: 0.6 },
      { fault: 'left-hand-squeezes', fromLesson: 2, pace: 0.22 },
      { fault: 'shoulder-lifted', fromLesson: 8, pace: 0.25 },
      { fault: 'low-string-starved', fromLesson: 20, pace: 0.3 },
      { fault: 'shift-jerks', fromLesson: 30, pace: 0.15 },
      { fault: 'changes-bump', fromLesson: 33, pace: 0.2 },
    ],
    strengths: ['Hears the inner line', 'Patient with himself'],
    cues: { 'left-hand-squeezes': 'leave the paint on' },
    // One named part, one that nobody has named yet, and one that no sign says.
    setupAtEnd: {
      points: { stand: 'right', 'bow-hold': 'wrong', rests: 'wrong', 'size-fits': 'wrong' },
      wrong: { 'bow-hold': ['little-finger'], 'size-fits': ['too-big'] },
      numbers: {},
    },
  }),
  scriptOf({
    key: 'tamblyn',
    lastDaysAgo: 5,
    card: {
      name: 'Odile Tamblyn',
      instrument: 'oboe',
      stage: 'beginner',
      ageBand: 'teen',
      equipment: { 'reed-state': 'hard', 'instrument-size': 'full' },
      homeMinutes: [15, 15, 15, 15, 15, 15, 15],
      goal: 'Give the tuning note on the quay at midsummer',
    },
    hidden: [
      { fault: 'reed-bitten', fromLesson: 1, pace: 0.25 },
      { fault: 'stale-air', fromLesson: 3, pace: 0.35 },
      { fault: 'slumped-seat', fromLesson: 12, pace: 0.4, relapsesAt: 25 },
      { fault: 'tongue-absent', fromLesson: 18, pace: 0.3 },
      { fault: 'fingers-high', fromLesson: 28, pace: 0.12 },
    ],
    strengths: ['A steady middle note', 'Brings her own reeds'],
    cues: { 'reed-bitten': 'lips like a purse, not a gate', 'stale-air': 'empty the bilge' },
  }),
  scriptOf({
    key: 'carrow',
    lastDaysAgo: 2,
    card: {
      name: 'Silas Carrow',
      instrument: 'bassoon',
      stage: 'elementary',
      ageBand: 'adult',
      flags: ['earlier-injury'],
      equipment: { 'reed-state': 'right', 'instrument-size': 'full' },
      homeMinutes: [20, 20, 20, 20, 20, 0, 0],
      goal: 'Hold the bass of the wind band',
    },
    hidden: [
      { fault: 'weight-on-hand', fromLesson: 1, pace: 0.3 },
      { fault: 'no-flick', fromLesson: 4, pace: 0.02, ease: 0.3 },
      { fault: 'thumb-wanders', fromLesson: 14, pace: 0.25 },
    ],
    strengths: ['Never late', 'Sings his part first'],
    cues: {
      'weight-on-hand': 'the strap carries, the hand floats',
      'no-flick': 'knock, then enter',
    },
  }),
  scriptOf({
    key: 'hocking',
    lastDaysAgo: 6,
    card: {
      name: 'Brida Hocking',
      instrument: 'accordion',
      stage: 'elementary',
      ageBand: 'teen',
      flags: ['small-hands'],
      equipment: {
        seat: 'chair',
        footstool: 'there',
        'bass-system': 'standard bass',
        straps: 'too long',
      },
      homeMinutes: [20, 20, 20, 20, 30, 30, 0],
      goal: 'Play for the dance on the slip',
    },
    hidden: [
      { fault: 'straps-unfit', fromLesson: 1, pace: 0.7 },
      { fault: 'turn-bumps', fromLesson: 2, pace: 0.3, relapsesAt: 24 },
      { fault: 'bass-by-luck', fromLesson: 9, pace: 0.25 },
      { fault: 'hands-not-automatic', fromLesson: 28, pace: 0.1 },
      { fault: 'left-wrist-hooked', fromLesson: 31, pace: 0.2 },
      { fault: 'bellows-uneven', fromLesson: 33, pace: 0.2 },
    ],
    strengths: ['Dances while she plays', 'Learns by ear'],
    cues: { 'turn-bumps': 'the swing at its top', 'bass-by-luck': 'home, next door' },
    levels: [{ lesson: 20, hands: 3, reading: 2, ear: 5, pieces: 4 }],
  }),
  scriptOf({
    key: 'lantry',
    lastDaysAgo: 3,
    own: [
      { fromDaysAgo: 75, toDaysAgo: 55, why: 'illness', words: 'A broken wrist, not from playing' },
    ],
    card: {
      name: 'Cass Lantry',
      instrument: 'mandolin',
      stage: 'beginner',
      ageBand: 'adult',
      equipment: { pick: 'hard' },
      homeMinutes: [15, 0, 15, 0, 15, 20, 20],
      goal: 'Accompany the songs of the ferry crew',
    },
    hidden: [
      { fault: 'pick-clenched', fromLesson: 1, pace: 0.3 },
      { fault: 'changes-late', fromLesson: 2, pace: 0.2 },
      { fault: 'tremolo-from-arm', fromLesson: 20, pace: 0.05 },
    ],
    strengths: ['Keeps the beat', 'Knows every verse'],
    cues: { 'pick-clenched': 'hold the wet feather' },
    rests: { lesson: 26, fault: 'tremolo-from-arm', reason: 'the wrist is still growing together' },
  }),
  scriptOf({
    key: 'fenn',
    lastDaysAgo: 7,
    card: {
      name: 'Mirren Fenn',
      instrument: 'harp',
      stage: 'elementary',
      ageBand: 'child',
      equipment: { strings: '34' },
      homeMinutes: [20, 20, 20, 20, 20, 20, 0],
      goal: 'Play the lullaby for the new baby next door',
      consents: {
        ...EMPTY_CARD.consents,
        'health-on': { state: 'given', by: 'Her mother', on: '2026-01-12' as IsoDate },
      },
    },
    hidden: [
      { fault: 'thumb-low', fromLesson: 1, pace: 0.35 },
      { fault: 'not-closing', fromLesson: 3, pace: 0.25 },
      { fault: 'left-behind', fromLesson: 22, pace: 0.05 },
      { fault: 'buzz-on-return', fromLesson: 31, pace: 0.15 },
    ],
    strengths: ['Lets the string ring', 'Practises without being asked'],
    cues: { 'thumb-low': 'thumb on the roof', 'left-behind': 'left twice round the buoy' },
    wordsAtEnd: ['counts the harbour lights while she plays', 'the lullaby no longer hurries'],
    holdsShut: { 'both-hands-level': 'Not begun: the left hand comes by itself first' },
    painAtEnd: 'skin-sore',
    lookedAtEnd: {
      who: 'doctor',
      allowed: ['hand', 'arm', 'neck-back', 'leg', 'hearing'],
      days: 14,
    },
  }),
  scriptOf({
    key: 'yeo',
    lastDaysAgo: 2,
    card: {
      name: 'Jory Yeo',
      instrument: 'clarinet',
      stage: 'beginner',
      ageBand: 'child',
      flags: ['attention-difference'],
      equipment: { 'reed-strength': 'soft', support: 'thumb' },
      homeMinutes: [10, 10, 10, 10, 10, 15, 0],
      goal: 'Join his sister in the band',
    },
    hidden: [
      { fault: 'hole-leaks', fromLesson: 1, pace: 0.3 },
      { fault: 'thumb-hops', fromLesson: 5, pace: 0.3, relapsesAt: 28 },
      { fault: 'air-thin', fromLesson: 14, pace: 0.25 },
      { fault: 'tongue-absent', fromLesson: 29, pace: 0.12 },
    ],
    strengths: ['Full of ideas', 'Plays for anyone'],
    cues: { 'hole-leaks': 'paint the plughole' },
  }),
  scriptOf({
    key: 'varco',
    lastDaysAgo: 4,
    card: {
      name: 'Demelza Varco',
      instrument: 'marimba',
      stage: 'intermediate',
      ageBand: 'teen',
      equipment: { height: 'fits', range: '4.3' },
      homeMinutes: [30, 30, 30, 30, 30, 30, 0],
      goal: 'Audition on the mainland in spring',
    },
    hidden: [
      { fault: 'stick-clenched', fromLesson: 1, pace: 0.4 },
      { fault: 'roll-too-fast', fromLesson: 3, pace: 0.3 },
      { fault: 'foot-tied-to-hands', fromLesson: 12, pace: 0.2 },
      { fault: 'near-the-node', fromLesson: 26, pace: 0.25 },
      { fault: 'into-the-bar', fromLesson: 33, pace: 0.2 },
      { fault: 'hands-uneven', fromLesson: 34, pace: 0.2 },
      { fault: 'leaps-unseen', fromLesson: 35, pace: 0.2 },
    ],
    strengths: ['Reads two lines at once', 'Even in the dark'],
    cues: { 'roll-too-fast': 'slow rain on the roof' },
    prepares: { lesson: 28, gate: 'rolled-tunes' },
    levels: [{ lesson: 30, hands: 6, reading: 6, ear: 5, pieces: 6 }],
  }),
]
