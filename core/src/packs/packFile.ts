/** The written form of a pack: what the YAML holds, before it is put together with what it extends. */
import type { Clef, ExerciseSpec, FingeringKind, InstrumentSound, LeftHand } from '../music'
import type { Forbids, MeasuredBy } from './knowledge'
import type {
  Came,
  BodyPart,
  Condition,
  Doing,
  HealthFlag,
  Observed,
  Source,
  Stage,
  Strain,
  Strand,
  Strength,
  Way,
} from './vocabulary'

/** A finding as it is written in a pack. */
export interface FindingEntry {
  readonly text: string
  readonly strand: Strand
  readonly place: string
  readonly observed: Observed
  readonly aliases?: readonly string[]
  readonly leak?: number
  readonly stop?: { readonly part: BodyPart; readonly say: string }
  readonly by_check?: boolean
  readonly measured?: MeasuredBy
}

/** A fault as it is written in a pack. */
export interface FaultEntry {
  readonly name: string
  readonly strand: Strand
  readonly severity: number
  readonly not_the_player?: boolean
  /** The stage from which the technique is taught: before it, what is missing is no fault yet. */
  readonly taught_from?: Stage
  readonly taught_with?: string
  readonly prior: number | Readonly<Record<Stage, number>>
  readonly likelier?: readonly {
    readonly when: Readonly<Record<string, string>>
    readonly times: number
    readonly because: string
  }[]
  readonly shows: Readonly<Record<string, number>>
  readonly leads_to?: Readonly<Record<string, number>>
  readonly why: string
  readonly cautions?: readonly string[]
  readonly forbids?: Forbids
  readonly remedies: readonly string[]
  readonly cues?: readonly (string | { readonly words: string; readonly image: string })[]
  readonly source?: Source
}

type AvoidEntry = Readonly<Partial<Record<HealthFlag | Stage, string>>>

/** An answer to a check as it is written in a pack. */
export interface OutcomeEntry {
  readonly label: string
  /** What came of the sign asked for; of each, where it asks for several. */
  readonly came: Came | Readonly<Record<string, Came>>
  /** What else showed. */
  readonly also?: Readonly<Record<string, Extract<Strength, 'marked' | 'slight'>>>
}

/** A check as it is written in a pack. */
export interface CheckEntry {
  readonly name: string
  readonly do: string
  readonly minutes: number
  /** The sign it asks for, or the signs. */
  readonly asks: string | readonly string[]
  readonly outcomes: readonly OutcomeEntry[]
  readonly avoid?: AvoidEntry
  /** Who does what in it; the student plays where nothing is said. What it loads follows. */
  readonly does?: Doing
  /** Parts it loads besides; none is taken away. */
  readonly loads?: readonly BodyPart[]
  /** What it strains beside loading it. */
  readonly strain?: readonly Strain[]
}

/** A rung as it is written in a pack. */
export interface RungEntry {
  readonly name: string
  readonly do: string
  readonly way: Way
  readonly at: Condition
  readonly dose: {
    readonly times: number
    readonly minutes: number
    readonly tempo?: string
    readonly hands?: string
  }
  /** `4 of 5` or `5 in a row`. */
  readonly pass: string
  readonly avoid?: AvoidEntry
  /** Who does what in it, where the student does not play or, away from the instrument, nearly so. */
  readonly does?: Doing
  /** Parts it loads besides what follows from that; none is taken away. */
  readonly loads?: readonly BodyPart[]
  /** What it strains beside loading it. */
  readonly strain?: readonly Strain[]
  readonly school?: string
  readonly instead?: string
  /** The notes of what is done instead: `same` where they are the rung's own; none are printed where nothing is said. */
  readonly instead_notes?: ExerciseSpec | 'same'
  /** Practised in the same sitting as the rung before it, after that. */
  readonly together?: boolean
  /** How it is done at home, where `do` speaks of a second person. */
  readonly alone?: string
  /** The notes that are made for the student. */
  readonly notes?: ExerciseSpec
}

/** A remedy as it is written in a pack. */
export interface RemedyEntry {
  readonly name: string
  readonly aim: string
  /** Parts it loads beside what playing loads. */
  readonly loads?: readonly BodyPart[]
  readonly avoid?: AvoidEntry
  readonly rungs: readonly RungEntry[]
}

