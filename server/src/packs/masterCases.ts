/** Cases told by a master teacher, and how the packs fare with them: words as they are typed, and the fault behind them. */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { diagnose, stoppedBySigns } from '@vein-mend/core/diagnosis'
import type { Diagnosis, Sign } from '@vein-mend/core/diagnosis'
import { isAnswered } from '@vein-mend/core/packs'
import { hearPhrase } from '@vein-mend/core/phrases'
import type { Heard } from '@vein-mend/core/phrases'
import type { Check, Fault, Finding, Knowledge, StudentFacts } from '@vein-mend/core/packs'
import { parse } from 'yaml'

/** A case as it is told; signs and faults by their ids, those that no pack has yet too. */
export interface MasterCase {
  readonly pack: string
  readonly story: string
  readonly say: readonly { readonly typed: string; readonly sign: string }[]
  readonly fault: string
  /** Checks a good teacher would do first; any of them. */
  readonly first: readonly string[]
  readonly trap?: 'upstream' | 'two' | 'contrary' | 'overruled' | 'instrument'
}

export interface MasterCases {
  readonly cases: readonly MasterCase[]
  /** Words of harm as they are typed. */
  readonly harm: readonly string[]
}

export function readMasterCases(folder: string): MasterCases {
  return parse(readFileSync(join(folder, 'master-cases.yml'), 'utf8')) as MasterCases
}

/** How typed words fare: shares from 0 to 1. */
export interface WordFigures {
  readonly phrases: number
  readonly first: number
  readonly firstThree: number
  readonly nothing: number
  /** Words of harm, over all instruments, that raise a stop before anything else. */
  readonly harmRaised: number
  /** Other phrases that raise one without reason. */
  readonly harmWrongly: number
}

export interface Missed {
  readonly pack: string
  readonly typed: string
  readonly sign: string
  readonly found: readonly string[]
}

type Packs = ReadonlyMap<string, Knowledge>

/** @throws RangeError when the case is of an instrument nobody knows */
function packOf(packs: Packs, c: MasterCase): Knowledge {
  const k = packs.get(c.pack)
  if (!k) throw new RangeError(`no pack ${c.pack}`)
  return k
}

/** One list for each instrument, so that its index is made once. */
const NOTABLE = new WeakMap<Knowledge, readonly Finding[]>()

function notable(k: Knowledge): readonly Finding[] {
  const known = NOTABLE.get(k) ?? k.findings.filter((f) => !f.byCheckOnly)
  NOTABLE.set(k, known)
  return known
}

/** What is heard in words typed in a lesson. */
export function heardIn(k: Knowledge, typed: string): Heard {
  return hearPhrase(notable(k), typed, { synonyms: k.synonyms ?? {} })
}

/** What the sign line finds for words typed in a lesson. */
export function foundBy(k: Knowledge, typed: string): readonly string[] {
  return heardIn(k, typed).signs.map((f) => f.id)
}

function isStop(k: Knowledge, id: string | undefined): boolean {
  return k.findings.some((f) => f.id === id && f.stop !== undefined)
}

const share = (list: readonly boolean[]) => list.filter(Boolean).length / Math.max(1, list.length)

/** Figures of all typed words, with what was missed. */
export function judgeWords(
  packs: Packs,
  { cases, harm }: MasterCases,
): { readonly figures: WordFigures; readonly missed: readonly Missed[] } {
  const typed = cases.flatMap((c) =>
    c.say.map((s) => {
      const k = packOf(packs, c)
      const found = foundBy(k, s.typed)
      const told = isStop(k, found[0]) && !isStop(k, s.sign)
      return { pack: c.pack, ...s, found, place: found.indexOf(s.sign), told }
    }),
  )
  const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')
  const raised = instruments.flatMap((k) => harm.map((w) => isStop(k, foundBy(k, w)[0])))
  return {
    figures: {
      phrases: typed.length,
      first: share(typed.map((t) => t.place === 0)),
      firstThree: share(typed.map((t) => t.place >= 0 && t.place < 3)),
      nothing: share(typed.map((t) => t.found.length === 0)),
      harmRaised: share(raised),
      harmWrongly: share(typed.map((t) => t.told)),
    },
    missed: typed.filter((t) => t.place < 0 || t.place > 2),
  }
}

