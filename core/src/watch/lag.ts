/** What has fallen behind: a hand, a strand, a fault nobody looks at, or hands that reading has outrun. */
import { daysBetween } from '../kit'
import type { IsoDate, CaseId } from '../kit'
import { STRANDS } from '../packs'
import type { Fault, Knowledge, Strand } from '../packs'
import type { CaseState, Levels, SkillLevels, StudentRecord } from '../record'

/** The two hands. */
export const HANDS = ['left', 'right'] as const
/** One of them. */
export type WhichHand = (typeof HANDS)[number]

/** How much trouble a hand or strand carries: severity times how sure it is still there, a lesson's mean. */
export interface Load {
  readonly now: number
  /** In the lessons before those; null where there are too few. */
  readonly before: number | null
  readonly faults: readonly CaseId[]
}

/** Something that has fallen behind, or run ahead. */
export type LagFinding =
  | {
      readonly kind: 'hand'
      readonly behind: WhichHand
      readonly load: Load
      readonly other: Load
    }
  | {
      readonly kind: 'strand'
      readonly behind: Strand
      readonly load: Load
      /** Mean of the other strands that have faults on record. */
      readonly others: number
    }
  | { readonly kind: 'unseen'; readonly case: CaseId; readonly weeks: number }
  | {
      readonly kind: 'outrun'
      readonly ahead: 'reading' | 'pieces'
      readonly steps: number
      /** Whether the gap has grown since it was noted before. */
      readonly grew: boolean
    }

/** Load by hand and strand, and what follows from it. */
export interface Lag {
  readonly hands: Readonly<Record<WhichHand, Load>>
  readonly strands: Readonly<Record<Strand, Load>>
  readonly levels: SkillLevels | null
  readonly found: readonly LagFinding[]
  /** Fewer lessons than anything can be said from. */
  readonly tooFew: boolean
}

/** Lessons the present load is taken over; as many before it tell whether it lasts. */
const LESSONS = 6
const EARLIER_LEAST = 4
/** Times as much trouble as the other hand or strands, from which it is said; our choice. */
const TIMES_AS_MUCH = 2
/** Trouble below this is not worth a word: half a light fault. */
const LOAD_LEAST = 1
/** Weeks in which nobody looked at a fault that is not mended; common practice. */
const UNSEEN_WEEKS = 6
/** Steps by which reading or pieces may lead the hands before it is said. */
const STEPS_AHEAD = 2

/** The hand a fault is mostly seen in, by the places of what it shows; null for both or neither. */
export function handOfFault(fault: Fault, knowledge: Knowledge): WhichHand | null {
  const places = new Map(knowledge.findings.map((f) => [f.id, f.place]))
  const weight = { left: 0, right: 0 }
  for (const [finding, strength] of Object.entries(fault.shows)) {
    for (const hand of HANDS) if (places.get(finding)?.includes(hand)) weight[hand] += strength
  }
  if (weight.left === weight.right) return null
  return weight.left > weight.right ? 'left' : 'right'
}

/** The hand a case belongs to: that of its exercises, else that of its fault. */
function handOf(state: CaseState, knowledge: Knowledge): WhichHand | null {
  const hands = new Set(state.ladder?.rungs.flatMap(({ dose }) => dose.hands ?? []) ?? [])
  if (hands.has('left') && !hands.has('right')) return 'left'
  if (hands.has('right') && !hands.has('left')) return 'right'
  const fault = knowledge.faults.find((f) => f.id === state.fault)
  return fault ? handOfFault(fault, knowledge) : null
}

/** Trouble of the cases over some lessons, a lesson's mean. */
function loadOver(cases: readonly CaseState[], lessons: readonly string[]): number {
  if (lessons.length === 0) return 0
  const total = cases.reduce((sum, c) => {
    const points = c.points.filter((p) => lessons.includes(p.lesson))
    return sum + points.reduce((s, p) => s + c.severity * (1 - p.belief), 0)
  }, 0)
  return total / lessons.length
}

