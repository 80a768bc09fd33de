/** Finds the tempo a student plays cleanly, by a transformed up–down staircase (Levitt, JASA 49, 1971). */

/** Clean tries in a row before the tempo rises; one that is not clean lowers it. */
export type StaircaseRule = 'two-up' | 'three-up'

/** Share of clean tries the staircase settles at: 2-down-1-up at √½, 3-down-1-up at ∛½ (Levitt 1971). */
export const SETTLES_AT: Readonly<Record<StaircaseRule, number>> = {
  'two-up': Math.SQRT1_2,
  'three-up': 0.5 ** (1 / 3),
}

const CLEAN_ASKED: Readonly<Record<StaircaseRule, number>> = { 'two-up': 2, 'three-up': 3 }

/** A staircase under way: its rule, its tempo, its turns. */
export interface Staircase {
  readonly rule: StaircaseRule
  readonly bpm: number
  /** Ratio from one tempo to the next, above 1. */
  readonly ratio: number
  readonly cleanInARow: number
  /** The way the last change went; null before the first. */
  readonly going: 'faster' | 'slower' | null
  /** Tempos at which the way turned. */
  readonly turns: readonly number[]
  readonly tries: number
}

/** Ratios: coarse until the second turn, fine after; 8 % is the largest step in common practice. */
const COARSE = 1.16
const FINE = 1.08
const FINE_AFTER_TURNS = 2
/** Turns after which the tempo is known well enough for a lesson. */
export const TURNS_ENOUGH = 6
const SLOWEST = 20
const FASTEST = 300

/** A staircase at its first tempo. */
export function startStaircase(bpm: number, rule: StaircaseRule = 'two-up'): Staircase {
  return { rule, bpm, ratio: COARSE, cleanInARow: 0, going: null, turns: [], tries: 0 }
}

function moved(s: Staircase, way: 'faster' | 'slower'): Staircase {
  const turned = s.going !== null && s.going !== way
  const turns = turned ? [...s.turns, s.bpm] : s.turns
  const ratio = turns.length >= FINE_AFTER_TURNS ? FINE : COARSE
  const next = way === 'faster' ? s.bpm * ratio : s.bpm / ratio
  const bpm = Math.min(FASTEST, Math.max(SLOWEST, next))
  return { ...s, bpm, ratio, going: way, turns, cleanInARow: 0 }
}

/** After one try at the present tempo. */
export function tryAt(s: Staircase, clean: boolean): Staircase {
  const tried = { ...s, tries: s.tries + 1 }
  if (!clean) return moved(tried, 'slower')
  const cleanInARow = s.cleanInARow + 1
  return cleanInARow >= CLEAN_ASKED[s.rule] ? moved(tried, 'faster') : { ...tried, cleanInARow }
}

/**
 * The clean tempo: geometric mean of the turns after the coarse ones, an even number of them; null until
 * there are enough.
 */
export function cleanTempo(s: Staircase): number | null {
  if (s.turns.length < TURNS_ENOUGH) return null
  const fine = s.turns.slice(FINE_AFTER_TURNS)
  const even = fine.slice(fine.length % 2)
  return Math.exp(even.reduce((sum, bpm) => sum + Math.log(bpm), 0) / even.length)
}
