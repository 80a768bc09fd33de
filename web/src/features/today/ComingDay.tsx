/** One day's students, each with the one thing to look at first. */
import type { StudentListed } from '@vein-mend/contract'
import type { IsoDate } from '@vein-mend/core/kit'
import { firstThing } from '@vein-mend/core/standing'
import type { FirstThing } from '@vein-mend/core/standing'
import { Link } from 'react-router'
import { buttonClass } from '../../ui/Button'
import { nearDay, shortDay } from '../../wording/dates'
import { STAGE_WORDS } from '../../wording/words'
import type { ComingOn } from './days'

/** What to do, and of what. */
function firstWords(first: FirstThing): readonly [what: string, of: string] {
  switch (first.kind) {
    case 'hurt-at-home':
      return ['Ask first:', `“${first.name}” hurt at home`]
    case 'pain':
      return ['Ask first:', 'something stops the playing']
    case 'recheck':
      return ['Look again, unprompted:', first.name]
    case 'ready':
      return ['Look once more, it may be mended:', first.name]
    case 'come-back':
      return ['Has come back:', first.name]
    case 'look':
      return ['Look before the cue:', first.name]
    case 'listen':
      return ['Listen:', 'nothing is being mended']
    case 'first-lesson':
      return ['First lesson:', 'what works, the set-up, one sign']
  }
}

const ASKS: ReadonlySet<FirstThing['kind']> = new Set(['hurt-at-home', 'pain'])

function First({ student, day }: { readonly student: StudentListed; readonly day: IsoDate }) {
  const first = firstThing(student, day)
  const [what, of] = firstWords(first)
  const shown = first.kind === 'look' ? first.name : null
  return (
    <div className="min-w-0">
      <p className={ASKS.has(first.kind) ? 'text-danger font-medium' : ''}>
        {what} <span className="font-medium">{of}</span>
        {first.kind === 'look' && first.cue !== null && (
          <span className="font-serif italic"> “{first.cue}”</span>
        )}
      </p>
      {student.projects
        .filter((p) => p.name !== shown)
        .map((p) => (
          <p key={p.name} className="text-kiln text-sm">
            {p.name}
            {p.cue !== null && <span className="font-serif italic"> “{p.cue}”</span>}
          </p>
        ))}
    </div>
  )
}

interface RowProps {
  readonly student: StudentListed
  readonly instrument: string
  /** Of the lesson that is looked ahead to. */
  readonly day: IsoDate
  readonly isNow: boolean
}

function StudentRow({ student, instrument, day, isNow }: RowProps) {
  const stage = STAGE_WORDS[student.stage].toLowerCase()
  return (
    <li className="border-line grid items-start gap-x-4 border-b py-2 sm:grid-cols-[minmax(0,11rem)_minmax(0,1fr)_auto]">
      <div className="min-w-0">
        <Link
          to={`/students/${student.id}`}
          className="inline-flex min-h-8 items-center font-serif text-lg leading-tight font-semibold underline-offset-4 hover:underline"
        >
          {student.name}
        </Link>
        <p className="text-kiln text-sm">
          {instrument}, {stage}
        </p>
      </div>
      <First student={student} day={day} />
      {student.openLesson !== null ? (
        <Link
          className={buttonClass('main')}
          to={`/students/${student.id}/lessons/${student.openLesson}`}
        >
          Go on with the lesson
        </Link>
      ) : (
        isNow && (
          <Link className={buttonClass('main')} to={`/students/${student.id}`}>
            Before the lesson
          </Link>
        )
      )}
    </li>
  )
}

interface Props {
  readonly coming: ComingOn
  readonly today: IsoDate
  readonly nameOf: (pack: string) => string
}

function dayWords({ day, open }: ComingOn, today: IsoDate): string {
  if (open) return 'In a lesson now'
  if (day === null) return 'No day agreed'
  if (day < today) return `Was to come ${shortDay(day)}`
  const near = nearDay(day, today)
  return near === 'today' ? 'Comes today' : near === 'tomorrow' ? 'Tomorrow' : shortDay(day)
}

export function ComingDay({ coming, today, nameOf }: Props) {
  const { day, open, students } = coming
  const words = dayWords(coming, today)
  return (
    <section className="mt-6" aria-label={words}>
      <h2 className="border-ink border-b pb-1 text-lg">{words}</h2>
      <ul>
        {students.map((s) => (
          <StudentRow
            key={s.id}
            student={s}
            instrument={nameOf(s.instrument)}
            day={day === null || day < today ? today : day}
            isNow={open || (day !== null && day <= today)}
          />
        ))}
      </ul>
    </section>
  )
}