function loadOf(cases: readonly CaseState[], lessons: readonly string[]): Load {
  const earlier = lessons.slice(-2 * LESSONS, -LESSONS)
  return {
    now: loadOver(cases, lessons.slice(-LESSONS)),
    before: earlier.length < EARLIER_LEAST ? null : loadOver(cases, earlier),
    faults: cases.filter((c) => c.status.state !== 'mended').map((c) => c.id),
  }
}

function byStrand(record: StudentRecord, lessons: readonly string[]): Record<Strand, Load> {
  return Object.fromEntries(
    STRANDS.map((strand) => [
      strand,
      loadOf(
        record.cases.filter((c) => c.strand === strand),
        lessons,
      ),
    ]),
  ) as Record<Strand, Load>
}

/** Trouble that was there before too: what is new has not been left behind. */
function lasts({ now, before }: Load): boolean {
  return now >= LOAD_LEAST && before !== null && before >= LOAD_LEAST
}

function handFound(hands: Readonly<Record<WhichHand, Load>>): LagFinding[] {
  return HANDS.flatMap((behind): LagFinding[] => {
    const load = hands[behind]
    const other = hands[behind === 'left' ? 'right' : 'left']
    const much = lasts(load) && load.now >= TIMES_AS_MUCH * other.now
    return much ? [{ kind: 'hand', behind, load, other }] : []
  })
}

function strandFound(strands: Readonly<Record<Strand, Load>>, record: StudentRecord): LagFinding[] {
  const worked = STRANDS.filter((s) => record.cases.some((c) => c.strand === s))
  return worked.flatMap((behind): LagFinding[] => {
    const rest = worked.filter((s) => s !== behind)
    if (rest.length === 0) return []
    const others = rest.reduce((sum, s) => sum + strands[s].now, 0) / rest.length
    const load = strands[behind]
    const much = lasts(load) && load.now >= TIMES_AS_MUCH * others
    return much ? [{ kind: 'strand', behind, load, others }] : []
  })
}

/** Faults that are not mended and that nobody has looked at for long. */
function unseen(record: StudentRecord, today: IsoDate): LagFinding[] {
  const dateOf = new Map(record.lessons.map((l) => [l.id, l.date]))
  return record.cases.flatMap((c): LagFinding[] => {
    if (c.status.state === 'mended') return []
    const last = dateOf.get(c.looks.at(-1)?.lesson ?? c.settledOn)
    const weeks = last ? Math.floor(daysBetween(last, today) / 7) : 0
    return weeks >= UNSEEN_WEEKS ? [{ kind: 'unseen', case: c.id, weeks }] : []
  })
}

function lead({ hands, ...levels }: Levels, skill: 'reading' | 'pieces'): number | null {
  const ahead = levels[skill]
  return ahead === null || hands === null ? null : ahead - hands
}

function outrun(noted: readonly SkillLevels[]): LagFinding[] {
  const [before, now] = [noted.at(-2), noted.at(-1)]
  if (!now) return []
  return (['reading', 'pieces'] as const).flatMap((ahead): LagFinding[] => {
    const steps = lead(now, ahead)
    if (steps === null || steps < STEPS_AHEAD) return []
    const earlier = before ? lead(before, ahead) : null
    return [{ kind: 'outrun', ahead, steps, grew: earlier !== null && steps > earlier }]
  })
}

/** What lags, as of today; with few lessons only what can be said without counting. */
export function lagOf(record: StudentRecord, knowledge: Knowledge, today: IsoDate): Lag {
  const lessons = record.lessons.map((l) => l.id)
  const tooFew = lessons.length < LESSONS + EARLIER_LEAST
  const strands = byStrand(record, lessons)
  const hands = Object.fromEntries(
    HANDS.map((hand) => [
      hand,
      loadOf(
        record.cases.filter((c) => handOf(c, knowledge) === hand),
        lessons,
      ),
    ]),
  ) as Record<WhichHand, Load>
  return {
    hands,
    strands,
    levels: record.levels.at(-1) ?? null,
    tooFew,
    found: [
      ...outrun(record.levels),
      ...(tooFew ? [] : handFound(hands)),
      ...(tooFew ? [] : strandFound(strands, record)),
      ...unseen(record, today),
    ],
  }
}
