/**
 * Played notes laid against what was asked for: which is which, which is wrong, which is missing, and where the player
 * began again. The cheapest way through the moments asked, note by note (Viterbi's search over an edit distance, as
 * Wagner and Fischer's with a return to the beginning).
 */
import { momentsOf } from './asked'
import type { AskedNote, Moment } from './asked'
import type { PlayedNote } from './playedNote'

/** A played note and the one it was meant for. */
export interface Matched {
  readonly played: PlayedNote
  readonly asked: AskedNote
  /** Place of its moment in what was asked. */
  readonly moment: number
  /** Counts the times the passage was begun. */
  readonly round: number
}

export interface Alignment {
  /** Right notes, in the order they were played. */
  readonly matched: readonly Matched[]
  /** Played in the place of another. */
  readonly wrong: readonly Matched[]
  /** Played and not asked for. */
  readonly extra: readonly PlayedNote[]
  /** Asked for, passed over, and the round it was. */
  readonly missing: readonly { readonly asked: AskedNote; readonly round: number }[]
  readonly moments: readonly Moment[]
}

/** What it costs to read a note so; a right note in its turn costs nothing. Tuned by hand on made-up slips. */
const COST = {
  /** The pitch is another one than asked; near by it is a slip of the finger, further off it is less likely meant. */
  near: 1,
  far: 1.7,
  /** A note more than was asked for. */
  extra: 1.2,
  /** Each moment passed over, and each note of a chord left behind (it may still come late). */
  passed: 1,
  leftBehind: 0.5,
  /** The same note once more: struck twice. */
  twice: 0.9,
  /** A note of the moment before, after the next one was reached. */
  late: 0.05,
  /** From the beginning; from anywhere else. */
  again: 1.5,
  elsewhere: 3,
} as const
/** Moments that can be passed over at once before it is a jump. */
const PASSED_MOST = 4
/** Semitones within which a wrong note is a slip of the finger. */
const NEAR_SEMITONES = 2

function emission(moment: Moment, midi: number): number {
  let nearest = Number.POSITIVE_INFINITY
  for (const note of moment.notes) nearest = Math.min(nearest, Math.abs(note.midi - midi))
  if (nearest === 0) return 0
  return nearest <= NEAR_SEMITONES ? COST.near : COST.far
}

/** Where the player may stand: a moment, and how many of its notes have been struck. */
interface Place {
  readonly moment: number
  readonly struck: number
  readonly of: number
}

function placesOf(moments: readonly Moment[]): readonly Place[] {
  return moments.flatMap(({ notes }, moment) =>
    notes.map((_, i) => ({ moment, struck: i + 1, of: notes.length })),
  )
}

/** How a note was read: it is extra, belongs to the place, does so late, or begins the passage anew. */
type How = 'extra' | 'own' | 'late' | 'again'

/** The way back of one played note, for every place. */
interface Step {
  readonly from: Int32Array
  readonly how: How[]
}

/** The search as it stands after some notes: what each place costs, and how it was reached. */
class Search {
  private readonly places: readonly Place[]
  private readonly firstOf: readonly number[]
  private readonly steps: Step[] = []
  private costs: Float64Array

  constructor(
    private readonly moments: readonly Moment[],
    firstNote: number,
  ) {
    this.places = placesOf(moments)
    const firstOf: number[] = []
    this.places.forEach((p, i) => {
      if (p.struck === 1) firstOf.push(i)
    })
    this.firstOf = firstOf
    this.costs = Float64Array.from(this.places, ({ moment, struck }) =>
      struck === 1
        ? Math.min(moment * COST.passed, COST.elsewhere) + this.emit(moment, firstNote)
        : Number.POSITIVE_INFINITY,
    )
  }

  private emit(moment: number, midi: number): number {
    const there = this.moments[moment]
    return there ? emission(there, midi) : Number.POSITIVE_INFINITY
  }

  /** The cheapest place to leave each moment from, with what that leaves behind. */
  private leaving(): { readonly cost: Float64Array; readonly from: Int32Array } {
    const cost = new Float64Array(this.moments.length).fill(Number.POSITIVE_INFINITY)
    const from = new Int32Array(this.moments.length)
    this.places.forEach(({ moment, struck, of }, i) => {
      const left = (this.costs[i] ?? 0) + (of - struck) * COST.leftBehind
      if (left < (cost[moment] ?? 0)) {
        cost[moment] = left
        from[moment] = i
      }
    })
    return { cost, from }
  }

  private cheapest(): number {
    let best = 0
    for (let i = 1; i < this.costs.length; i++) {
      if ((this.costs[i] ?? 0) < (this.costs[best] ?? 0)) best = i
    }
    return best
  }

