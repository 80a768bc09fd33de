/** The made-up studio: a net loft on an estuary island, students who come by ferry. All names are invented. */
import { EMPTY_CARD } from '@vein-mend/core/record'
import type { StudentScript } from '@vein-mend/core/simulate'
import { LOFT_SCRIPTS } from './loftScripts'

/** Weekly lessons of twelve weeks, the last so many days ago, with a holiday of two weeks in the middle. */
function weekly(lastDaysAgo: number, lessons = 11): number[] {
  return Array.from({ length: lessons }, (_, i) => {
    const back = lessons - 1 - i
    return lastDaysAgo + back * 7 + (back >= 6 ? 7 : 0)
  })
}

const NOTES = [
  'Came in from the ferry with cold hands; warmed up longer.',
  'Good lesson. The next step is on the sheet.',
  'Tired today, kept it short.',
  'Asked good questions about why.',
]

/** Five who came this term, the nine of the loft after them. */
export const DEMO_SCRIPTS: readonly StudentScript[] = [
  {
    key: 'marrow',
    card: {
      ...EMPTY_CARD,
      name: 'Isla Marrow',
      instrument: 'horn',
      stage: 'beginner',
      ageBand: 'child',
      flags: ['growing'],
      equipment: { 'horn-kind': 'single F', seat: 'chair', 'instrument-size': 'full' },
      schools: { 'first sounds': 'buzz-first' },
      homeMinutes: [20, 20, 20, 20, 20, 20, 0],
      goal: 'Play the lantern march with the ferry band',
      correction: 'One thing at a time, and she wants to find it herself first',
      interests: 'Boats, lanterns, drawing what she plays',
    },
    hidden: [
      { fault: 'bell-closed', fromLesson: 1, pace: 0.9, relapsesAt: 9 },
      { fault: 'slumped-seat', fromLesson: 2, pace: 0.35 },
      { fault: 'too-little-air', fromLesson: 7, pace: 0.2 },
    ],
    strengths: ['Steady pulse', 'Sings in tune before playing', 'Brings her own tunes'],
    cues: { 'bell-closed': 'open the boathouse door', 'slumped-seat': 'mast up' },
    notes: NOTES,
    daysBeforeToday: weekly(6),
  },
  {
    key: 'tolland',
    card: {
      ...EMPTY_CARD,
      name: 'Bram Tolland',
      instrument: 'trombone',
      stage: 'elementary',
      ageBand: 'adult',
      flags: [],
      equipment: { 'trombone-kind': 'tenor', seat: 'chair', 'instrument-size': 'full' },
      schools: { 'first sounds': 'air-first' },
      homeMinutes: [30, 30, 30, 30, 30, 30, 0],
      goal: 'Come back to the harbour band after thirty years',
      correction: 'Straight out, with the reason',
    },
    hidden: [
      { fault: 'slide-hand-holds', fromLesson: 1, pace: 0.45 },
      { fault: 'air-stops', fromLesson: 1, pace: 0.06 },
    ],
    strengths: ['Reads well', 'Listens to the others'],
    cues: { 'slide-hand-holds': 'left hauls, right sails', 'air-stops': 'one long tide' },
    notes: NOTES,
    daysBeforeToday: weekly(2),
  },
  {
    key: 'quillan',
    card: {
      ...EMPTY_CARD,
      name: 'Noor Quillan',
      instrument: 'piano',
      stage: 'elementary',
      ageBand: 'child',
      flags: ['loose-joints', 'small-hands'],
      equipment: { seat: 'chair', footstool: 'missing', keys: 'full', pedal: 'no' },
      schools: { articulation: 'movement-first', 'seat height': 'level-seat' },
      homeMinutes: [15, 15, 15, 15, 15, 15, 0],
      goal: 'Play duets with her grandmother',
      correction: 'Shown rather than said; a mistake named twice is one too many',
      interests: 'Her grandmother’s songs, gulls, card games',
    },
    hidden: [
      { fault: 'feet-without-ground', fromLesson: 1, pace: 0.6 },
      { fault: 'tips-collapse', fromLesson: 1, pace: 0.12 },
      { fault: 'crossing-thrown', fromLesson: 6, pace: 0.15 },
    ],
    strengths: ['Makes up her own endings', 'Remembers tunes after one hearing'],
    cues: { 'feet-without-ground': 'barnacles', 'tips-collapse': 'crab claws' },
    prepares: { lesson: 5, gate: 'legato' },
    setupAtEnd: {
      points: {
        centre: 'right',
        distance: 'right',
        height: 'right',
        spine: 'right',
        feet: 'wrong',
      },
      numbers: {},
    },
    notes: NOTES,
    daysBeforeToday: weekly(1),
  },
  {
    key: 'esker',
    card: {
      ...EMPTY_CARD,
      name: 'Tobias Esker',
      instrument: 'organ',
      stage: 'intermediate',
      ageBand: 'adult',
      flags: [],
      equipment: {
        seat: 'fixed bench',
        keys: 'full',
        pedalboard: 'short',
        footstool: 'not needed',
      },
      schools: { line: 'sideways-wrist' },
      homeMinutes: [40, 40, 40, 40, 40, 40, 0],
      goal: 'Play for the chapel on the point every second week',
    },
    hidden: [
      { fault: 'pedals-by-eye', fromLesson: 1, pace: 0.15 },
      { fault: 'release-unheard', fromLesson: 3, pace: 0.5 },
      { fault: 'legato-held', fromLesson: 8, pace: 0.3 },
    ],
    strengths: ['Plans his practice', 'Hears inner voices'],
    cues: { 'pedals-by-eye': 'feel for the gap in the pier' },
    notes: NOTES,
    daysBeforeToday: weekly(5),
  },
  {
    key: 'ruane',
    card: {
      ...EMPTY_CARD,
      name: 'Marit Ruane',
      instrument: 'piano',
      stage: 'advanced',
      ageBand: 'adult',
      flags: ['earlier-injury'],
      equipment: { seat: 'adjustable', footstool: 'not needed', keys: 'full', pedal: 'yes' },
      schools: { line: 'elbow-led' },
      homeMinutes: [60, 60, 60, 60, 60, 60, 0],
      goal: 'A recital in the net loft in spring',
      correction: 'Asks for it; wants to hear what to keep as well',
    },
    hidden: [{ fault: 'wrist-stiff-high', fromLesson: 2, pace: 0.3 }],
    strengths: ['A singing line', 'Knows how to practise'],
    cues: { 'wrist-stiff-high': 'breathe at the wrist' },
    notes: NOTES,
    daysBeforeToday: weekly(3, 9),
    painAtEnd: 'pain-arm',
  },
  ...LOFT_SCRIPTS,
]