/** How the cases themselves fare: shares from 0 to 1. */
export interface CaseFigures {
  readonly cases: number
  /** The check offered first is one a good teacher would do. */
  readonly firstCheck: number
  /** The true fault stands first after at most two checks, each the first offered and answered as the case has it. */
  readonly faultFirst: number
}

/** What a check shows in a student who has this fault and no other: of each outcome's signs the likeliest. */
function answered(check: Check, k: Knowledge, fault: string): readonly Sign[] {
  const shows = k.faults.find((f) => f.id === fault)?.shows ?? {}
  const leak = (id: string) => k.findings.find((f) => f.id === id)?.leak ?? 0
  const likelihood = (says: Readonly<Record<string, string>>) =>
    Object.entries(says).reduce((p, [id, strength]) => {
      const present = shows[id] ?? leak(id)
      return p * (strength === 'absent' ? 1 - present : present)
    }, 1)
  const answers = check.outcomes.filter((o) => isAnswered(check, o))
  const best = answers.reduce((a, b) => (likelihood(b.says) > likelihood(a.says) ? b : a))
  return Object.entries(best.says).map(([finding, strength]) => ({ finding, strength }))
}

const CHECKS_MOST = 2
/** Told of a case whose cause is not the player, whatever part of the instrument it is. */
const NOT_THE_PLAYER = 'it-is-the-instrument'

function isMeant(fault: Fault | undefined, c: MasterCase): boolean {
  return fault?.id === c.fault || (c.fault === NOT_THE_PLAYER && fault?.notThePlayer === true)
}

/** The fault the student of the case has: of those that are meant the one its signs speak for most. */
function behindIt(k: Knowledge, c: MasterCase, diagnosis: Diagnosis): string {
  return diagnosis.rivals.find((r) => isMeant(r.fault, c))?.fault.id ?? c.fault
}

function judged(k: Knowledge, c: MasterCase, facts: StudentFacts) {
  const noted: Sign[] = c.say.flatMap(({ sign }) =>
    k.findings.some((f) => f.id === sign) ? [{ finding: sign, strength: 'marked' as const }] : [],
  )
  const ask = (signs: readonly Sign[], done: readonly string[]) =>
    diagnose({
      ...{ knowledge: k, facts, known: new Map(), signs, answered: done },
      stopped: stoppedBySigns(k, signs),
    })
  let signs: readonly Sign[] = [...new Map(noted.map((s) => [s.finding, s])).values()]
  const done: string[] = []
  let diagnosis = ask(signs, done)
  const first = diagnosis.checks.ranked[0]?.check.id ?? null
  const leads = () => isMeant(diagnosis.rivals[0]?.fault, c)
  const behind = behindIt(k, c, diagnosis)
  for (let i = 0; i < CHECKS_MOST && !leads(); i++) {
    const next = diagnosis.checks.ranked[0]?.check
    if (!next) break
    done.push(next.id)
    signs = [...signs, ...answered(next, k, behind)]
    diagnosis = ask(signs, done)
  }
  return { first, right: leads() }
}

/** Figures of all cases, with the ones that fared badly. */
export function judgeCases(packs: Packs, { cases }: MasterCases, facts: StudentFacts) {
  const all = cases.map((c) => ({ c, ...judged(packOf(packs, c), c, facts) }))
  const figures: CaseFigures = {
    cases: all.length,
    firstCheck: share(all.map((x) => x.first !== null && x.c.first.includes(x.first))),
    faultFirst: share(all.map((x) => x.right)),
  }
  return { figures, bad: all.filter((x) => !x.right || !x.c.first.includes(x.first ?? '')) }
}
