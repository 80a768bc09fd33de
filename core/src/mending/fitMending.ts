/** The model's parameters out of a studio's own faults: expectation and maximisation, held by what was believed before. */
import { guessKind, guessOf, RECALL_RATIO, shareOfTries, weeksOfPractice } from './belief'
import type { GuessKind, Look, MendingParameters, Recall } from './belief'

/** What was done and seen of one fault, in order. */
export type MendingEvent =
  | { readonly kind: 'gap'; readonly days: number; readonly kept: number | null }
  | { readonly kind: 'look'; readonly look: Look }
  | { readonly kind: 'recall'; readonly recall: Recall }

/** One fault's gaps, recalls and looks, in order. */
export type MendingHistory = readonly MendingEvent[]

/**
 * Weight of what was believed before, in tries (for learning: in weeks of practice). Cautious: some sixty looks
 * of one kind move a figure half of the way; our choice, no source.
 */
export const PRIOR_TRIES = 60
const ROUNDS = 30
const SETTLED = 1e-5
const KINDS: readonly GuessKind[] = [
  'awayPrompted',
  'awayUnprompted',
  'musicPrompted',
  'musicUnprompted',
]

/** Chances of being mended along a history. */
interface Smoothed {
  /** P(mended) after each event, given all of them. */
  readonly mended: readonly number[]
  /** For each gap: P(was not mended and became so), P(was not and stayed so). */
  readonly learned: readonly (readonly [became: number, stayed: number])[]
  readonly logLikelihood: number
}

interface Step {
  /** P(mended after | not mended before) and P(not mended after | mended before). */
  readonly learn: number
  readonly forget: number
  /** Likelihood of what was seen, mended and not. */
  readonly seen: readonly [mended: number, not: number]
}

const NOTHING_SEEN = [1, 1] as const

function stepOf(event: MendingEvent, p: MendingParameters): Step {
  switch (event.kind) {
    case 'gap': {
      const learn = 1 - (1 - p.learn) ** weeksOfPractice(event.days, event.kept)
      const forget = 1 - (1 - p.forgetPerDay) ** Math.max(0, event.days)
      return { learn, forget, seen: NOTHING_SEEN }
    }
    case 'look': {
      const { clean, tries } = event.look
      const weight = shareOfTries(event.look)
      const guess = guessOf(event.look, p)
      const ofState = (stays: number) => (stays ** clean * (1 - stays) ** (tries - clean)) ** weight
      return { learn: 0, forget: 0, seen: [ofState(1 - p.slip), ofState(guess)] }
    }
    case 'recall':
      return { learn: 0, forget: 0, seen: [RECALL_RATIO[event.recall], 1] }
  }
}

/** Forward and backward over one history (Rabiner 1989), scaled at every step. */
export function smooth(history: MendingHistory, p: MendingParameters, start: number): Smoothed {
  const steps = history.map((e) => stepOf(e, p))
  const forward: number[] = []
  let belief = start
  let logLikelihood = 0
  for (const { learn, forget, seen } of steps) {
    const before = belief * (1 - forget) + (1 - belief) * learn
    const scale = before * seen[0] + (1 - before) * seen[1]
    belief = (before * seen[0]) / scale
    logLikelihood += Math.log(scale)
    forward.push(belief)
  }
  const mended: number[] = new Array<number>(steps.length).fill(0)
  const learned: (readonly [number, number])[] = []
  let back: readonly [mended: number, not: number] = [1, 1]
  for (let i = steps.length - 1; i >= 0; i--) {
    const step = steps[i]
    const after = forward[i] ?? start
    const now = after * back[0]
    mended[i] = now / (now + (1 - after) * back[1])
    if (!step) continue
    const { learn, forget, seen } = step
    const before = i === 0 ? start : (forward[i - 1] ?? start)
    const gain: readonly [number, number] = [seen[0] * back[0], seen[1] * back[1]]
    const became = (1 - before) * learn * gain[0]
    const stayed = (1 - before) * (1 - learn) * gain[1]
    const others = before * ((1 - forget) * gain[0] + forget * gain[1])
    const all = became + stayed + others
    if (history[i]?.kind === 'gap') learned.unshift([became / all, stayed / all])
    back = [(1 - forget) * gain[0] + forget * gain[1], learn * gain[0] + (1 - learn) * gain[1]]
    const most = Math.max(back[0], back[1])
    back = [back[0] / most, back[1] / most]
  }
  return { mended, learned, logLikelihood }
}

/** Hits and misses that were expected, by what they speak of. */
interface Counts {
  slip: [hits: number, misses: number]
  readonly guess: Record<GuessKind, [hits: number, misses: number]>
  readonly gaps: { readonly weeks: number; readonly became: number; readonly stayed: number }[]
}

