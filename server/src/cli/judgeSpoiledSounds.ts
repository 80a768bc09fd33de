/** Rungs with notes of winds, strings and keys, sounded clean and spoiled in every way we know: what is told all the same. */
import { mayTell } from '@vein-mend/core/analysers'
import { pick, seededRng } from '@vein-mend/core/kit'
import type { Rng } from '@vein-mend/core/kit'
import { ratioOf } from '@vein-mend/core/measure'
import type { Finding, Knowledge, StudentFacts } from '@vein-mend/core/packs'
import { rungExercise } from '@vein-mend/core/remedy'
import { askedOf, asksCrossing, momentsOf } from '@vein-mend/core/timing'
import type { AskedNote } from '@vein-mend/core/timing'
import { measureTone, rangeOfInstrument, soundingOf } from '@vein-mend/core/tone'
import type { ChannelTrace, Tone, ToneAsked } from '@vein-mend/core/tone'
import { againstOwn } from '@vein-mend/core/takes'
import { Mono } from '../measuring/mono'
import { isRoll } from '../usecases/askedRung'
import { BODIES_THERE, PLAYER_RATE, soundedClean } from './soundPlayers'
import type { SoundAsked } from './soundPlayers'
import { SOUND_SPOILERS } from './soundSpoilers'
import type { SoundSpoiler } from './soundSpoilers'
import { TOLD_FROM } from './judgeSpoiled'

const A4 = 440
/** Longer rungs are as good, and cost more, seconds. */
const LONGEST_S = 14

interface Rung {
  readonly name: string
  readonly take: SoundAsked
  readonly asked: ToneAsked
  readonly tells: readonly Finding[]
}

/** Signs that sound tells without a slower take beside; some against what is usual for the student. */
function tellsOf(knowledge: Knowledge, crossing: boolean): readonly Finding[] {
  return knowledge.findings.filter(
    ({ measured: m }) =>
      m !== undefined &&
      mayTell('tone', m.by) &&
      m.slower !== true &&
      m.half !== true &&
      (m.crossing === undefined || m.crossing === crossing),
  )
}

const isLine = (notes: readonly AskedNote[]) => momentsOf(notes).every((m) => m.notes.length === 1)

function rungsOf(packs: readonly Knowledge[], facts: StudentFacts): readonly Rung[] {
  return packs.flatMap((knowledge) => {
    const { sound } = knowledge
    if (!sound) return []
    const sounding = soundingOf(sound)
    return knowledge.remedies.flatMap((remedy) =>
      remedy.rungs.flatMap((rung): Rung[] => {
        const exercise = rung.notes ? rungExercise(rung, knowledge, facts, {}) : null
        if (!exercise || isRoll(exercise)) return []
        const notes = askedOf(exercise)
        const last = notes.at(-1)?.beat ?? 0
        const tooLong = ((last + 2) * 60) / exercise.tempo > LONGEST_S
        if (tooLong || notes.length === 0 || !isLine(notes)) return []
        const tells = tellsOf(knowledge, asksCrossing(notes))
        if (tells.length === 0) return []
        const asked = { notes, sounding, a4: A4, range: rangeOfInstrument(sound, A4) }
        const take = { asked: notes, tempo: exercise.tempo, sounding, a4: A4, body: 0 }
        return [{ name: `${knowledge.pack.id}/${rung.id}`, take, asked, tells }]
      }),
    )
  })
}

interface HeardTake extends Tone {
  readonly channels: ChannelTrace | null
}

/** As a recording is read and measured: all channels as one. */
function heard(channels: readonly Float32Array[], { asked }: Rung): HeardTake {
  const mono = new Mono(PLAYER_RATE, 0, Number.MAX_SAFE_INTEGER)
  mono.add(channels)
  const { sound, channels: trace } = mono.read
  return { ...measureTone(sound, asked), channels: trace }
}

type AnyMeasure = Tone['measures'][number]

const named = (measures: readonly AnyMeasure[], name: string | undefined) =>
  measures.find((m) => m.name === name)

