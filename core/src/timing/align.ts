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

/** Where the player may stand: a moment, and how many of its notes have been struck; one after the other, in columns. */
interface Places {
  readonly count: number
  readonly moment: Int32Array
  /** The first of its moment: 1. */
  readonly isFirst: Uint8Array
  /** All notes of the moment are struck: 1. */
  readonly isWhole: Uint8Array
  /** The moment before holds several notes, one of which may still come: 1. */
  readonly isLateOf: Uint8Array
  /** What is left behind when the place is left, in its cost. */
  readonly leaving: Float64Array
}

function placesOf(moments: readonly Moment[]): Places {
  const all = moments.flatMap(({ notes }, moment) =>
    notes.map((_, i) => ({ moment, first: i === 0, left: notes.length - 1 - i })),
  )
  return {
    count: all.length,
    moment: Int32Array.from(all, (p) => p.moment),
    isFirst: Uint8Array.from(all, (p) => (p.first ? 1 : 0)),
    isWhole: Uint8Array.from(all, (p) => (p.left === 0 ? 1 : 0)),
    isLateOf: Uint8Array.from(all, (p) => {
      const before = moments[p.moment - 1]
      return before !== undefined && before.notes.length > 1 ? 1 : 0
    }),
    leaving: Float64Array.from(all, (p) => p.left * COST.leftBehind),
  }
}

/** How a note was read: it is extra, belongs to the place, does so late, or begins the passage anew. */
const HOW = { extra: 0, own: 1, late: 2, again: 3 } as const

/** What no way leads to. */
const NEVER = Number.POSITIVE_INFINITY

/** What it costs to come to each moment from elsewhere, from which place, and whether the passage is begun anew by it: 1. */
interface Arrivals {
  readonly cost: Float64Array
  readonly from: Int32Array
  readonly again: Uint8Array
}

/** The search as it stands after some notes: what each place costs, and how it was reached. */
class Search {
  private readonly places: Places
  /** The ways back of every note heard, place by place, in one piece. */
  private readonly from: Int32Array
  private readonly how: Uint8Array
  private readonly arrivals: Arrivals
  private heard = 0
  private readonly emitted = new Map<number, Float64Array>()
  private costs: Float64Array
  private spare: Float64Array

  constructor(
    private readonly moments: readonly Moment[],
    firstNote: number,
    notes: number,
  ) {
    this.places = placesOf(moments)
    const { count, moment, isFirst } = this.places
    this.from = new Int32Array(count * notes)
    this.how = new Uint8Array(count * notes)
    this.spare = new Float64Array(count)
    const ends = moments.length + 1
    this.arrivals = {
      cost: new Float64Array(ends),
      from: new Int32Array(ends),
      again: new Uint8Array(ends),
    }
    const own = this.emissions(firstNote)
    this.costs = Float64Array.from(moment, (m, i) =>
      isFirst[i] === 1 ? Math.min(m * COST.passed, COST.elsewhere) + (own[m] ?? 0) : NEVER,
    )
  }

  /** What the pitch costs at each moment; worked out once for each pitch. */
  private emissions(midi: number): Float64Array {
    const known = this.emitted.get(midi)
    if (known) return known
    const made = Float64Array.from(this.moments, (m) => emission(m, midi))
    this.emitted.set(midi, made)
    return made
  }

  private cheapest(): number {
    let best = 0
    for (let i = 1; i < this.costs.length; i++) {
      if ((this.costs[i] as number) < (this.costs[best] as number)) best = i
    }
    return best
  }

  /**
   * How each moment is reached: from the one before, whichever way that is left most cheaply, past some moments, or by
   * beginning there from anywhere. Past more than that costs nobody comes, so that no bound has to be kept.
   */
  private findArrivals(): void {
    const { count, moment, leaving } = this.places
    const { cost, from, again } = this.arrivals
    cost.fill(NEVER)
    again.fill(0)
    for (let i = 0; i < count; i++) {
      const next = (moment[i] as number) + 1
      const left = (this.costs[i] as number) + (leaving[i] as number)
      if (left < (cost[next] as number)) {
        cost[next] = left
        from[next] = i
      }
    }
    for (let m = 2; m < cost.length; m++) {
      const past = (cost[m - 1] as number) + COST.passed
      if (past < (cost[m] as number)) {
        cost[m] = past
        from[m] = from[m - 1] as number
      }
    }
    const cheapest = this.cheapest()
    const jump = this.costs[cheapest] as number
    for (let m = 0; m < cost.length; m++) {
      const anew = jump + (m === 0 ? COST.again : COST.elsewhere)
      if (anew >= (cost[m] as number)) continue
      cost[m] = anew
      from[m] = cheapest
      again[m] = 1
    }
  }

  /** One note more: the cheapest way in which it leads to each place. It is asked some hundred thousand times a take. */
  hear(midi: number): void {
    const { count, moment, isFirst, isWhole, isLateOf } = this.places
    const { costs, spare, arrivals, from: cameFrom, how: wasRead } = this
    const own = this.emissions(midi)
    this.findArrivals()
    const row = this.heard * count
    for (let to = 0; to < count; to++) {
      const at = moment[to] as number
      const here = costs[to] as number
      const fits = own[at] as number
      const isNew = isFirst[to] === 1
      let cost = here + COST.extra
      let from = to
      let how: number = HOW.extra
      if (isWhole[to] === 1 && here + COST.twice + fits < cost) {
        cost = here + COST.twice + fits
        how = HOW.own
      }
      if (isLateOf[to] === 1 && here + COST.late + (own[at - 1] as number) < cost) {
        cost = here + COST.late + (own[at - 1] as number)
        how = HOW.late
      }
      const next = ((isNew ? arrivals.cost[at] : costs[to - 1]) as number) + fits
      if (next < cost) {
        cost = next
        from = isNew ? (arrivals.from[at] as number) : to - 1
        how = isNew && arrivals.again[at] === 1 ? HOW.again : HOW.own
      }
      spare[to] = cost
      cameFrom[row + to] = from
      wasRead[row + to] = how
    }
    this.costs = spare
    this.spare = costs
    this.heard += 1
  }

  /** The moment each note belongs to on the cheapest way; null for an extra one. */
  read(): readonly Reading[] {
    let at = this.cheapest()
    const found: Reading[] = []
    const { count, moment: momentOf } = this.places
    for (let note = this.heard - 1; note >= 0; note--) {
      const here = note * count + at
      const how = this.how[here] ?? HOW.extra
      const moment = momentOf[at] ?? 0
      const place = how === HOW.late ? moment - 1 : moment
      found.push({ moment: how === HOW.extra ? null : place, again: how === HOW.again })
      at = this.from[here] ?? at
    }
    found.push({ moment: momentOf[at] ?? 0, again: false })
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
  const search = new Search(moments, first.midi, others.length)
  for (const { midi } of others) search.hear(midi)
  return search.read()
}

/** The note of the moment that is still owed and is nearest to what was played; null when all have been struck. */
function meantBy(
  midi: number,
  moment: Moment | undefined,
  taken: ReadonlySet<AskedNote>,
): AskedNote | null {
  let nearest: AskedNote | null = null
  for (const note of moment?.notes ?? []) {
    if (taken.has(note)) continue
    const isNearer = nearest === null || Math.abs(note.midi - midi) < Math.abs(nearest.midi - midi)
    if (isNearer) nearest = note
  }
  return nearest
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
    // Who goes on further on has passed over what lies between; who goes back begins again.
    if (again && place !== null && place <= reached) {
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