  /** One note more. */
  hear(midi: number): void {
    const count = this.places.length
    const before = this.costs
    const after = new Float64Array(count).fill(Number.POSITIVE_INFINITY)
    const step: Step = { from: new Int32Array(count), how: new Array<How>(count).fill('extra') }
    const offer = (to: number, from: number, cost: number, how: How) => {
      if (cost >= (after[to] ?? 0)) return
      after[to] = cost
      step.from[to] = from
      step.how[to] = how
    }
    const leave = this.leaving()
    const jumpFrom = this.cheapest()
    const jumpCost = before[jumpFrom] ?? 0
    for (let to = 0; to < count; to++) {
      const place = this.places[to]
      if (!place) continue
      const { moment, struck, of } = place
      const own = this.emit(moment, midi)
      const here = before[to] ?? 0
      offer(to, to, here + COST.extra, 'extra')
      if (struck === of) offer(to, to, here + COST.twice + own, 'own')
      if ((this.moments[moment - 1]?.notes.length ?? 0) > 1) {
        offer(to, to, here + COST.late + this.emit(moment - 1, midi), 'late')
      }
      if (struck > 1) {
        offer(to, to - 1, (before[to - 1] ?? 0) + own, 'own')
        continue
      }
      for (let skip = 0; skip <= PASSED_MOST && moment - 1 - skip >= 0; skip++) {
        const left = moment - 1 - skip
        const cost = (leave.cost[left] ?? 0) + skip * COST.passed + own
        offer(to, leave.from[left] ?? 0, cost, 'own')
      }
      const jump = moment === 0 ? COST.again : COST.elsewhere
      offer(to, jumpFrom, jumpCost + jump + own, 'again')
    }
    this.costs = after
    this.steps.push(step)
  }

  /** The moment each note belongs to on the cheapest way; null for an extra one. */
  read(): readonly Reading[] {
    let at = this.cheapest()
    const found: Reading[] = []
    for (const step of this.steps.toReversed()) {
      const how = step.how[at] ?? 'extra'
      const moment = this.places[at]?.moment ?? 0
      found.push({
        moment: how === 'extra' ? null : how === 'late' ? moment - 1 : moment,
        again: how === 'again',
      })
      at = step.from[at] ?? at
    }
    found.push({ moment: this.places[at]?.moment ?? 0, again: false })
    return found.reverse()
  }
}

interface Reading {
  readonly moment: number | null
  readonly again: boolean
}

function readings(notes: readonly PlayedNote[], moments: readonly Moment[]): readonly Reading[] {
  const [first, ...others] = notes
  if (!first) return []
  const search = new Search(moments, first.midi)
  for (const { midi } of others) search.hear(midi)
  return search.read()
}

/** The note of the moment that is still owed and is nearest to what was played; null when all have been struck. */
function meantBy(
  midi: number,
  moment: Moment | undefined,
  taken: ReadonlySet<AskedNote>,
): AskedNote | null {
  const open = moment?.notes.filter((n) => !taken.has(n)) ?? []
  return open.toSorted((a, b) => Math.abs(a.midi - midi) - Math.abs(b.midi - midi))[0] ?? null
}

/** Lays played notes, in their order, against what was asked for. */
export function align(notes: readonly PlayedNote[], asked: readonly AskedNote[]): Alignment {
  const moments = momentsOf(asked)
  const matched: Matched[] = []
  const wrong: Matched[] = []
  const extra: PlayedNote[] = []
  const missing: { asked: AskedNote; round: number }[] = []
  if (moments.length === 0) return { matched, wrong, extra: [...notes], missing, moments }
  const read = readings(notes, moments)
  let round = 0
  let taken = new Set<AskedNote>()
  let [from, reached] = [0, -1]
  const closeRound = () => {
    for (const moment of moments.slice(from, reached + 1)) {
      for (const note of moment.notes) if (!taken.has(note)) missing.push({ asked: note, round })
    }
  }
  notes.forEach((played, i) => {
    const { moment: place, again } = read[i] ?? { moment: null, again: false }
    if (again && place !== null) {
      closeRound()
      round += 1
      taken = new Set()
      from = place
      reached = place
    }
    const meant = place === null ? null : meantBy(played.midi, moments[place], taken)
    if (!meant || place === null) {
      extra.push(played)
      return
    }
    // Who begins a few notes in has passed them over; who begins further on was asked to.
    if (reached < 0) from = place <= PASSED_MOST ? 0 : place
    reached = Math.max(reached, place)
    taken.add(meant)
    const found = { played, asked: meant, moment: place, round }
    if (meant.midi === played.midi) matched.push(found)
    else wrong.push(found)
  })
  closeRound()
  return { matched, wrong, extra, missing, moments }
}
