import { describe, expect, test } from 'vitest'
import { chance, seededRng } from '../kit'
import type { Rng } from '../kit'
import {
  afterGap,
  afterLook,
  afterRecall,
  fitMending,
  JUST_SETTLED,
  PRIOR_TRIES,
  smooth,
  USUAL_MENDING,
} from './index'
import type { MendingEvent, MendingHistory, MendingParameters } from './index'

const gap = (days: number, kept: number | null = null): MendingEvent => ({
  kind: 'gap',
  days,
  kept,
})
const look = (clean: number, tries: number, more: object = {}): MendingEvent => ({
  kind: 'look',
  look: { setting: 'in-music', prompted: false, clean, tries, ...more },
})

/** P(mended) after every event, what became of every gap, and all of it, by adding up every path of hidden states. */
function byAllPaths(history: MendingHistory, p: MendingParameters) {
  const n = history.length
  const mended = history.map(() => 0)
  const learned = history.map((): [became: number, stayed: number] => [0, 0])
  let total = 0
  for (let path = 0; path < 2 ** (n + 1); path++) {
    const state = (i: number) => (path >> i) & 1
    let weight = state(0) ? JUST_SETTLED : 1 - JUST_SETTLED
    history.forEach((event, i) => {
      const stays = Number(state(i) === state(i + 1))
      if (event.kind === 'gap') {
        const learn = 1 - (1 - p.learn) ** ((event.kept ?? 0.6) * Math.min(2, event.days / 7))
        const forget = 1 - (1 - p.forgetPerDay) ** event.days
        const to = state(i) ? 1 - forget : learn
        weight *= state(i + 1) ? to : 1 - to
      } else weight *= stays
      if (event.kind === 'recall') {
        weight *= state(i + 1) ? { alone: 1.5, hint: 1, not: 0.6 }[event.recall] : 1
      }
      if (event.kind === 'look') {
        const { clean, tries, prompted } = event.look
        const guess = prompted ? p.guess.musicPrompted : p.guess.musicUnprompted
        const keeps = state(i + 1) ? 1 - p.slip : guess
        const each = Math.min(2, tries) / tries
        weight *= (keeps ** clean * (1 - keeps) ** (tries - clean)) ** each
      }
    })
    total += weight
    for (let i = 0; i < n; i++) {
      if (state(i + 1)) mended[i]! += weight
      if (!state(i)) learned[i]![state(i + 1) ? 0 : 1] += weight
    }
  }
  return {
    mended: mended.map((m) => m / total),
    learned: learned
      .filter((_, i) => history[i]!.kind === 'gap')
      .map(([became, stayed]) => [became / total, stayed / total]),
    logLikelihood: Math.log(total),
  }
}

const SOME: MendingHistory = [
  gap(7, 0.8),
  { kind: 'recall', recall: 'alone' },
  look(1, 5),
  gap(14),
  look(2, 2, { prompted: true }),
  gap(7, 0),
  { kind: 'recall', recall: 'not' },
  look(4, 5),
  gap(40, 1),
  look(1, 1),
]

describe('smoothing a history', () => {
  test('agrees with adding up every path of hidden states', () => {
    const ours = smooth(SOME, USUAL_MENDING, JUST_SETTLED)
    const paths = byAllPaths(SOME, USUAL_MENDING)
    expect(ours.logLikelihood).toBeCloseTo(paths.logLikelihood, 10)
    ours.mended.forEach((m, i) => expect(m).toBeCloseTo(paths.mended[i]!, 10))
    expect(ours.learned).toHaveLength(4)
    ours.learned.forEach(([became, stayed], i) => {
      expect(became).toBeCloseTo(paths.learned[i]![0]!, 10)
      expect(stayed).toBeCloseTo(paths.learned[i]![1]!, 10)
    })
  })

  // Two thousand events in a row: what is carried back is scaled at every step, or it would be nothing at all.
  test('holds out over a history of any length', () => {
    const long = Array.from({ length: 200 }, () => SOME).flat()
    const ours = smooth(long, USUAL_MENDING, JUST_SETTLED)
    expect(ours.mended.every((m) => m >= 0 && m <= 1)).toBe(true)
    const middle = ours.mended.slice(1000, 1010)
    const near = smooth(long.slice(900, 1100), USUAL_MENDING, JUST_SETTLED).mended.slice(100, 110)
    middle.forEach((m, i) => expect(m).toBeCloseTo(near[i]!, 5))
  })

  test('ends where the filter of the record ends', () => {
    const filtered = SOME.reduce((belief, event) => {
      if (event.kind === 'gap') return afterGap(belief, event.days, event.kept)
      return event.kind === 'look'
        ? afterLook(belief, event.look)
        : afterRecall(belief, event.recall)
    }, JUST_SETTLED)
    expect(smooth(SOME, USUAL_MENDING, JUST_SETTLED).mended.at(-1)).toBeCloseTo(filtered, 12)
  })
})

/** One fault from start to end as a model with these parameters would have it. */
function drawn(rng: Rng, p: MendingParameters, lessons: number): MendingHistory {
  let mended = false
  return Array.from({ length: lessons }).flatMap((): MendingEvent[] => {
    const kept = 0.3 + 0.7 * rng()
    if (!mended) mended = chance(rng, 1 - (1 - p.learn) ** kept)
    else if (chance(rng, 1 - (1 - p.forgetPerDay) ** 7)) mended = false
    const prompted = chance(rng, 0.4)
    const stays = mended ? 1 - p.slip : prompted ? p.guess.musicPrompted : p.guess.musicUnprompted
    const clean = [0, 1].filter(() => chance(rng, stays)).length
    return [gap(7, kept), look(clean, 2, { prompted })]
  })
}

