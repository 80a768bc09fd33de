/** Tempo steps from what is clean to what is wanted, and how they are climbed. */

/** Largest step from one tempo to the next: 8 %, common practice. */
export const LARGEST_STEP = 1.08

/** Failures in a row after which the tempo steps down; common practice. */
export const FAILURES_BEFORE_DOWN = 2

/**
 * Tempos from the clean one to the target, both included, in equal ratios of at most 8 %. A target that is
 * reached already gives the target alone.
 * @throws RangeError on a tempo that is not above 0
 */
export function tempoSteps(clean: number, target: number): readonly number[] {
  if (!(clean > 0) || !(target > 0)) throw new RangeError(`${clean} to ${target} is no tempo`)
  if (target <= clean) return [target]
  const count = Math.ceil(Math.log(target / clean) / Math.log(LARGEST_STEP) - 1e-9)
  const ratio = (target / clean) ** (1 / count)
  return Array.from({ length: count + 1 }, (_, i) => clean * ratio ** i)
}

/** Where a student is on the way from clean to target tempo. */
export interface TempoClimb {
  readonly clean: number
  readonly target: number
  /** Place on the steps. */
  readonly at: number
  readonly failures: number
}

/** The climb at its foot; beats per minute. */
export function startClimb(clean: number, target: number): TempoClimb {
  return { clean, target, at: 0, failures: 0 }
}

/** One try: clean goes one tempo up, two that are not go one down. */
export function climb(tempo: TempoClimb, clean: boolean): TempoClimb {
  const last = tempoSteps(tempo.clean, tempo.target).length - 1
  if (clean) return { ...tempo, at: Math.min(last, tempo.at + 1), failures: 0 }
  const failures = tempo.failures + 1
  if (failures < FAILURES_BEFORE_DOWN) return { ...tempo, failures }
  return { ...tempo, at: Math.max(0, tempo.at - 1), failures: 0 }
}

/** The tempo to play at now, beats per minute. */
export function tempoNow(tempo: TempoClimb): number {
  return tempoSteps(tempo.clean, tempo.target)[tempo.at] ?? tempo.clean
}
