/** What wants a place in the week at home: the set-up, rungs in progress, upkeep of what is mended, gates, music. */
import type { Condition, Knowledge } from '../packs'
import { activeProjects, PLACES, restsForPain, stoppedOf, stopsHolding } from '../record'
import { gateStates, lastSetup } from '../standing'
import type { CaseId } from '../kit'
import type { CaseState, LadderState, StudentRecord } from '../record'
import type { LadderRung } from '../remedy'

/** Order within a day: prepared, new while fresh, strength, music, an easy finish. Common practice. */
export const DAY_ORDER = ['set-up', 'away', 'new', 'strength', 'music', 'finish'] as const
/** Where in a day a block belongs. */
export type DayPlace = (typeof DAY_ORDER)[number]

/** Something that can be put into a week at home. */
export interface PracticeItem {
  readonly id: string
  readonly kind: 'set-up' | 'rung' | 'upkeep' | 'gate' | 'music' | 'group' | 'finish'
  readonly name: string
  readonly minutes: number
  /** Days of the week on which it is wanted, 1 to 7. */
  readonly askedDays: number
  /** How much the first day is worth against the others, above 0. */
  readonly weight: number
  readonly isNew: boolean
  readonly place: DayPlace
  /** Not on two days running. */
  readonly spaced: boolean
  readonly hand: 'right' | 'left' | null
  readonly case: CaseId | null
  readonly rung: LadderRung | null
  /** What to do where no rung says it; null where the name is enough. */
  readonly instruction: string | null
}

const UPKEEP_MINUTES = 2
const UPKEEP_DAYS = 2
const SETUP_MINUTES = 1
const GATE_MINUTES = 3
const GATE_DAYS = 4
const RUNG_DAYS = 6
const MUSIC_DAYS = 6
const FINISH_MINUTES = 2
/** Days on which the group's pieces are wanted, and their share of the music. */
const GROUP = { days: 4, share: 0.5, leastMinutes: 3 } as const
/** How much more a project weighs that goes first; our choice, no source. */
const FIRST_WEIGHT = 1.6
/** What a rung of the same sitting weighs against the one being climbed; our choice, no source. */
const BESIDE = 0.6
/** Share of an ordinary day that belongs to music whatever is being mended. */
const MUSIC_SHARE = 0.35
const WEIGHT = { setUp: 2.5, rung: 3, music: 2, gate: 1.5, upkeep: 1, finish: 0.6 } as const

/** What every item has that is no exercise of a ladder. */
const PLAIN = {
  isNew: false,
  spaced: false,
  hand: null,
  case: null,
  rung: null,
  instruction: null,
} as const

function placeOf(condition: Condition, isNew: boolean): DayPlace {
  if (condition === 'away') return 'away'
  if (condition === 'isolated' || condition === 'exercise') return isNew ? 'new' : 'strength'
  return 'music'
}

function handOf({ dose }: LadderRung): 'right' | 'left' | null {
  return dose.hands === 'right' || dose.hands === 'left' ? dose.hands : null
}

/** The rung being climbed, and those that make one sitting with it, in their order. */
function sittingOf(ladder: LadderState): readonly LadderRung[] {
  const { rungs, at } = ladder
  const joined = (i: number) => rungs[i]?.together === true
  let [from, to] = [at, at]
  while (joined(from)) from -= 1
  while (joined(to + 1)) to += 1
  return rungs.slice(from, to + 1)
}

function rungItems(state: CaseState, first: CaseId | null): PracticeItem[] {
  const { ladder } = state
  const climbed = ladder?.rungs[ladder.at]
  if (!ladder || !climbed) return []
  const weight = (WEIGHT.rung + state.severity / 5) * (state.id === first ? FIRST_WEIGHT : 1)
  const sitting = sittingOf(ladder)
  return sitting.map((rung) => {
    const isNew = rung === climbed && ladder.lessonsOnRung === 0
    return {
      id: `${state.id}-${rung.id}`,
      kind: 'rung',
      name: rung.name,
      minutes: rung.dose.minutes,
      askedDays: RUNG_DAYS,
      weight: rung === climbed ? weight : weight * BESIDE,
      isNew,
      // What is new in a sitting keeps its place in it.
      place: placeOf(rung.condition, isNew && sitting.length === 1),
      spaced: false,
      hand: handOf(rung),
      case: state.id,
      rung,
      instruction: null,
    }
  })
}

/** A mended fault that is still watched is kept up with its last rung, a little and spaced. */
function upkeepItem(state: CaseState): PracticeItem[] {
  const rung = state.ladder?.rungs.at(-1)
  if (state.status.state !== 'mended' || state.status.nextRecheck === null || !rung) return []
  return [
    {
      id: `${state.id}-upkeep`,
      kind: 'upkeep',
      name: rung.name,
      minutes: UPKEEP_MINUTES,
      askedDays: UPKEEP_DAYS,
      weight: WEIGHT.upkeep,
      isNew: false,
      place: placeOf(rung.condition, false),
      spaced: true,
      hand: null,
      case: state.id,
      rung,
      instruction: null,
    },
  ]
}

