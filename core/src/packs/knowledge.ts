/** Knowledge of one instrument, resolved from its pack and the packs it extends. */
import type { MendingParameters } from '../mending'
import type { ExerciseSpec, FingeringKind, InstrumentSound, LeftHand } from '../music'
import type { Side } from '../measure'
import type { AnyMeasure } from '../analysers'
import type { Within } from './within'
import type {
  Doing,
  AgeBand,
  BodyPart,
  Condition,
  HealthFlag,
  Observed,
  Source,
  Stage,
  Strain,
  Strand,
  Strength,
  Way,
} from './vocabulary'

/** Names a version of a pack, and what it holds. */
export interface PackRef {
  readonly id: string
  readonly version: string
  /** Hash of what the version holds; absent where a record is older than these hashes. */
  readonly digest?: string
}

/** Something seen, heard, felt, measured or asked; not yet a fault. */
export interface Finding {
  readonly id: string
  readonly text: string
  readonly strand: Strand
  readonly place: string
  readonly observed: Observed
  readonly aliases: readonly string[]
  /** Probability of seeing it though no listed fault is there, (0, 1). */
  readonly leak: number
  /** Playing stops and the student is referred when this is reported. */
  readonly stop?: { readonly part: BodyPart; readonly say: string }
  /** Only ever the outcome of a check, so not offered when signs are typed. */
  readonly byCheckOnly: boolean
  /** A measure that speaks for it, where there is one. */
  readonly measured?: MeasuredBy
}

/** From which value of which measure on a sign is there. */
export interface MeasuredBy {
  readonly by: AnyMeasure
  readonly side: Side
  readonly at: number
  /** Told only of takes in which a crossing was asked, or only of those in which none was. */
  readonly crossing?: boolean
  /**
   * The value counts by how far it lies from the student's own usual one: what differs between instruments, rooms and
   * microphones. Times as many count by their ratio less one.
   */
  readonly against?: 'own'
  /**
   * The measure is one half of what the sign says ("sharp and thin"): without it the sign is not there, with it the ear
   * has to say the other half.
   */
  readonly half?: boolean
  /** Told only beside a slower take of the same rung and lesson in which it is not there. */
  readonly slower?: boolean
  readonly source: string
}

/** Multiplies a prior's odds for students to whom it applies. */
export interface Likelier {
  readonly when: Readonly<Record<string, string>>
  readonly times: number
  readonly because: string
}

/** A few words for a movement, and the picture behind them. */
export interface Cue {
  readonly words: string
  readonly image?: string
}

/** What a caution forbids, so that no remedy asks for it. */
export interface Forbids {
  readonly strain?: readonly Strain[]
  /** Longest turn, minutes. */
  readonly minutes?: number
}

/** The mechanism that is wrong. */
export interface Fault {
  readonly id: string
  readonly name: string
  readonly strand: Strand
  /** 1 a blemish … 5 stops the playing or may do harm. */
  readonly severity: number
  /** The instrument, its reed or its strings: nothing the player could practise away. */
  readonly notThePlayer?: boolean
  /** The stage from which the technique is taught; from the first where nothing is said. */
  readonly taughtFrom?: Stage
  /** The gate of the technique: while the teacher holds it shut, it is not taught. */
  readonly taughtWith?: string
  /** Share of students of the stage who have it when they are looked at, (0, 1). */
  readonly prior: Readonly<Record<Stage, number>>
  readonly likelier: readonly Likelier[]
  /** Probability that it alone brings each finding out, (0, 1]. */
  readonly shows: Readonly<Record<string, number>>
  /** Faults it drives, with how strongly, (0, 1]. */
  readonly leadsTo: Readonly<Record<string, number>>
  readonly why: string
  readonly cautions: readonly string[]
  /** What its cautions forbid: no rung of its remedies does it. */
  readonly forbids?: Forbids
  readonly remedies: readonly string[]
  readonly cues: readonly Cue[]
  readonly source: Source
}

