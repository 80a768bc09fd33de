/** What is asked to begin together: two hands, and the notes of a chord. */
import type { Measure } from './measure'
import type { Alignment, Matched } from './align'
import { meanEstimate, meanOf, medianOf, sdEstimate } from '../measure'

/** Moments below which nothing is said. */
const MOMENTS_LEAST = 6

/** Right notes by the round and the moment they belong to. */
function byMoment({ matched, moments }: Alignment): readonly (readonly Matched[])[] {
  if (moments.every((m) => m.notes.length < 2)) return []
  const groups = new Map<number, Matched[]>()
  for (const m of matched) {
    const key = m.round * moments.length + m.moment
    const group = groups.get(key)
    if (group) group.push(m)
    else groups.set(key, [m])
  }
  return [...groups.values()]
}

const firstOf = (notes: readonly Matched[]) => Math.min(...notes.map((n) => n.played.onMs))

/** By how much the left hand comes after the right, in the mean and scattered about it. */
export function hands(alignment: Alignment): readonly Measure[] {
  const apart = byMoment(alignment).flatMap((notes) => {
    const left = notes.filter((n) => n.asked.hand === 'left')
    const right = notes.filter((n) => n.asked.hand === 'right')
    return left.length > 0 && right.length > 0 ? [firstOf(left) - firstOf(right)] : []
  })
  if (apart.length < MOMENTS_LEAST) return []
  const mean = meanOf(apart)
  const count = apart.length
  return [
    { name: 'hands-apart', unit: 'ms', count, ...meanEstimate(apart) },
    {
      name: 'hands-apart-spread',
      unit: 'ms',
      count,
      ...sdEstimate(
        apart.map((x) => x - mean),
        1,
      ),
    },
  ]
}

/** A chord so much wider than the usual one is another thing, where at most one in so many is: an ornament, or a slip beside. */
const APART = { times: 3, ms: 20, oneIn: 5 } as const

/**
 * What takes longer is mostly no chord that came apart: it was broken, or a note of it was read as another, ms; where most
 * take longer they do come apart. Our choice.
 */
const CHORD_MOST = 300

/** The chords without the few that are something else. */
function asChords(all: readonly number[]): readonly number[] {
  const close = all.filter((s) => s <= CHORD_MOST)
  const spreads = 2 * close.length > all.length ? close : all
  if (spreads.length === 0) return []
  const most = APART.times * medianOf(spreads) + APART.ms
  const chords = spreads.filter((s) => s <= most)
  return (spreads.length - chords.length) * APART.oneIn <= spreads.length ? chords : spreads
}

/** From the first to the last note of each chord of one hand. */
export function chords(alignment: Alignment): readonly Measure[] {
  const spreads = byMoment(alignment).flatMap((notes) =>
    (['left', 'right', null] as const).flatMap((hand) => {
      const own = notes.filter((n) => n.asked.hand === hand).map((n) => n.played.onMs)
      return own.length > 1 ? [Math.max(...own) - Math.min(...own)] : []
    }),
  )
  const own = asChords(spreads)
  if (own.length < MOMENTS_LEAST) return []
  return [{ name: 'chord-spread', unit: 'ms', count: own.length, ...meanEstimate(own) }]
}
