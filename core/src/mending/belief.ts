/** How sure we may be that a fault is mended: a hidden two-state model filtered over looks and gaps. */

/** How a fault was looked at in a lesson. */
export interface Look {
  /** `in-music` covers a piece slowly, at tempo, unprompted and in performance. */
  readonly setting: 'away-from-music' | 'in-music'
  readonly prompted: boolean
  readonly clean: number
  readonly tries: number
}

/** Whether the student recalled the cue before it was said. */
export type Recall = 'alone' | 'hint' | 'not'

/** How easy a look is for a fault that is still there. */
export type GuessKind = 'awayPrompted' | 'awayUnprompted' | 'musicPrompted' | 'musicUnprompted'

/**
 * Parameters of the model, each a probability; the names follow Corbett and Anderson 1995. The values are
 * common practice without a published source; a pack may set its own, a studio learn them cautiously (`fitMending`).
 */
export interface MendingParameters {
  /** Mended by the next lesson when the dose was kept in full. */
  readonly learn: number
  /** A mended fault still shows in one try. */
  readonly slip: number
  /** An unmended fault stays away in one try, by how easy the look was. */
  readonly guess: Readonly<Record<GuessKind, number>>
  /** Forgetting per day without a look; 0.0025 is about a quarter lost over a long summer. */
  readonly forgetPerDay: number
}

/**
 * Figures of the mending model where neither pack nor studio has its own; common practice, no source.
 */
export const USUAL_MENDING: MendingParameters = {
  learn: 0.18,
  slip: 0.08,
  guess: {
    awayPrompted: 0.75,
    awayUnprompted: 0.55,
    musicPrompted: 0.55,
    musicUnprompted: 0.3,
  },
  forgetPerDay: 0.0025,
}

/** Tries of one sitting are not independent: more than this many tell no more. */
const TELLING_TRIES_MOST = 2

/** Share of the dose taken as kept when nothing is known. */
const KEPT_WHEN_UNKNOWN = 0.6

/** Which guess figure a look is judged by. */
export function guessKind({ setting, prompted }: Look): GuessKind {
  if (setting === 'in-music') return prompted ? 'musicPrompted' : 'musicUnprompted'
  return prompted ? 'awayPrompted' : 'awayUnprompted'
}

/** Probability that a fault still there stays away in one try of such a look. */
export function guessOf(look: Look, p: MendingParameters): number {
  return p.guess[guessKind(look)]
}

/** What one try of a look counts for; 0 when there were none. */
export function shareOfTries({ tries }: Look): number {
  return tries === 0 ? 0 : Math.min(tries, TELLING_TRIES_MOST) / tries
}

/** Weeks of practice between two lessons. Over a fortnight it is worth two weeks, but no more is counted. */
export function weeksOfPractice(gapDays: number, keptShare: number | null): number {
  const kept = Math.min(1, Math.max(0, keptShare ?? KEPT_WHEN_UNKNOWN))
  return kept * Math.min(2, Math.max(0, gapDays) / 7)
}

/** P(mended) just before a lesson: some was learned since the last one, some forgotten. */
export function afterGap(
  belief: number,
  gapDays: number,
  keptShare: number | null = null,
  p: MendingParameters = USUAL_MENDING,
): number {
  const learn = 1 - (1 - p.learn) ** weeksOfPractice(gapDays, keptShare)
  const forget = 1 - (1 - p.forgetPerDay) ** Math.max(0, gapDays)
  return belief * (1 - forget) + (1 - belief) * learn
}

/**
 * P(mended) after a look, by Bayes: k clean of n tries in either state (forward step, Rabiner 1989).
 * No tries leave it unchanged. @throws RangeError when more tries were clean than there were
 */
export function afterLook(
  belief: number,
  look: Look,
  p: MendingParameters = USUAL_MENDING,
): number {
  const { clean, tries } = look
  if (clean < 0 || clean > tries) throw new RangeError(`${clean} of ${tries} clean`)
  if (tries === 0) return belief
  const weight = shareOfTries(look)
  const guess = guessOf(look, p)
  const logRatio =
    weight *
    (clean * Math.log((1 - p.slip) / guess) + (tries - clean) * Math.log(p.slip / (1 - guess)))
  const odds = (belief / (1 - belief)) * Math.exp(logRatio)
  return odds / (1 + odds)
}

/** Likelihood ratio of a recalled cue, mended against not; common practice, no source. */
export const RECALL_RATIO: Readonly<Record<Recall, number>> = { alone: 1.5, hint: 1, not: 0.6 }

/** P(mended) after asking for the cue. */
export function afterRecall(belief: number, recall: Recall): number {
  const odds = (belief / (1 - belief)) * RECALL_RATIO[recall]
  return odds / (1 + odds)
}

/** P(mended) of a fault just settled: it is there. */
export const JUST_SETTLED = 0.03
