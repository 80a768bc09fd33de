/** Puts an instrument's knowledge together from its pack and the packs it extends. */
import { loadsOf } from './doing'
import { asksOf, saysOf, showsOf } from './outcomes'
import { USUAL_MENDING } from '../mending'
import type { MendingParameters } from '../mending'
import { withoutOmitted } from './withoutOmitted'
import type {
  Check,
  Cue,
  Fault,
  Finding,
  Gate,
  Knowledge,
  PackSound,
  PassRule,
  Remedy,
  Rung,
  School,
  SetupPoint,
  Synonyms,
} from './knowledge'
import { missingFields } from './missingFields'
import type { MissingField } from './missingFields'
import { SECTIONS } from './packFile'
import type {
  CheckEntry,
  FaultEntry,
  FindingEntry,
  GateEntry,
  MendingSection,
  PackFile,
  RemedyEntry,
  RungEntry,
  SchoolEntry,
  SectionName,
  SetupEntry,
  SoundEntry,
} from './packFile'
import { partsOf } from './setupParts'
import { BODY_PARTS, STAGES } from './vocabulary'
import type { BodyPart, Stage } from './vocabulary'
import { parseWithin } from './within'

/** Leak of a finding whose pack states none: one lesson in twenty-five; common practice, no source. */
const USUAL_LEAK = 0.04

const PASS_PATTERN = /^(\d+) (?:of (\d+)|in a row)(?:, (.+))?$/

/**
 * `4 of 5` or `5 in a row`, and after a comma what has to be measured (`even within 8 %`); null for anything else, or more
 * clean tries asked than tries.
 */
export function parsePass(text: string): PassRule | null {
  const [, count, tries, asked] = PASS_PATTERN.exec(text) ?? []
  const within = asked === undefined ? undefined : parseWithin(asked)
  if (count === undefined || within === null) return null
  const clean = Number(count)
  const more = within ? { within } : {}
  if (tries === undefined) return clean > 0 ? { kind: 'in-a-row', clean, ...more } : null
  const of = Number(tries)
  return clean > 0 && clean <= of ? { kind: 'share', clean, of, ...more } : null
}

/** A name as an id: `Paper on the wall` is `paper-on-the-wall`. */
export function slug(name: string): string {
  return name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
}

type Merged = { [S in SectionName]: NonNullable<PackFile[S]> }

/** Later packs replace entries field by field and may leave inherited ones out. */
function mergeChain(chain: readonly PackFile[]): Merged {
  const merged: Record<string, Record<string, object>> = {}
  for (const section of SECTIONS) {
    const entries: Record<string, object> = {}
    for (const file of chain) {
      for (const id of file.omit?.[section] ?? []) Reflect.deleteProperty(entries, id)
      for (const [id, entry] of Object.entries(file[section] ?? {})) {
        entries[id] = { ...entries[id], ...(entry as object) }
      }
    }
    merged[section] = entries
  }
  return merged as Merged
}

/** Fields that are missing once the chain is put together; where there are any, it must not be resolved. */
export function gapsIn(chain: readonly PackFile[]): readonly MissingField[] {
  return missingFields(mergeChain(chain))
}

function toFinding([id, e]: [string, FindingEntry]): Finding {
  return {
    id,
    text: e.text,
    strand: e.strand,
    place: e.place,
    observed: e.observed,
    aliases: e.aliases ?? [],
    leak: e.leak ?? USUAL_LEAK,
    byCheckOnly: e.by_check ?? false,
    ...(e.stop ? { stop: e.stop } : {}),
    ...(e.measured ? { measured: e.measured } : {}),
  }
}

function everyStage(prior: number | Readonly<Record<Stage, number>>): Record<Stage, number> {
  if (typeof prior !== 'number') return prior
  return Object.fromEntries(STAGES.map((stage) => [stage, prior])) as Record<Stage, number>
}

function toCue(cue: string | Cue): Cue {
  return typeof cue === 'string' ? { words: cue } : cue
}