function noCounts(): Counts {
  const guess = Object.fromEntries(KINDS.map((k) => [k, [0, 0]])) as Counts['guess']
  return { slip: [0, 0], guess, gaps: [] }
}

function countHistory(history: MendingHistory, smoothed: Smoothed, into: Counts): void {
  let gap = 0
  history.forEach((event, i) => {
    if (event.kind === 'gap') {
      const [became, stayed] = smoothed.learned[gap] ?? [0, 0]
      into.gaps.push({ weeks: weeksOfPractice(event.days, event.kept), became, stayed })
      gap += 1
    }
    if (event.kind !== 'look') return
    const { clean, tries } = event.look
    const weight = shareOfTries(event.look)
    const there = smoothed.mended[i] ?? 0
    into.slip[0] += there * weight * (tries - clean)
    into.slip[1] += there * weight * clean
    const guess = into.guess[guessKind(event.look)]
    guess[0] += (1 - there) * weight * clean
    guess[1] += (1 - there) * weight * (tries - clean)
  })
}

/** The likeliest share with the belief before it as so many tries (Beta prior). */
function shareWith(before: number, [hits, misses]: readonly [number, number]): number {
  return (before * PRIOR_TRIES + hits) / (PRIOR_TRIES + hits + misses)
}

/** How well a weekly rate fits the gaps and the belief before it, as a logarithm. */
function rateFit(rate: number, gaps: Counts['gaps'], before: number): number {
  const stays = Math.log1p(-rate)
  const own = PRIOR_TRIES * (before * Math.log(rate) + (1 - before) * stays)
  return gaps.reduce((sum, { weeks, became, stayed }) => {
    if (weeks <= 0) return sum
    return sum + became * Math.log(-Math.expm1(weeks * stays)) + stayed * weeks * stays
  }, own)
}

const GOLDEN = (Math.sqrt(5) - 1) / 2
const RATE = { least: 0.005, most: 0.8, rounds: 40 } as const

/** The rate that fits best, by golden section: the fit has one top. */
function bestRate(gaps: Counts['gaps'], before: number): number {
  let [low, high]: [number, number] = [RATE.least, RATE.most]
  for (let i = 0; i < RATE.rounds; i++) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)]
    if (rateFit(a, gaps, before) > rateFit(b, gaps, before)) high = b
    else low = a
  }
  return (low + high) / 2
}

/** Figures that make the histories likeliest, and how much there was to go by. */
export interface MendingFit {
  readonly parameters: MendingParameters
  readonly histories: number
  /** Tries that told something, by how the fault was looked at. */
  readonly tries: Readonly<Record<GuessKind, number>>
  /** Log posterior after every round; never falls. */
  readonly rounds: readonly number[]
}

function logPrior(p: MendingParameters, before: MendingParameters): number {
  const pull = (now: number, then: number) =>
    PRIOR_TRIES * (then * Math.log(now) + (1 - then) * Math.log1p(-now))
  return (
    pull(p.slip, before.slip) +
    pull(p.learn, before.learn) +
    KINDS.reduce((sum, k) => sum + pull(p.guess[k], before.guess[k]), 0)
  )
}

function improved(counts: Counts, before: MendingParameters): MendingParameters {
  const guess = Object.fromEntries(
    KINDS.map((k) => [k, shareWith(before.guess[k], counts.guess[k])]),
  ) as MendingParameters['guess']
  return {
    ...before,
    slip: shareWith(before.slip, counts.slip),
    guess,
    learn: bestRate(counts.gaps, before.learn),
  }
}

/**
 * Slip, guesses and learning that make the histories likeliest, held by the parameters believed before as so many
 * tries of their own (maximum a posteriori by expectation and maximisation, Dempster, Laird and Rubin 1977;
 * the chain as in Corbett and Anderson 1995). Forgetting stays as it was: pauses are too rare to learn it from.
 * `start` is P(mended) of a fault just settled.
 */
export function fitMending(
  histories: readonly MendingHistory[],
  before: MendingParameters,
  start: number,
): MendingFit {
  let parameters = before
  const rounds: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const counts = noCounts()
    let fit = logPrior(parameters, before)
    for (const history of histories) {
      const smoothed = smooth(history, parameters, start)
      fit += smoothed.logLikelihood
      countHistory(history, smoothed, counts)
    }
    const gained = fit - (rounds.at(-1) ?? -Infinity)
    rounds.push(fit)
    if (gained < SETTLED) break
    parameters = improved(counts, before)
  }
  return { parameters, histories: histories.length, tries: triesOf(histories), rounds }
}

function triesOf(histories: readonly MendingHistory[]): MendingFit['tries'] {
  const tries = Object.fromEntries(KINDS.map((k) => [k, 0])) as Record<GuessKind, number>
  for (const event of histories.flat()) {
    if (event.kind === 'look') {
      tries[guessKind(event.look)] += shareOfTries(event.look) * event.look.tries
    }
  }
  return tries
}
