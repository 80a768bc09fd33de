/**
 * What an answer to a check means. It says what came of what was asked, and what else showed beside it; what it is
 * evidence of follows from that, and is never set by hand.
 */
import type { Check, CheckOutcome } from './knowledge'
import type { CheckEntry, FaultEntry, OutcomeEntry } from './packFile'
import { CAME } from './vocabulary'
import type { Came, Strength } from './vocabulary'

/** Signs that it is the instrument: they speak for every cause in it, and for no fault of the player. */
export const OF_INSTRUMENT = ['same-for-teacher', 'better-on-another'] as const
/** How often such a cause shows so, where the pack gives no number of its own: nearly always; common practice. */
const SAME_USUALLY = 0.9

type Says = Readonly<Record<string, Strength>>

/** What each says of the sign that was asked for; what could not be tried, or leaves it open, says nothing of it. */
const SAYS_OF: Readonly<Record<Came, Strength | null>> = {
  clearly: 'marked',
  partly: 'slight',
  not: 'absent',
  open: null,
}

/** The signs a check asks for, as a list. */
export function asksOf({ asks }: Pick<CheckEntry, 'asks'>): readonly string[] {
  return typeof asks === 'string' ? [asks] : asks
}

const cameOf = (came: OutcomeEntry['came'], sign: string): Came =>
  typeof came === 'string' ? came : (came[sign] ?? 'open')

/** What the answer is evidence of: the signs asked for, as far as they came or did not, and what else showed. */
export function saysOf(asks: readonly string[], { came, also = {} }: OutcomeEntry): Says {
  const asked = asks.flatMap((sign) => {
    const strength = SAYS_OF[cameOf(came, sign)]
    return strength === null ? [] : [[sign, strength] as const]
  })
  // Of what was asked only that speaks which says what came: left open, it is not told by the way either.
  const beside = Object.entries(also).filter(([sign]) => !asks.includes(sign))
  return Object.fromEntries([...beside, ...asked])
}

/** What a fault shows; a cause in the instrument also what tells of it whatever the instrument, where that is known. */
export function showsOf(
  { shows, not_the_player: instrument }: Pick<FaultEntry, 'shows' | 'not_the_player'>,
  findings: Readonly<Record<string, unknown>>,
): Readonly<Record<string, number>> {
  const told = instrument === true ? OF_INSTRUMENT.filter((sign) => sign in findings) : []
  return { ...Object.fromEntries(told.map((sign) => [sign, SAME_USUALLY])), ...shows }
}

/** Whether the answer says something of every sign the check asks for. */
export function isAnswered({ asks }: Pick<Check, 'asks'>, { says }: Pick<CheckOutcome, 'says'>) {
  return asks.every((sign) => sign in says)
}

function cameBy(strength: Strength | undefined): Came {
  return CAME.find((came) => SAYS_OF[came] === strength) ?? 'open'
}

/** The answer as it is written in a pack. */
export function writeOutcome(asks: readonly string[], label: string, says: Says): OutcomeEntry {
  const [first = '', ...others] = asks
  const came =
    others.length === 0
      ? cameBy(says[first])
      : Object.fromEntries(asks.map((sign) => [sign, cameBy(says[sign])]))
  const beside = Object.entries(says).flatMap(([sign, strength]) =>
    !asks.includes(sign) && (strength === 'marked' || strength === 'slight')
      ? [[sign, strength] as const]
      : [],
  )
  return { label, came, ...(beside.length > 0 ? { also: Object.fromEntries(beside) } : {}) }
}

/** A check as packs had it before answers said what came: each answer set its signs by hand. */
interface EarlierCheck {
  readonly outcomes: readonly { readonly label: string; readonly says: Says }[]
}

/** Signs of which every answer speaks: what the check asks. What only some mention was seen by the way. */
export function askedByAll(outcomes: readonly { readonly says: Says }[]): readonly string[] {
  const [first, ...others] = outcomes.map((o) => o.says)
  const always = Object.keys(first ?? {}).filter((id) => others.every((says) => id in says))
  return always.length > 0 ? always : Object.keys(first ?? {}).slice(0, 1)
}

/**
 * Answers of an earlier form in the form of today. One that called its own sign absent beside a second sign may have
 * meant that it came and something else showed, or that it could not be tried: it is no evidence until somebody says.
 */
export function outcomesAsNow<C extends EarlierCheck>(
  check: C,
): Omit<C, 'outcomes'> & Pick<CheckEntry, 'asks' | 'outcomes'> {
  const asked = askedByAll(check.outcomes)
  const [only = ''] = asked
  const outcomes = check.outcomes.map(({ label, says }): OutcomeEntry => {
    const beside = Object.keys(says).some((sign) => !asked.includes(sign))
    const unclear = beside && asked.some((sign) => says[sign] === 'absent')
    return unclear ? { label, came: 'open' } : writeOutcome(asked, label, says)
  })
  return { ...check, asks: asked.length === 1 ? only : asked, outcomes }
}
