/** The home page: a link that shows the sheet and nothing else, and takes ticks back. */
import { createHash, randomBytes } from 'node:crypto'
import type {
  ActsTaken,
  HomeLinkListed,
  HomeLinkMade,
  HomeResponse,
  Outcome,
} from '@vein-mend/contract'
import { refuse } from '@vein-mend/contract'
import { addDays, good } from '@vein-mend/core/kit'
import type { IsoDate, IsoInstant, StudentId } from '@vein-mend/core/kit'
import { BODY_PARTS } from '@vein-mend/core/packs'
import type { Knowledge } from '@vein-mend/core/packs'
import {
  aimOf,
  blocksToGive,
  homeInstruction,
  practiceItems,
  rungLines,
  rungOfItem,
  toldAtHome,
  trainersFor,
} from '@vein-mend/core/practice'
import type { TrainedExercise } from '@vein-mend/core/practice'
import {
  askedOn,
  HOME_ACTS,
  mondayOf,
  restsForPain,
  stoppedOf,
  stopsHolding,
  ticksOfWeek,
  weekGivenFor,
} from '@vein-mend/core/record'
import type { StudentRecord } from '@vein-mend/core/record'
import type { Deps } from './deps'
import { recordToday } from './recordToday'
import { recordActs } from './recordActs'
import type { ActsAsked } from './recordActs'
import { solveWeek } from './practiceWeek'
import { readerOf, rungNotes } from './weekSheet'

/** Who writes by the link. */
const HOME = 'home'
const DAY_MS = 86_400_000
/** Ticks and words of a day: a family that ticks forty items ten times over has not reached it. */
const HOME_A_DAY = 400
const PAIN_A_DAY = 100
const PAIN: readonly string[] = ['hurt-at-home', 'hurt-taken-back']

/** A term; then the family asks for a new one. */
const DAYS_VALID = 120
const TOKEN_BYTES = 32
const DAYS_SHOWN = 7

/** Only the hash is kept: who reads the file cannot open the page. */
function hashOf(token: string): string {
  return createHash('sha256').update(token).digest('hex')
}

/** A new link; its token is shown once and cannot be read again. */
export async function makeHomeLink(deps: Deps, student: StudentId): Promise<Outcome<HomeLinkMade>> {
  if ((await deps.store.standing(student)) === null) return refuse('unknown_student', ['student'])
  const token = randomBytes(TOKEN_BYTES).toString('base64url')
  const expires = addDays(deps.today(), DAYS_VALID)
  await deps.store.addHomeLink({ hash: hashOf(token), student, made: deps.today(), expires })
  return good({ token, expires, addresses: deps.homeAddresses() })
}

export function listHomeLinks(deps: Deps, student: StudentId): Promise<readonly HomeLinkListed[]> {
  return deps.store.homeLinks(student)
}

/** All links of the student stop working. */
export function revokeHomeLinks(deps: Deps, student: StudentId): Promise<void> {
  return deps.store.revokeHomeLinks(student, deps.today())
}

async function studentOf(deps: Deps, token: string): Promise<StudentId | null> {
  const link = await deps.store.homeLink(hashOf(token))
  return link && link.revoked === null && link.expires >= deps.today() ? link.student : null
}

type HomeDay = HomeResponse['days'][number]

/** Whether nothing may be asked for of the block now: it hurt, its ladder rests, or nothing is played at all. */
function restsAtHome(record: StudentRecord, knowledge: Knowledge, item: string): boolean {
  if (stopsHolding(record).some((s) => s.item === item)) return true
  const found = rungOfItem(record, item)
  return found ? restsForPain(record, found.state) : stoppedOf(record, knowledge.playing) !== null
}

/** The week's days as given, or as they would be given now where nothing was; without what rests for pain. */
async function homeDays(
  record: StudentRecord,
  knowledge: Knowledge,
  today: IsoDate,
): Promise<readonly HomeDay[]> {
  const monday = mondayOf(today)
  const dates = Array.from({ length: DAYS_SHOWN }, (_, d) => addDays(monday, d))
  const given = weekGivenFor(record.home, today) !== null
  const solved = given ? null : await solveWeek(record, knowledge, monday)
  const free = solved ? blocksToGive(solved.plan) : []
  return dates.map((date, d) => {
    const blocks = given ? askedOn(record.home, date) : free.filter((b) => b.day === d)
    const asked = blocks.filter((b) => !restsAtHome(record, knowledge, b.item))
    return { date, blocks: asked.map(({ item, name, minutes }) => ({ item, name, minutes })) }
  })
}