/** Why a student with the flag, or of the stage, is not given something. */
export type Avoid = Readonly<Partial<Record<HealthFlag | Stage, string>>>

/** One way a check can end, and what it says of which findings; nothing where it could not be tried. */
export interface CheckOutcome {
  readonly id: string
  readonly label: string
  readonly says: Readonly<Record<string, Strength>>
}

/** A small test, done on the spot, whose outcome separates rival faults. */
export interface Check {
  readonly id: string
  readonly name: string
  readonly instruction: string
  readonly minutes: number
  /** The signs it asks for; an answer may say nothing of them. */
  readonly asks: readonly string[]
  readonly outcomes: readonly CheckOutcome[]
  readonly avoid: Avoid
  readonly does: Doing
  /** Parts that doing it loads. */
  readonly loads: readonly BodyPart[]
  /** What it strains besides; nothing where nothing is said. */
  readonly strain?: readonly Strain[]
}

/** How often and how long a rung is played, and at which tempo. */
export interface Dose {
  readonly times: number
  readonly minutes: number
  readonly tempo?: string
  readonly hands?: string
}

/** When a rung is passed. */
export type PassRule = (
  | { readonly kind: 'share'; readonly clean: number; readonly of: number }
  | { readonly kind: 'in-a-row'; readonly clean: number }
) & {
  /** A try is clean when it was played in and measured so; absent where the ear says. */
  readonly within?: Within
}

/** One exercise of a remedy. */
export interface Rung {
  readonly id: string
  readonly name: string
  readonly instruction: string
  readonly way: Way
  readonly condition: Condition
  readonly dose: Dose
  readonly pass: PassRule
  readonly avoid: Avoid
  /** Who does what in it, where the pack says so. */
  readonly does?: Doing
  /** Parts that doing it loads. */
  readonly loads: readonly BodyPart[]
  /** What it strains besides; nothing where nothing is said. */
  readonly strain?: readonly Strain[]
  /** Used only where the student's school for the topic is this one. */
  readonly school?: string
  /** What is done in its place by students who must avoid it. */
  readonly instead?: string
  /** The notes of what is done in its place: its own, the same, or none where nothing is said. */
  readonly insteadNotes?: ExerciseSpec | 'same'
  /** Practised in the same sitting as the rung before it, after that. */
  readonly together?: boolean
  /** How it is done at home, where it says what a second person does. */
  readonly alone?: string
  /** The notes that are made for the student. */
  readonly notes?: ExerciseSpec
}

/** A way to mend faults: an aim, and rungs from easiest to hardest. */
export interface Remedy {
  readonly id: string
  readonly name: string
  readonly aim: string
  /** Parts that any of its rungs loads. */
  readonly loads: readonly BodyPart[]
  readonly avoid: Avoid
  readonly rungs: readonly Rung[]
}

/** What has to hold most of the time before a gate opens. */
export interface GateNeed {
  readonly text: string
  /** The finding whose absence is the evidence. */
  readonly without: string
  /** Share of recent lessons, lower bound, (0, 1]. */
  readonly share: number
}

/** A technique a student is ready for only when its needs hold most of the time. */
export interface Gate {
  readonly id: string
  readonly name: string
  readonly after: readonly string[]
  /** What comes before it where a school orders it otherwise, by school. */
  readonly afterIn: Readonly<Record<string, readonly string[]>>
  readonly needs: readonly GateNeed[]
  /** What is done at home to get ready for it, as said to the student; null where the needs speak for themselves. */
  readonly prepare: string | null
  readonly school?: string
}

/** A tradition that orders or does things differently from another. */
export interface School {
  readonly id: string
  readonly topic: string
  readonly name: string
  readonly reason: string
  readonly usual: boolean
  readonly advice: string
}

/** Something of the instrument or chair that changes a diagnosis, with its answers. */
export interface EquipmentFact {
  readonly id: string
  readonly ask: string
  readonly answers: readonly string[]
}

