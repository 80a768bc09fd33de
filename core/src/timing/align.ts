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
  /** The moment before holds several notes, one of which may still come. */
  readonly lateOf: boolean
}

function placesOf(moments: readonly Moment[]): readonly Place[] {
  return moments.flatMap(({ notes }, moment) =>
    notes.map((_, i) => ({
      moment,
      struck: i + 1,
      of: notes.length,
      lateOf: (moments[moment - 1]?.notes.length ?? 0) > 1,
    })),
  )
}

/** How a note was read: it is extra, belongs to the place, does so late, or begins the passage anew. */
const HOW = { extra: 0, own: 1, late: 2, again: 3 } as const

/** The cheapest place to leave each moment from, and its cost. */
interface Exits {
  readonly cost: Float64Array
  readonly from: Int32Array
}

interface Jump {
  readonly cost: number
  readonly from: number
}

/** The cheapest offer so far. One object for all: a search over ten thousand notes makes millions of offers. */
class Best {
  cost = 0
  from = 0
  how: number = HOW.extra

  begin(cost: number, from: number): void {
    this.cost = cost
    this.from = from
    this.how = HOW.extra
  }

  offer(cost: number, from: number, how: number): void {
    if (cost >= this.cost) return
    this.cost = cost
    this.from = from
    this.how = how
  }
}

/** The search as it stands after some notes: what each place costs, and how it was reached. */
class Search {
  private readonly places: readonly Place[]
  /** What is left behind when a place is left, in its cost. */
  private readonly leaving: Float64Array
  /** The ways back of every note heard, place by place, in one piece. */
  private readonly from: Int32Array
  private readonly how: Uint8Array
  private heard = 0
  private readonly exits: Exits
  private readonly emitted = new Map<number, Float64Array>()
  private costs: Float64Array
  private spare: Float64Array

  constructor(
    private readonly moments: readonly Moment[],
    firstNote: number,
    notes: number,
  ) {
    this.places = placesOf(moments)
    this.from = new Int32Array(this.places.length * notes)
    this.how = new Uint8Array(this.places.length * notes)
    this.exits = {
      cost: new Float64Array(moments.length),
      from: new Int32Array(moments.length),
    }
    this.leaving = Float64Array.from(this.places, (p) => (p.of - p.struck) * COST.leftBehind)
    this.spare = new Float64Array(this.places.length)
    const own = this.emissions(firstNote)
    this.costs = Float64Array.from(this.places, ({ moment, struck }) =>
      struck === 1
        ? Math.min(moment * COST.passed, COST.elsewhere) + (own[moment] ?? 0)
        : Number.POSITIVE_INFINITY,
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

  /** The cheapest place to leave each moment from, with what that leaves behind. */
  private findExits(): void {
    const { cost, from } = this.exits
    cost.fill(Number.POSITIVE_INFINITY)
    for (let i = 0; i < this.places.length; i++) {
      const moment = this.places[i]?.moment ?? 0
      const left = (this.costs[i] ?? 0) + (this.leaving[i] ?? 0)
      if (left < (cost[moment] ?? 0)) {
        cost[moment] = left
        from[moment] = i
      }
    }
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
    const row = this.heard * count
    this.findExits()
    const own = this.emissions(midi)
    const from = this.cheapest()
    const best = new Best()
    const jump = { cost: this.costs[from] ?? 0, from }
    for (let to = 0; to < count; to++) {
      this.offer(to, own, jump, best)
      this.spare[to] = best.cost
      this.from[row + to] = best.from
      this.how[row + to] = best.how
    }
    const before = this.costs
    this.costs = this.spare
    this.spare = before
    this.heard += 1
  }

  /** Every way the note can lead to the place. */
  private offer(to: number, own: Float64Array, jump: Jump, best: Best): void {
    const place = this.places[to]
    if (!place) return
    const { moment, struck, of, lateOf } = place
    const here = this.costs[to] ?? 0
    const fits = own[moment] ?? 0
    best.begin(here + COST.extra, to)
    if (struck === of) best.offer(here + COST.twice + fits, to, HOW.own)
    if (lateOf) best.offer(here + COST.late + (own[moment - 1] ?? 0), to, HOW.late)
    if (struck > 1) {
      best.offer((this.costs[to - 1] ?? 0) + fits, to - 1, HOW.own)
      return
    }
    const furthest = Math.max(0, moment - 1 - PASSED_MOST)
    for (let left = moment - 1; left >= furthest; left--) {
      const passed = (moment - 1 - left) * COST.passed
      const cost = (this.exits.cost[left] ?? 0) + passed + fits
      best.offer(cost, this.exits.from[left] ?? 0, HOW.own)
    }
    const again = moment === 0 ? COST.again : COST.elsewhere
    best.offer(jump.cost + again + fits, jump.from, HOW.again)
  }

  /** The moment each note belongs to on the cheapest way; null for an extra one. */
  read(): readonly Reading[] {
    let at = this.cheapest()
    const found: Reading[] = []
    for (let note = this.heard - 1; note >= 0; note--) {
      const here = note * this.places.length + at
      const how = this.how[here] ?? HOW.extra
      const moment = this.places[at]?.moment ?? 0
      const place = how === HOW.late ? moment - 1 : moment
      found.push({ moment: how === HOW.extra ? null : place, again: how === HOW.again })
      at = this.from[here] ?? at
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