const FEET = ['foot', 'feet']

/** Whether one of the fault's signs is seen or heard of the feet. */
function showsInFeet(knowledge: Knowledge, id: string): boolean {
  const shows = knowledge.faults.find((f) => f.id === id)?.shows ?? {}
  return knowledge.findings.some((f) => f.id in shows && FEET.includes(f.place))
}

/** The rungs behind the blocks, wherever the student is by now. */
async function homeRungs(record: StudentRecord, knowledge: Knowledge, items: readonly string[]) {
  const rungs: HomeResponse['rungs'][number][] = []
  const trained: TrainedExercise[] = []
  for (const item of items) {
    const found = rungOfItem(record, item)
    if (!found) continue
    const { state, rung } = found
    const notes = await rungNotes(rung, state, record, knowledge)
    const { name } = rung
    const { strand, fault } = state
    trained.push({ name, strand, feet: showsInFeet(knowledge, fault), exercise: notes.exercise })
    rungs.push({
      item,
      instruction: homeInstruction(rung),
      aim: aimOf(state, knowledge),
      tempo: rung.dose.tempo ?? null,
      lines: rungLines(rung, readerOf(record, state)),
      ...notes,
    })
  }
  const { sound } = knowledge
  return {
    rungs,
    trainers: sound ? trainersFor(trained, sound.family, record.card.stage) : [],
  }
}

/** What the page shows, and no more. */
export async function readHome(deps: Deps, token: string): Promise<Outcome<HomeResponse>> {
  const student = await studentOf(deps, token)
  const record = student && (await recordToday(deps, student))
  if (!record) return refuse('link_not_valid', ['link'])
  const knowledge = await deps.knowledge.practised(record.card.instrument)
  if (!knowledge) return refuse('unknown_pack', ['instrument'])
  const { card, home } = record
  const today = deps.today()
  const days = await homeDays(record, knowledge, today)
  const items = new Set(days.flatMap((d) => d.blocks.map((b) => b.item)))
  return good({
    name: card.name.split(' ')[0] ?? card.name,
    child: card.ageBand === 'child',
    today,
    days,
    ...(await homeRungs(record, knowledge, [...items])),
    plain: practiceItems(record, knowledge).flatMap(({ id, instruction }) =>
      items.has(id) && instruction !== null ? [{ item: id, instruction }] : [],
    ),
    ticks: ticksOfWeek(home, today),
    stops: stopsHolding(record).map(({ item, words, parts, source, on }) => ({
      item,
      name: words,
      parts,
      placed: parts.length < BODY_PARTS.length,
      today: source === 'home' && on === today,
    })),
    playing: knowledge.playing,
    told: toldAtHome(knowledge, card.ageBand === 'child'),
  })
}

/** What the family adds; nothing else gets in by this door. */
export async function recordHome(
  deps: Deps,
  token: string,
  asked: ActsAsked,
): Promise<Outcome<ActsTaken>> {
  const student = await studentOf(deps, token)
  if (student === null) return refuse('link_not_valid', ['link'])
  const foreign = asked.acts.findIndex((r) => !HOME_ACTS.some((kind) => kind === r.kind))
  if (foreign >= 0) return refuse('not_from_home', ['acts', foreign, 'kind'])
  const since = new Date(Date.parse(deps.now()) - DAY_MS).toISOString() as IsoInstant
  const told = await deps.store.actsSince(student, HOME, since)
  // Pain has room of its own: no evening of ticks keeps it from arriving.
  const most = asked.acts.every((a) => PAIN.includes(a.kind)) ? HOME_A_DAY + PAIN_A_DAY : HOME_A_DAY
  if (told + asked.acts.length > most) return refuse('too_many_from_home', ['acts'], { most })
  return recordActs(deps, student, asked, HOME)
}