function toFault([id, e]: [string, FaultEntry], findings: Merged['findings']): Fault {
  return {
    id,
    name: e.name,
    strand: e.strand,
    severity: e.severity,
    ...(e.not_the_player === true ? { notThePlayer: true } : {}),
    ...(e.taught_from ? { taughtFrom: e.taught_from } : {}),
    ...(e.taught_with === undefined ? {} : { taughtWith: e.taught_with }),
    ...(e.forbids ? { forbids: e.forbids } : {}),
    prior: everyStage(e.prior),
    likelier: e.likelier ?? [],
    shows: showsOf(e, findings),
    leadsTo: e.leads_to ?? {},
    why: e.why,
    cautions: e.cautions ?? [],
    remedies: e.remedies,
    cues: (e.cues ?? []).map(toCue),
    source: e.source ?? 'common-practice',
  }
}

function toCheck([id, e]: [string, CheckEntry], playing: readonly BodyPart[]): Check {
  const asks = asksOf(e)
  return {
    id,
    name: e.name,
    instruction: e.do,
    minutes: e.minutes,
    asks,
    outcomes: e.outcomes.map((o) => ({
      id: slug(o.label),
      label: o.label,
      says: saysOf(asks, o),
    })),
    avoid: e.avoid ?? {},
    does: e.does ?? 'plays',
    loads: loadsOf(e.does ?? 'plays', playing, e.loads),
    ...(e.strain ? { strain: e.strain } : {}),
  }
}

/** Each part once, in the order of the body. */
function parts(...lists: readonly (readonly BodyPart[])[]): readonly BodyPart[] {
  const named = new Set(lists.flat())
  return BODY_PARTS.filter((part) => named.has(part))
}

function toRung(e: RungEntry, remedy: RemedyEntry, playing: readonly BodyPart[]): Rung {
  const pass = parsePass(e.pass)
  if (!pass) throw new RangeError(`pass rule not understood: ${e.pass}`)
  return {
    id: slug(e.name),
    name: e.name,
    instruction: e.do,
    way: e.way,
    condition: e.at,
    dose: e.dose,
    pass,
    avoid: e.avoid ?? {},
    ...(e.does ? { does: e.does } : {}),
    loads: loadsOf(e.does ?? (e.at === 'away' ? 'away' : 'plays'), playing, [
      ...(remedy.loads ?? []),
      ...(e.loads ?? []),
    ]),
    ...(e.strain ? { strain: e.strain } : {}),
    ...(e.school ? { school: e.school } : {}),
    ...(e.instead ? { instead: e.instead } : {}),
    ...(e.instead_notes ? { insteadNotes: e.instead_notes } : {}),
    ...(e.alone ? { alone: e.alone } : {}),
    ...(e.together === true ? { together: true } : {}),
    ...(e.notes ? { notes: e.notes } : {}),
  }
}

function toRemedy([id, e]: [string, RemedyEntry], playing: readonly BodyPart[]): Remedy {
  const rungs = e.rungs.map((rung) => toRung(rung, e, playing))
  return {
    id,
    name: e.name,
    aim: e.aim,
    loads: parts(e.loads ?? [], ...rungs.map((r) => r.loads)),
    avoid: e.avoid ?? {},
    rungs,
  }
}

function toGate([id, e]: [string, GateEntry]): Gate {
  return {
    id,
    name: e.name,
    after: e.after ?? [],
    afterIn: e.after_in ?? {},
    needs: e.needs,
    prepare: e.prepare ?? null,
    ...(e.school ? { school: e.school } : {}),
  }
}

function toSound(e: SoundEntry | undefined): PackSound | null {
  if (!e) return null
  const { clef, low, high, home, key, family } = e
  const lowerClef = e.lower_clef ?? null
  return {
    clef,
    lowerClef,
    transpose: e.transpose ?? 0,
    low,
    high,
    home,
    key,
    family,
    fingering: e.fingering ?? null,
    ...(e.left ? { left: e.left } : {}),
    ...(e.kept_up ? { keptUp: true } : {}),
    by: e.by
      ? {
          fact: e.by.fact,
          low: e.by.low ?? {},
          high: e.by.high ?? {},
          transpose: e.by.transpose ?? {},
          fingering: e.by.fingering ?? {},
          ...(e.by.left ? { left: e.by.left } : {}),
        }
      : null,
  }
}

