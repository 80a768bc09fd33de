/** The mending model against two simple rules, on students whose true state is known. */
import { chance } from '../kit'
import type { Rng } from '../kit'
import { afterGap, afterLook, isClean, JUST_SETTLED, mendedRule } from '../mending'
import type { LessonLooks, Look } from '../mending'

/** What one rule came to. */
export interface RuleOutcome {
  readonly rule: string
  /** Students of whom it said mended at all. */
  readonly called: number
  /** Share of those who were not mended on that day. */
  readonly falseShare: number
  /** Lessons from the true mending to the call, the mean over the rightly called. */
  readonly delay: number
}

interface Lesson {
  readonly looks: readonly Look[]
  readonly mended: boolean
  readonly belief: number
}

const LESSONS = 40
const GAP_DAYS = 7

const between = (rng: Rng, least: number, most: number) => least + rng() * (most - least)

/** How the teacher looks: as it comes, or first of all unprompted in music, as the desk asks in every lesson. */
export type WayOfLooking = 'as-it-comes' | 'unprompted-first'

/** A true student: nobody has the model's own parameters. */
function trueStudent(rng: Rng) {
  return {
    learn: between(rng, 0.04, 0.25),
    forget: between(rng, 0, 0.02),
    slip: between(rng, 0.02, 0.15),
    kept: between(rng, 0.2, 1),
    /** The fault stays away though it is there, by how easy the look is. */
    hides: {
      'away-from-music': between(rng, 0.4, 0.8),
      'in-music': between(rng, 0.15, 0.45),
    },
    prompted: between(rng, 0.1, 0.3),
    /** A good or a bad day moves all tries of the lesson. */
    day: between(rng, 0, 0.15),
  }
}

type Setting = Pick<Look, 'setting' | 'prompted'>

const UNPROMPTED_IN_MUSIC: Setting = { setting: 'in-music', prompted: false }

function asItComes(rng: Rng): Setting {
  const setting = chance(rng, 0.6) ? 'in-music' : 'away-from-music'
  return { setting, prompted: chance(rng, 0.35) }
}

function lookAt(
  student: ReturnType<typeof trueStudent>,
  mended: boolean,
  { setting, prompted }: Setting,
  rng: Rng,
): Look {
  const mood = between(rng, -student.day, student.day)
  const stays = mended
    ? 1 - student.slip
    : student.hides[setting] + (prompted ? student.prompted : 0)
  const share = Math.min(0.99, Math.max(0.01, stays + mood))
  const tries = 3 + Math.floor(rng() * 3)
  const clean = Array.from({ length: tries }, () => chance(rng, share)).filter(Boolean).length
  return { setting, prompted, clean, tries }
}

/** One student's lessons, with the truth and the model's belief after each. */
function livedLessons(way: WayOfLooking, rng: Rng): readonly Lesson[] {
  const student = trueStudent(rng)
  const lessons: Lesson[] = []
  let mended = false
  let belief = JUST_SETTLED
  for (let i = 0; i < LESSONS; i++) {
    mended = mended ? !chance(rng, student.forget) : chance(rng, student.learn * student.kept)
    const looks = Array.from({ length: chance(rng, 0.4) ? 2 : 1 }, (_, n) => {
      const asked = way === 'unprompted-first' && n === 0
      return lookAt(student, mended, asked ? UNPROMPTED_IN_MUSIC : asItComes(rng), rng)
    })
    belief = looks.reduce((b, look) => afterLook(b, look), afterGap(belief, GAP_DAYS))
    lessons.push({ looks, mended, belief })
  }
  return lessons
}

type Rule = (lessons: readonly Lesson[], at: number) => boolean

const allClean = (lesson: Lesson | undefined) => lesson?.looks.every(isClean) ?? false

function ruleHolds(lessons: readonly Lesson[], at: number): boolean {
  const looks = lessons.slice(0, at + 1).map((l, i): LessonLooks => ({
    lesson: String(i),
    looks: l.looks,
  }))
  return mendedRule(lessons[at]?.belief ?? 0, looks).holds
}

function outcomeOf(rule: string, holds: Rule, students: readonly (readonly Lesson[])[]) {
  const calls = students.flatMap((lessons) => {
    const at = lessons.findIndex((_, i) => holds(lessons, i))
    if (at < 0) return []
    const back = lessons.slice(0, at + 1).findLastIndex((l) => !l.mended)
    return [{ right: lessons[at]?.mended ?? false, delay: at - (back + 1) }]
  })
  const right = calls.filter((c) => c.right)
  return {
    rule,
    called: calls.length,
    falseShare: (calls.length - right.length) / Math.max(1, calls.length),
    delay: right.reduce((sum, c) => sum + c.delay, 0) / Math.max(1, right.length),
  }
}

/** Beliefs at which the model alone is tried, for a comparison at equal delay. */
const BELIEFS = Array.from({ length: 90 }, (_, i) => 0.1 + i * 0.01)

/**
 * The simple rules, the product's own, and the model alone at the strictest belief that is no later than each
 * simple rule. All rules see the same students.
 */
export function compareMendedRules(
  count: number,
  way: WayOfLooking,
  rng: Rng,
): readonly RuleOutcome[] {
  const students = Array.from({ length: count }, () => livedLessons(way, rng))
  const first = outcomeOf('first clean lesson', (l, i) => allClean(l[i]), students)
  const two = outcomeOf(
    'two clean lessons in a row',
    (l, i) => i > 0 && allClean(l[i]) && allClean(l[i - 1]),
    students,
  )
  const alone = BELIEFS.map((asked) =>
    outcomeOf(
      `the model alone, at ${asked.toFixed(2)}`,
      (l, i) => (l[i]?.belief ?? 0) >= asked,
      students,
    ),
  )
  const noLater = (than: RuleOutcome) => alone.findLast((o) => o.delay <= than.delay)
  const [asFirst, asTwo] = [noLater(first), noLater(two)]
  return [
    first,
    ...(asFirst ? [asFirst] : []),
    two,
    ...(asTwo ? [asTwo] : []),
    outcomeOf('the mended rule of the product', ruleHolds, students),
  ]
}