/** A gate as it is written in a pack. */
export interface GateEntry {
  readonly name: string
  readonly after?: readonly string[]
  readonly after_in?: Readonly<Record<string, readonly string[]>>
  readonly needs: readonly {
    readonly text: string
    readonly without: string
    readonly share: number
  }[]
  readonly prepare?: string
  readonly school?: string
}

/** What the instrument can be asked for, in written pitch; `by` where an equipment fact decides. */
export interface SoundEntry {
  readonly clef: Clef
  readonly lower_clef?: Clef
  readonly transpose?: number
  readonly low: string
  readonly high: string
  readonly home: string
  readonly key: string
  readonly family: InstrumentSound['family']
  readonly fingering?: FingeringKind
  readonly left?: LeftHand
  readonly kept_up?: boolean
  readonly by?: {
    readonly fact: string
    readonly low?: Readonly<Record<string, string>>
    readonly high?: Readonly<Record<string, string>>
    readonly transpose?: Readonly<Record<string, number>>
    readonly fingering?: Readonly<Record<string, FingeringKind>>
    readonly left?: Readonly<Record<string, LeftHand>>
  }
}

/** A point of the set-up as it is written in a pack. */
export interface SetupEntry {
  readonly ask: string
  /** What can be not right, each by itself, and the sign that says just this, where there is one. */
  readonly parts?: Readonly<Record<string, { readonly say: string; readonly sign?: string }>>
  /** Short for the only part of a question that asks for one thing: its sign. */
  readonly otherwise?: string
  /** As packs said before `parts`: the finding by the words for the way. */
  readonly ways?: Readonly<Record<string, string>>
  /** What is right before sound stays so while playing: a height, a distance. */
  readonly lasts?: boolean
  readonly number?: {
    readonly unit: 'cm' | 'degrees'
    readonly least: number
    readonly most: number
    readonly right?: readonly [number, number]
    readonly right_in?: Readonly<Record<string, readonly [number, number]>>
    readonly below?: string
    readonly above?: string
  }
  readonly grows?: boolean
}

/** A school as it is written in a pack. */
export interface SchoolEntry {
  readonly topic: string
  readonly name: string
  readonly reason: string
  readonly advice: string
  readonly usual?: boolean
}

/** Parameters of the mending model where a pack sets its own; see `MendingParameters`. */
export interface MendingSection {
  readonly learn: number
  readonly slip: number
  readonly guess: {
    readonly away_prompted: number
    readonly away_unprompted: number
    readonly music_prompted: number
    readonly music_unprompted: number
  }
  readonly forget_per_day: number
}

type Entries<T> = Readonly<Record<string, T>>

/** A pack as it is written; its form is checked against the schema. */
export interface PackFile {
  readonly pack: string
  readonly version: string
  /** `studio` holds what a studio adds to or changes in the instrument it extends. */
  readonly kind: 'base' | 'family' | 'instrument' | 'studio'
  readonly name: string
  readonly source: string
  readonly extends?: string
  readonly omit?: Readonly<Partial<Record<SectionName, readonly string[]>>>
  readonly equipment?: Entries<{ readonly ask: string; readonly answers: readonly string[] }>
  readonly sound?: SoundEntry
  readonly mending?: MendingSection
  readonly setup?: Entries<SetupEntry>
  readonly findings?: Entries<FindingEntry>
  readonly faults?: Entries<FaultEntry>
  readonly checks?: Entries<CheckEntry>
  readonly remedies?: Entries<RemedyEntry>
  readonly gates?: Entries<GateEntry>
  readonly schools?: Entries<SchoolEntry>
  readonly synonyms?: Readonly<Record<string, readonly string[]>>
  readonly cautions?: readonly string[]
  /** Parts that playing loads, beside those of the packs it extends. */
  readonly playing?: readonly BodyPart[]
  /** What to do in a group while a piece is not known yet; the nearest pack's holds. */
  readonly in_group?: string
}

/** Sections of a pack that hold entries by id. */
export const SECTIONS = [
  'equipment',
  'setup',
  'findings',
  'faults',
  'checks',
  'remedies',
  'gates',
  'schools',
] as const
/** The name of such a section. */
export type SectionName = (typeof SECTIONS)[number]