/** Set-up before sound, daily, while something of it was wrong when last looked at. */
function setupItem(record: StudentRecord, knowledge: Knowledge): PracticeItem[] {
  const found = PLACES.flatMap((place) => lastSetup(record, place) ?? [])
  const wrong = knowledge.setup.filter((p) => found.some((s) => s.points[p.id] === 'wrong'))
  if (wrong.length === 0) return []
  return [
    {
      ...PLAIN,
      id: 'set-up',
      kind: 'set-up',
      name: 'Set up first',
      minutes: SETUP_MINUTES,
      askedDays: record.card.homeMinutes.filter((m) => m > 0).length,
      weight: WEIGHT.setUp,
      place: 'set-up',
      instruction: wrong.map((p) => p.ask).join(' '),
    },
  ]
}

/** Gates that are got ready for and not open yet; after the exercises that mend, before the music. */
function gateItems(record: StudentRecord, knowledge: Knowledge): PracticeItem[] {
  if (record.preparing.length === 0) return []
  const states = gateStates(record, knowledge)
  return record.preparing.flatMap(({ gate: id, name }): PracticeItem[] => {
    const found = states.find((s) => s.gate.id === id)
    if (!found || found.state === 'open') return []
    const missing = found.needs.filter((n) => !n.holds).map((n) => `${n.need.text}.`)
    return [
      {
        ...PLAIN,
        id: `gate-${id}`,
        kind: 'gate',
        name: `Towards ${name.charAt(0).toLowerCase()}${name.slice(1)}`,
        minutes: GATE_MINUTES,
        askedDays: GATE_DAYS,
        weight: WEIGHT.gate,
        place: 'strength',
        instruction: found.gate.prepare ?? missing.join(' '),
      },
    ]
  })
}

/** What the group plays next, and what is done there until it is known. */
function groupWords(pieces: string, meanwhile: string | undefined): string | null {
  const words = [
    ...(pieces === '' ? [] : [pieces.replace(/[.]?$/, '.')]),
    ...(meanwhile === undefined ? [] : [`In the group, until a piece is known: ${meanwhile}`]),
  ]
  return words.length === 0 ? null : words.join(' ')
}

/** The student's music, the group's pieces and an easy end. */
function musicItems(record: StudentRecord, { inGroup }: Knowledge): readonly PracticeItem[] {
  const { wishes } = record.home
  const days = record.card.homeMinutes.filter((m) => m > 0)
  const ordinary = days.length === 0 ? 0 : days.reduce((a, b) => a + b, 0) / days.length
  const music: PracticeItem = {
    ...PLAIN,
    id: 'music',
    kind: 'music',
    name: 'Pieces and songs',
    minutes: Math.max(3, Math.round(ordinary * MUSIC_SHARE)),
    askedDays: MUSIC_DAYS,
    weight: WEIGHT.music,
    place: 'music',
  }
  const finish: PracticeItem = {
    ...music,
    id: 'finish',
    kind: 'finish',
    name: 'An easy finish',
    minutes: FINISH_MINUTES,
    weight: WEIGHT.finish,
    place: 'finish',
  }
  const groupPieces: PracticeItem = {
    ...music,
    id: 'group',
    kind: 'group',
    name: 'The next pieces of the group',
    minutes: Math.max(GROUP.leastMinutes, Math.round(music.minutes * GROUP.share)),
    askedDays: GROUP.days,
    instruction: groupWords(wishes.pieces, inGroup),
  }
  return [...(wishes.group === null ? [] : [groupPieces]), music, finish]
}

/** Everything that wants a place; what loads a part that is stopped is left out, and what hurt at home. */
export function practiceItems(
  record: StudentRecord,
  knowledge: Knowledge,
): readonly PracticeItem[] {
  const { first } = record.home.wishes
  const working = record.cases.filter((c) => !restsForPain(record, c))
  const active = new Set(activeProjects(record).map((c) => c.id))
  const hurt = new Set(stopsHolding(record).map((s) => s.item))
  // Sitting down to play, getting ready for a gate and music load what playing loads.
  const silent = stoppedOf(record, knowledge.playing) !== null
  const items = [
    ...(silent ? [] : setupItem(record, knowledge)),
    ...working.filter((c) => active.has(c.id)).flatMap((c) => rungItems(c, first)),
    ...working.flatMap(upkeepItem),
    ...(silent ? [] : gateItems(record, knowledge)),
    ...(silent ? [] : musicItems(record, knowledge)),
  ]
  return items.filter((item) => !hurt.has(item.id))
}

/** The rung a given block stands for, wherever the student is on the ladder by now; null for music. */
export function rungOfItem(
  record: StudentRecord,
  item: string,
): { readonly state: CaseState; readonly rung: LadderRung } | null {
  for (const state of record.cases) {
    const rungs = state.ladder?.rungs ?? []
    const rung =
      item === `${state.id}-upkeep`
        ? rungs.at(-1)
        : rungs.find((r) => item === `${state.id}-${r.id}`)
    if (rung) return { state, rung }
  }
  return null
}