function toMending(e: MendingSection | undefined): MendingParameters {
  if (!e) return USUAL_MENDING
  const { learn, slip, guess } = e
  return {
    learn,
    slip,
    guess: {
      awayPrompted: guess.away_prompted,
      awayUnprompted: guess.away_unprompted,
      musicPrompted: guess.music_prompted,
      musicUnprompted: guess.music_unprompted,
    },
    forgetPerDay: e.forget_per_day,
  }
}

function toSetup([id, e]: [string, SetupEntry]): SetupPoint {
  const { number } = e
  return {
    id,
    ask: e.ask,
    parts: partsOf(e),
    lasts: e.lasts ?? false,
    grows: e.grows ?? false,
    number: number
      ? {
          unit: number.unit,
          least: number.least,
          most: number.most,
          right: number.right ?? null,
          rightIn: number.right_in ?? {},
          below: number.below ?? null,
          above: number.above ?? null,
        }
      : null,
  }
}

function toSchool([id, e]: [string, SchoolEntry]): School {
  return { id, ...e, usual: e.usual ?? false }
}

/**
 * The pack's own version, with those of the packs it extends as build metadata (Semantic Versioning 2.0.0,
 * item 10): a record that names it names everything it rests on.
 */
function versionOf(named: PackFile, chain: readonly PackFile[]): string {
  const rest = chain.filter((f) => f !== named).map((file) => `${file.pack}.${file.version}`)
  return rest.length === 0 ? named.version : `${named.version}+${rest.join('.')}`
}

/**
 * Knowledge of the last pack of the chain, base first; what a studio adds to an instrument comes after it
 * and leaves it its name. The files are taken to be well-formed;
 * run `checkKnowledge` on the result for references that lead nowhere.
 * @throws RangeError on an empty chain or a pass rule that is not understood
 */
export function resolvePack(chain: readonly PackFile[]): Knowledge {
  const last = chain.findLast((file) => file.kind !== 'studio')
  if (!last) throw new RangeError('no pack given')
  const merged = mergeChain(chain)
  const playing = parts(...chain.map((file) => file.playing ?? []))
  const inGroup = chain.findLast((file) => file.in_group !== undefined)?.in_group
  const family = chain.findLast((file) => file.kind === 'family') ?? last
  return withoutOmitted(chain, {
    pack: { id: last.pack, version: versionOf(last, chain) },
    name: last.name,
    kind: last.kind === 'studio' ? 'instrument' : last.kind,
    family: family.pack,
    chain: chain.map((file) => ({ id: file.pack, version: file.version })),
    sound: toSound(chain.findLast((file) => file.sound !== undefined)?.sound),
    mending: toMending(chain.findLast((file) => file.mending !== undefined)?.mending),
    equipment: Object.entries(merged.equipment).map(([id, e]) => ({ id, ...e })),
    setup: Object.entries(merged.setup).map(toSetup),
    findings: Object.entries(merged.findings).map(toFinding),
    faults: Object.entries(merged.faults).map((e) => toFault(e, merged.findings)),
    checks: Object.entries(merged.checks).map((entry) => toCheck(entry, playing)),
    remedies: Object.entries(merged.remedies).map((entry) => toRemedy(entry, playing)),
    gates: Object.entries(merged.gates).map(toGate),
    schools: Object.entries(merged.schools).map(toSchool),
    synonyms: Object.assign({}, ...chain.map((file) => file.synonyms ?? {})) as Synonyms,
    cautions: [...new Set(chain.flatMap((file) => file.cautions ?? []))],
    playing,
    ...(inGroup === undefined ? {} : { inGroup }),
  })
}