/** The instrument's sound, and how equipment narrows it. */
export interface PackSound extends InstrumentSound {
  /** Tonic of the first exercises, without octave. */
  readonly key: string
  readonly by: {
    readonly fact: string
    readonly low: Readonly<Record<string, string>>
    readonly high: Readonly<Record<string, string>>
    /** Semitones from written to sounding, and the fingering, by the answer. */
    readonly transpose: Readonly<Record<string, number>>
    readonly fingering: Readonly<Record<string, FingeringKind>>
    /** What the left hand plays on, by the answer. */
    readonly left?: Readonly<Record<string, LeftHand>>
  } | null
}

/** Everyday words with the words of the pack that they stand for. */
export type Synonyms = Readonly<Record<string, readonly string[]>>

/** Everything that is known of one instrument, put together from its packs. */
export interface Knowledge {
  readonly pack: PackRef
  readonly name: string
  readonly kind: 'base' | 'family' | 'instrument'
  readonly family: string
  /** The packs it was put together from, base first. */
  readonly chain: readonly PackRef[]
  /** Of the mending model: the nearest pack's in the chain. */
  readonly mending: MendingParameters
  /** Null for a family, and for an instrument whose notes are not known. */
  readonly sound: PackSound | null
  readonly equipment: readonly EquipmentFact[]
  readonly findings: readonly Finding[]
  readonly faults: readonly Fault[]
  readonly checks: readonly Check[]
  readonly remedies: readonly Remedy[]
  readonly gates: readonly Gate[]
  readonly schools: readonly School[]
  readonly setup: readonly SetupPoint[]
  /** How people say what the signs say; older knowledge has none. */
  readonly synonyms?: Synonyms
  readonly cautions: readonly string[]
  /** Parts that playing the instrument loads, whatever is played. */
  readonly playing: readonly BodyPart[]
  /** What to do in a group while a piece is not known yet; older knowledge does not say. */
  readonly inGroup?: string
}

/** A number that can be taken at a point of the set-up. */
export interface SetupNumber {
  readonly unit: 'cm' | 'degrees'
  readonly least: number
  readonly most: number
  /** From and to, where anything is right or wrong for everybody. */
  readonly right: readonly [number, number] | null
  /** The same where a school wants it otherwise, by school. */
  readonly rightIn: Readonly<Record<string, readonly [number, number]>>
  /** The finding when it is below what is right, and when it is above. */
  readonly below: string | null
  readonly above: string | null
}

/** One thing that can be not right at a point of the set-up. */
export interface SetupPart {
  readonly id: string
  readonly say: string
  /** The finding that says just this; null where none does: it is kept then, and is evidence of nothing. */
  readonly finding: string | null
}

/** One point of the set-up check before sound. */
export interface SetupPoint {
  readonly id: string
  readonly ask: string
  /** What can be not right, each by itself: which, is asked where there are several. Empty for a point that is only measured. */
  readonly parts: readonly SetupPart[]
  /**
   * What is right before sound stays so while playing, as a height or a distance does: only then is it evidence that
   * something is not there, and only then does a gate count it.
   */
  readonly lasts: boolean
  readonly number: SetupNumber | null
  /** Has to be fitted again as a child grows. */
  readonly grows: boolean
}

/** What is known of a student when knowledge is applied to them. */
export interface StudentFacts {
  readonly stage: Stage
  readonly ageBand: AgeBand
  readonly flags: readonly HealthFlag[]
  /** Parts that were hurt before; none where nobody said which. */
  readonly injured?: readonly BodyPart[]
  readonly equipment: Readonly<Record<string, string>>
  /** The school that holds for each topic; see `schoolsFor`. */
  readonly schools: Readonly<Record<string, string>>
  /** Gates the teacher holds shut; none where nothing is said. */
  readonly shutGates?: readonly string[]
}
