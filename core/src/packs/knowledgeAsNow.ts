/** Knowledge as an earlier version of this program kept it, in the form of today. */
import type { Check, Knowledge, Remedy, Rung, SetupPoint } from './knowledge'
import { loadsOf } from './doing'
import { askedByAll } from './outcomes'
import { partsOf } from './setupParts'
import { BODY_PARTS } from './vocabulary'

type MaybeWithout<T, K extends keyof T> = Omit<T, K> & Partial<Pick<T, K>>

/** A point from when it was not said yet what its parts are. */
type KeptSetup = MaybeWithout<SetupPoint, 'parts' | 'lasts'> & {
  readonly otherwise?: string | null
  readonly ways?: readonly { readonly words: string; readonly finding: string }[]
}

function setupAsNow(kept: KeptSetup): SetupPoint {
  const { otherwise, ways = [], ...point } = kept
  const said = Object.fromEntries(ways.map((w) => [w.words, w.finding]))
  const parts =
    kept.parts ?? partsOf({ ask: kept.ask, ...(otherwise ? { otherwise } : {}), ways: said })
  return { ...point, parts, lasts: kept.lasts ?? false }
}

/** Knowledge from when it was not said yet what playing, a check and a rung load. */
export type KeptKnowledge = Omit<
  MaybeWithout<Knowledge, 'playing'>,
  'checks' | 'remedies' | 'setup'
> & {
  readonly setup: readonly KeptSetup[]
  readonly checks: readonly MaybeWithout<Check, 'loads' | 'asks' | 'does'>[]
  readonly remedies: readonly (Omit<Remedy, 'rungs'> & {
    readonly rungs: readonly MaybeWithout<Rung, 'loads'>[]
  })[]
}

/** Of what it loads nothing was said, so it is taken to load everything: a stop then holds it back. */
export function knowledgeAsNow(kept: KeptKnowledge): Knowledge {
  // What its answers said stays as they said it; only which sign they were asked for is found.
  const playing = kept.playing ?? BODY_PARTS
  const checks = kept.checks.map((c): Check => ({
    ...c,
    asks: c.asks ?? askedByAll(c.outcomes),
    // Who does what was not said: somebody plays.
    does: c.does ?? 'plays',
    loads: loadsOf(c.does ?? 'plays', playing, c.loads),
  }))
  const setup = kept.setup.map(setupAsNow)
  if (kept.playing !== undefined) return { ...kept, checks, setup } as Knowledge
  const { sound } = kept
  return {
    ...kept,
    sound: sound && {
      ...sound,
      by: sound.by && { ...sound.by, transpose: {}, fingering: {} },
    },
    playing: BODY_PARTS,
    setup,
    checks,
    remedies: kept.remedies.map((r) => ({
      ...r,
      loads: BODY_PARTS,
      rungs: r.rungs.map((rung) => ({ ...rung, loads: BODY_PARTS })),
    })),
  }
}