function drawnStudio(seed: number, p: MendingParameters, faults: number) {
  const rng = seededRng(seed)
  return Array.from({ length: faults }, () => drawn(rng, p, 16))
}

const TRUTH: MendingParameters = {
  ...USUAL_MENDING,
  learn: 0.35,
  slip: 0.16,
  guess: { ...USUAL_MENDING.guess, musicPrompted: 0.7, musicUnprompted: 0.15 },
}

describe('learning from a studio', () => {
  test('with nothing seen nothing moves', () => {
    const fit = fitMending([], USUAL_MENDING, JUST_SETTLED)
    expect(fit.parameters.slip).toBeCloseTo(USUAL_MENDING.slip, 6)
    expect(fit.parameters.learn).toBeCloseTo(USUAL_MENDING.learn, 3)
    expect(fit.histories).toBe(0)
    // A look without a try is none.
    const empty = fitMending([[gap(0), look(0, 0)]], USUAL_MENDING, JUST_SETTLED)
    expect(empty.parameters).toEqual(fit.parameters)
    expect(empty.tries.musicUnprompted).toBe(0)
  })

  test('many faults come near the truth', () => {
    const { parameters } = fitMending(drawnStudio(5, TRUTH, 400), USUAL_MENDING, JUST_SETTLED)
    expect(Math.abs(parameters.slip - TRUTH.slip)).toBeLessThan(0.03)
    expect(Math.abs(parameters.learn - TRUTH.learn)).toBeLessThan(0.03)
    for (const kind of ['musicUnprompted', 'musicPrompted'] as const) {
      expect(Math.abs(parameters.guess[kind] - TRUTH.guess[kind])).toBeLessThan(0.03)
    }
  })

  test('one fault alone goes less than half of the way, over forty studios of one', () => {
    const fits = Array.from(
      { length: 40 },
      (_, seed) => fitMending(drawnStudio(seed, TRUTH, 1), USUAL_MENDING, JUST_SETTLED).parameters,
    )
    const way = (of: (p: MendingParameters) => number) => {
      const mean = fits.reduce((sum, p) => sum + of(p), 0) / fits.length
      return (mean - of(USUAL_MENDING)) / (of(TRUTH) - of(USUAL_MENDING))
    }
    for (const gone of [way((p) => p.slip), way((p) => p.guess.musicUnprompted)]) {
      expect(gone).toBeGreaterThan(0)
      expect(gone).toBeLessThan(0.5)
    }
  })

  // The top of the posterior, worked out another way: by adding up paths.
  test('no figure near the fitted ones is likelier', () => {
    const studio = [SOME, SOME.slice(3), SOME.slice(0, 8), SOME.slice(5)]
    const posterior = (p: MendingParameters) => {
      const pull = (now: number, then: number) =>
        PRIOR_TRIES * (then * Math.log(now) + (1 - then) * Math.log(1 - now))
      return (
        studio.reduce((sum, history) => sum + byAllPaths(history, p).logLikelihood, 0) +
        pull(p.slip, USUAL_MENDING.slip) +
        pull(p.learn, USUAL_MENDING.learn) +
        Object.values(p.guess).reduce(
          (sum, g, i) => sum + pull(g, Object.values(USUAL_MENDING.guess)[i]!),
          0,
        )
      )
    }
    const { parameters: best, rounds } = fitMending(studio, USUAL_MENDING, JUST_SETTLED)
    const top = posterior(best)
    expect(rounds.at(-1)!).toBeCloseTo(top, 6)
    expect(top).toBeGreaterThan(posterior(USUAL_MENDING))
    for (const by of [-0.01, 0.01]) {
      const { guess } = best
      const beside: readonly MendingParameters[] = [
        { ...best, slip: best.slip + by },
        { ...best, learn: best.learn + by },
        { ...best, guess: { ...guess, musicPrompted: guess.musicPrompted + by } },
        { ...best, guess: { ...guess, musicUnprompted: guess.musicUnprompted + by } },
      ]
      beside.forEach((p, i) => expect(posterior(p), `${i} by ${by}`).toBeLessThan(top))
    }
  })

  test('what was looked at counts by kind, two tries of a look at most', () => {
    const away = look(3, 4, { setting: 'away', prompted: true })
    const { tries, histories } = fitMending([SOME, [away]], USUAL_MENDING, JUST_SETTLED)
    expect(tries).toEqual({
      awayPrompted: 2,
      awayUnprompted: 0,
      musicPrompted: 2,
      musicUnprompted: 5,
    })
    expect(histories).toBe(2)
  })

  // Expectation and maximisation never makes the fit worse: Dempster, Laird and Rubin 1977, theorem 1.
  test('no round is worse than the one before', () => {
    const { rounds } = fitMending(drawnStudio(9, TRUTH, 40), USUAL_MENDING, JUST_SETTLED)
    expect(rounds.length).toBeGreaterThan(2)
    rounds.slice(1).forEach((fit, i) => expect(fit).toBeGreaterThanOrEqual(rounds[i]! - 1e-6))
  })

  test('what nobody looked at keeps the belief before', () => {
    const { parameters, tries } = fitMending(drawnStudio(3, TRUTH, 60), USUAL_MENDING, JUST_SETTLED)
    expect(parameters.guess.awayPrompted).toBeCloseTo(USUAL_MENDING.guess.awayPrompted, 10)
    expect(tries.awayPrompted).toBe(0)
    expect(tries.musicUnprompted).toBeGreaterThan(PRIOR_TRIES)
    expect(parameters.forgetPerDay).toBe(USUAL_MENDING.forgetPerDay)
  })
})
