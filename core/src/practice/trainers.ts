/** Small trainers at home, where the exercises of the week show the need: chosen here, asked here, judged here. */
import { pick } from '../kit'
import type { Rng } from '../kit'
import { midiOf, spokenOrder } from '../music'
import type { Exercise, Hand, InstrumentSound, Spoken } from '../music'
import type { Stage, Strand } from '../packs'

type Family = InstrumentSound['family']

/** A small exercise for the page at home, made from what is practised. */
export type Trainer =
  /** Which finger is which, by number. */
  | {
      readonly kind: 'finger-names'
      readonly hands: readonly Hand[]
      readonly fingers: FingerNumbers
    }
  /** Two notes of the student's own exercise: up, down or the same. */
  | {
      readonly kind: 'up-or-down'
      readonly notes: readonly string[]
      readonly sideways: boolean
    }
  /** The order of the hands, spoken and then tapped. */
  | {
      readonly kind: 'which-hand'
      readonly name: string
      readonly order: readonly Spoken[]
    }
  /**
   * Two limbs on two keys: by turns; one the beat and the other two to it, then swapped; the foot its own time
   * against the hands.
   */
  | { readonly kind: 'tapping'; readonly tasks: readonly ('turns' | 'swap' | 'foot-and-hands')[] }

/** 1 is the thumb on keyboards and harp, the index finger of the left hand on strings with a neck. */
export interface FingerNumbers {
  readonly first: 'thumb' | 'index'
  readonly count: 4 | 5
}

/** One exercise of the week with what is known of it. */
export interface TrainedExercise {
  readonly name: string
  readonly strand: Strand
  /** The fault it mends shows in the feet. */
  readonly feet: boolean
  /** Null where it has no notes. */
  readonly exercise: Exercise | null
}

const EARLY_STAGES: readonly Stage[] = ['beginner', 'elementary']
/** A row of hands longer than this is learned in pieces. */
const ORDER_MOST = 24
/** One hand and then the other is no order to learn. */
const CHANGES_LEAST = 2

function fingerNumbers(family: Family): FingerNumbers | null {
  switch (family) {
    case 'keyboard':
      return { first: 'thumb', count: 5 }
    case 'harp':
      return { first: 'thumb', count: 4 }
    case 'bowed':
    case 'plucked':
      return { first: 'index', count: 4 }
    case 'reed':
    case 'flute':
    case 'brass':
    case 'mallets':
      return null
  }
}

function fingerNames(exercises: readonly TrainedExercise[], family: Family): Trainer[] {
  const fingers = fingerNumbers(family)
  const lines = exercises
    .flatMap((e) => e.exercise?.lines ?? [])
    .filter((l) => l.notes.some((n) => n.fingers))
  if (!fingers || lines.length === 0) return []
  const hands = new Set<Hand>(
    fingers.first === 'index' ? ['left'] : lines.map((l) => l.hand ?? 'right'),
  )
  return [{ kind: 'finger-names', hands: [...hands], fingers }]
}

/** Single notes of the first exercise that moves. */
function upOrDown(exercises: readonly TrainedExercise[], family: Family): Trainer[] {
  for (const { exercise } of exercises) {
    for (const { notes } of exercise?.lines ?? []) {
      const single = notes.flatMap((n) => (n.pitches.length === 1 ? n.pitches : []))
      if (new Set(single).size > 1) {
        const sideways = family === 'keyboard' || family === 'mallets'
        return [{ kind: 'up-or-down', notes: single, sideways }]
      }
    }
  }
  return []
}

/** Times another hand comes next. */
function changesOf(order: readonly Spoken[]): number {
  return order.slice(1).filter((hand, i) => hand !== order[i]).length
}

function whichHand(exercises: readonly TrainedExercise[]): Trainer[] {
  for (const { name, exercise } of exercises) {
    const order = exercise ? spokenOrder(exercise).slice(0, ORDER_MOST) : []
    if (changesOf(order) >= CHANGES_LEAST) return [{ kind: 'which-hand', name, order }]
  }
  return []
}

/** Tapping belongs to coordination; the foot comes in where the fault shows in the feet. */
function tapping(exercises: readonly TrainedExercise[]): Trainer[] {
  const coordination = exercises.filter((e) => e.strand === 'coordination')
  if (coordination.length === 0) return []
  const feet = coordination.some((e) => e.feet)
  return [
    { kind: 'tapping', tasks: ['turns', 'swap', ...(feet ? (['foot-and-hands'] as const) : [])] },
  ]
}

/** The trainers a student's week calls for; few, and none where nothing shows the need. */
export function trainersFor(
  exercises: readonly TrainedExercise[],
  family: Family,
  stage: Stage,
): readonly Trainer[] {
  const early = EARLY_STAGES.includes(stage)
  return [
    ...(early ? fingerNames(exercises, family) : []),
    ...(stage === 'beginner' ? upOrDown(exercises, family) : []),
    ...whichHand(exercises),
    ...tapping(exercises),
  ]
}

/** One finger asked for. */
export interface FingerAsked {
  readonly hand: Hand
  readonly finger: number
}

/** A finger to find; never the one just asked for. */
export function askFinger(
  rng: Rng,
  { hands, fingers }: Extract<Trainer, { kind: 'finger-names' }>,
  last: FingerAsked | null,
): FingerAsked {
  const all = hands.flatMap((hand) =>
    Array.from({ length: fingers.count }, (_, i) => ({ hand, finger: i + 1 })),
  )
  return pick(
    rng,
    all.filter((a) => a.hand !== last?.hand || a.finger !== last.finger),
  )
}

/** Ways the next note can go. */
export const MOVES = ['up', 'down', 'same'] as const
/** One of these ways. */
export type Move = (typeof MOVES)[number]

/** One step asked for: up, down or the same. */
export interface StepAsked {
  readonly from: string
  readonly to: string
  readonly move: Move
}

/** Two neighbouring notes of the exercise and which way they go. @throws RangeError with fewer than two notes */
export function askStep(rng: Rng, notes: readonly string[]): StepAsked {
  const pairs = notes.slice(1).map((to, i) => ({ from: notes[i] ?? to, to }))
  const { from, to } = pick(rng, pairs)
  const steps = midiOf(to) - midiOf(from)
  return { from, to, move: steps > 0 ? 'up' : steps < 0 ? 'down' : 'same' }
}

/** How many of the hands tapped are the ones in the order, and where the first slip was; null without one. */
export function judgeOrder(
  order: readonly Spoken[],
  tapped: readonly Spoken[],
): { readonly right: number; readonly firstSlip: number | null } {
  const hits = tapped.map((t, i) => t === order[i])
  const slip = hits.indexOf(false)
  return { right: hits.filter(Boolean).length, firstSlip: slip < 0 ? null : slip }
}
