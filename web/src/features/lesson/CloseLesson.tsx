/** The end of a lesson: one strength, the summaries, the assignments in order, the next date. */
import { useView, useLesson } from '../../data/studentContext'
import { addDays } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import { lessonSummary } from '@vein-mend/core/standing'
import type { ActRequest, LessonState } from '@vein-mend/core/record'
import type { LessonSummary } from '@vein-mend/core/standing'
import { Link, useNavigate } from 'react-router'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import type { StudentView } from '../../data/useStudent'
import { Button, buttonClass } from '../../ui/Button'
import { DateBox } from '../../ui/DateBox'
import { Field } from '../../ui/Field'
import { SidePanel } from '../../ui/SidePanel'
import { longDay } from '../../wording/dates'
import { sayForFamily, sayForRecord } from '../../wording/lessonWords'
import { plural } from '../../wording/words'
import { HarmAsked } from '../../parts/HarmAsked'
import { CLOSE_PLACE } from './deskPlaces'

const DAYS_TO_NEXT = 7

interface Props {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
}

function Closed() {
  const lesson = useLesson()
  return (
    <div className="text-kiln ml-auto max-w-xl text-sm">
      <p>
        This lesson is closed{lesson.note === '' ? '' : `: ${lesson.note}`}
        {lesson.next && ` Next lesson ${longDay(lesson.next)}.`}
      </p>
      {lesson.family !== '' && <p className="mt-1">Said to the family: {lesson.family}</p>}
    </div>
  )
}

/** What was done, for the record; nothing to be typed. */
function ForTheRecord({ summary }: { summary: LessonSummary }) {
  const lines = sayForRecord(summary)
  return (
    <section>
      <h3 className="mb-1 font-sans text-base font-medium">For the record</h3>
      {lines.length === 0 ? (
        <p className="text-kiln">Nothing was noted in this lesson.</p>
      ) : (
        <ul className="ml-5 list-disc text-sm">
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
    </section>
  )
}

function Assignments({ summary }: { summary: LessonSummary }) {
  const { sheet } = summary
  if (sheet.items.length === 0) return null
  return (
    <section>
      <h3 className="mb-1 font-sans text-base font-medium">
        To take home, in this order{' '}
        <span className="text-kiln text-sm font-normal">
          {Math.round(sheet.minutesAsked)} of {plural(sheet.minutesAtHome, 'minute')}
        </span>
      </h3>
      <ol className="ml-5 list-decimal text-sm">
        {sheet.items.map((i) => (
          <li key={i.case}>
            {i.rung.name} <span className="text-kiln">for {i.fault.toLowerCase()}</span>
          </li>
        ))}
      </ol>
    </section>
  )
}

function useClosing(view: StudentView, lesson: LessonState) {
  const [strength, setStrength] = useKept(`strength-${lesson.id}`)
  const [note, setNote] = useKept(`note-${lesson.id}`)
  const [family, setFamily] = useKept(`family-${lesson.id}`)
  const [next, setNext] = useKept(`next-${lesson.id}`, addDays(lesson.date, DAYS_TO_NEXT))
  const base = lessonSummary(view.record, lesson.id)
  const summary: LessonSummary = {
    ...base,
    works: strength.trim() === '' ? base.works : [...base.works, strength.trim()],
    next: next === '' ? null : (next as IsoDate),
  }
  const forget = () => {
    for (const clear of [setStrength, setNote, setFamily]) clear('')
  }
  return { strength, setStrength, note, setNote, family, setFamily, next, setNext, summary, forget }
}

function useCloseLesson() {
  const lesson = useLesson()
  const view = useView()
  const navigate = useNavigate()
  const act = useActs(view.id)
  const c = useClosing(view, lesson)
  const suggested = sayForFamily(c.summary, view.record.card.name)
  const close = () => {
    const acts: ActRequest[] = []
    if (c.strength.trim() !== '') {
      acts.push({ kind: 'strength-named', lesson: lesson.id, words: c.strength.trim() })
    }
    acts.push({
      kind: 'lesson-closed',
      lesson: lesson.id,
      note: c.note.trim(),
      family: c.family.trim() === '' ? suggested : c.family.trim(),
      next: c.summary.next,
    })
    act(acts, 'Lesson closed')
    c.forget()
    // It holds from the day after the lesson, which may be an earlier one that is noted now.
    const from = addDays(lesson.date, 1)
    void navigate(`/students/${view.id}/sheet?day=${from}`, { state: { give: true } })
  }
  return { c, suggested, close }
}

function Form() {
  const lesson = useLesson()
  const { c, suggested, close } = useCloseLesson()
  return (
    <form
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault()
        close()
      }}
    >
      <Field label="Something that works" help="Kept, and said first next time.">
        {(p) => (
          <input
            {...p}
            autoFocus
            value={c.strength}
            onChange={(e) => c.setStrength(e.target.value)}
            maxLength={200}
          />
        )}
      </Field>
      <ForTheRecord summary={c.summary} />
      <Field label="A note of your own">
        {(p) => (
          <textarea
            {...p}
            rows={2}
            value={c.note}
            onChange={(e) => c.setNote(e.target.value)}
            maxLength={2000}
            className={`${p.className} py-2`}
          />
        )}
      </Field>
      <HarmAsked text={`${c.note} ${c.family}`} />
      <Assignments summary={c.summary} />
      <Field label="For the family" help="In plain words; change them as you like.">
        {(p) => (
          <textarea
            {...p}
            rows={4}
            value={c.family}
            placeholder={suggested}
            onChange={(e) => c.setFamily(e.target.value)}
            maxLength={2000}
            className={`${p.className} placeholder:text-ink py-2`}
          />
        )}
      </Field>
      <Field label="Next lesson">
        {(p) => (
          <DateBox
            {...p}
            min={lesson.date}
            value={c.next}
            onChange={(e) => c.setNext(e.target.value)}
          />
        )}
      </Field>
      {/* In sight however much is said above it. */}
      <div className="bg-slip sticky bottom-0 -mb-6 pt-2 pb-6">
        <Button look="main" type="submit">
          Close and make the sheet
        </Button>
      </div>
    </form>
  )
}

export function CloseLesson({ open, onOpenChange }: Props) {
  const lesson = useLesson()
  const view = useView()
  if (!lesson.open) return <Closed />
  return (
    <div className="ml-auto flex gap-2">
      <Link className={`${buttonClass()} max-md:px-3`} to={`/students/${view.id}/sheet`}>
        Sheet
      </Link>
      <Button
        id={CLOSE_PLACE}
        aria-label="Close the lesson"
        onClick={() => onOpenChange(true)}
        className="max-md:px-3"
      >
        <span className="md:hidden">Close</span>
        <span className="max-md:hidden">Close the lesson</span>
      </Button>
      <SidePanel
        open={open}
        onOpenChange={onOpenChange}
        title="Close the lesson"
        about="The practice sheet comes next."
      >
        <Form />
      </SidePanel>
    </div>
  )
}