/** Names of measures by which a sign is told that is not there. */
function falselyTold(
  measures: readonly AnyMeasure[],
  usual: readonly AnyMeasure[],
  { tells }: Rung,
  spoiler: SoundSpoiler,
): readonly AnyMeasure[] {
  return tells.flatMap(({ measured }) => {
    const found = named(measures, measured?.by)
    if (!measured || !found || spoiler.moves.includes(found.name)) return []
    if (measured.against !== 'own') return ratioOf(found, measured) >= TOLD_FROM ? [found] : []
    const own = named(usual, measured.by)
    if (!own) return []
    const against = againstOwn(found, own.value)
    return ratioOf(against, measured, 0) >= TOLD_FROM ? [found] : []
  })
}

const sayMeasure = ({ name, value, low, high }: AnyMeasure) =>
  `${name} ${value.toFixed(2)} [${low.toFixed(2)}, ${high.toFixed(2)}]`

/** What came of all recordings with one spoiler in them. */
export interface SpoiledSoundRow {
  readonly spoiler: string
  readonly takes: number
  /** Takes of which something was told that is not there. */
  readonly falselyTold: number
  /** By what, with how many takes. */
  readonly by: Readonly<Record<string, number>>
  /** Takes in which something was set apart, moved, put right or said to stand in the way. */
  readonly named: number
  /** Takes in which a measure was taken that the spoiler makes impossible; null where it makes none so. */
  readonly leaks: number | null
}

interface JudgedTake {
  readonly told: readonly AnyMeasure[]
  readonly leaks: boolean
  /** Something was set apart, moved, put right or said to stand in the way. */
  readonly said: boolean
}

/** One take with a spoiler in it; null where it cannot be done to these notes. */
function judgeTake(spoiler: SoundSpoiler, rung: Rung, rng: Rng): JudgedTake | null {
  const take = { ...rung.take, body: Math.floor(rng() * BODIES_THERE) }
  const channels = spoiler.record(take, rng)
  if (!channels) return null
  const compared = rung.tells.some((t) => t.measured?.against === 'own')
  const usual = compared ? heard([soundedClean(take, rng).samples], rung).measures : []
  const tone = heard(channels, rung)
  const { apart, device, semitones, channels: trace, notHeard } = tone
  return {
    told: falselyTold(tone.measures, usual, rung, spoiler),
    leaks: tone.measures.some((m) => spoiler.prevents.includes(m.name)),
    said:
      [...apart, ...device].length > 0 || semitones !== 0 || trace !== null || notHeard !== null,
  }
}

function judgeOne(
  spoiler: SoundSpoiler,
  rungs: readonly Rung[],
  takes: number,
  rng: Rng,
  hear: (line: string) => void,
): SpoiledSoundRow {
  const by: Record<string, number> = {}
  let [done, falsely, named, leaks] = [0, 0, 0, 0]
  for (let tries = 0; done < takes && tries < 4 * takes; tries++) {
    const rung = pick(rng, rungs)
    const found = judgeTake(spoiler, rung, rng)
    if (!found) continue
    const { told } = found
    for (const name of new Set(told.map((m) => m.name))) by[name] = (by[name] ?? 0) + 1
    if (told.length > 0) hear(`${spoiler.name}: ${rung.name} ${told.map(sayMeasure).join(', ')}`)
    done += 1
    falsely += told.length > 0 ? 1 : 0
    named += found.said ? 1 : 0
    leaks += found.leaks ? 1 : 0
  }
  const plain = { spoiler: spoiler.name, takes: done, falselyTold: falsely, by, named }
  return { ...plain, leaks: spoiler.prevents.length > 0 ? leaks : null }
}

export interface SoundsToJudge {
  readonly seed: number
  /** Of each way of spoiling. */
  readonly takes: number
  /** Only the ways whose names hold this. */
  readonly only?: string | undefined
}

/** A row for each way in which a recording is spoiled; the same for the same seed. */
export function judgeSpoiledSounds(
  packs: readonly Knowledge[],
  facts: StudentFacts,
  { seed, takes, only }: SoundsToJudge,
  hear: (line: string) => void = () => undefined,
): readonly SpoiledSoundRow[] {
  const rungs = rungsOf(packs, facts)
  return SOUND_SPOILERS.flatMap((spoiler, i) =>
    only === undefined || spoiler.name.includes(only)
      ? [judgeOne(spoiler, rungs, takes, seededRng(1000 * seed + i), hear)]
      : [],
  )
}
