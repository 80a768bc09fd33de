/** The practice sheet: one page, plain words, made to be printed. */
import { practiceSheet } from '@vein-mend/core/record'
import type { SheetItem } from '@vein-mend/core/record'
import { Printer } from 'lucide-react'
import { Link, useParams } from 'react-router'
import { useStudent } from '../../data/useStudent'
import { Button } from '../../ui/Button'
import { Failed } from '../../data/Failed'
import { Loading } from '../../ui/Page'
import { longDay } from '../../wording/dates'
import { CONDITION_WORDS, plural, sayPass } from '../../wording/words'

const WEEK = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

function Item({ item, number }: { item: SheetItem; number: number }) {
  const { rung } = item
  const dose = [
    `${rung.dose.times} times`,
    `about ${plural(rung.dose.minutes, 'minute')}`,
    ...(rung.dose.tempo === undefined ? [] : [rung.dose.tempo]),
    ...(rung.dose.hands === undefined ? [] : [`hands: ${rung.dose.hands}`]),
  ]
  return (
    <li className="border-line grid grid-cols-[2.5rem_1fr] border-t py-4">
      <span className="font-serif text-2xl">{number}</span>
      <div>
        <h2 className="text-xl">{rung.name}</h2>
        <p className="text-kiln text-sm">
          for: {item.fault.toLowerCase()}, {CONDITION_WORDS[rung.condition]}
        </p>
        <p className="mt-1 max-w-prose text-lg leading-snug">{rung.instruction}</p>
        <p className="mt-1">
          {dose.join(', ')}. Ready for the next step with {sayPass(rung.pass)}.
        </p>
        {item.cue !== null && <p className="mt-2 font-serif text-2xl">“{item.cue}”</p>}
        <ul className="mt-3 flex flex-wrap gap-4">
          {WEEK.map((day) => (
            <li key={day} className="flex items-center gap-1.5">
              <span className="border-ink inline-block size-5 border" aria-hidden />
              {day}
            </li>
          ))}
        </ul>
      </div>
    </li>
  )
}

export function Sheet() {
  const { studentId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the sheet" />
  const sheet = practiceSheet(data.record)
  return (
    <div className="mx-auto max-w-3xl">
      <div className="no-print mt-5 flex items-center gap-3">
        <Link to={`/students/${data.id}`} className="underline underline-offset-4">
          Back to {sheet.name}
        </Link>
        <Button look="main" className="ml-auto" onClick={() => window.print()}>
          <Printer aria-hidden size={18} /> Print
        </Button>
      </div>
      <article className="bg-glaze border-line mt-4 border px-8 py-7 print:border-0 print:p-0">
        <h1 className="text-3xl">Practice for {sheet.name}</h1>
        <p className="text-kiln">
          {longDay(data.today)}, {data.knowledge.name.toLowerCase()}
          {sheet.items.length > 0 &&
            `, about ${plural(sheet.minutesAsked, 'minute')} of ${sheet.minutesAtHome} a day`}
        </p>
        {sheet.minutesOver > 0 && (
          <p className="bg-dangerwash mt-3 rounded p-3">
            The list is {plural(sheet.minutesOver, 'minute')} longer than the day allows. Do the
            first item every day and take turns with the others.
          </p>
        )}
        {sheet.resting.map((name) => (
          <p key={name} className="bg-dangerwash mt-3 rounded p-3">
            “{name}” rests until the pain has been looked at.
          </p>
        ))}
        {sheet.items.length === 0 ? (
          <p className="mt-6 text-lg">No ladder is running. Play what you love.</p>
        ) : (
          <ol className="mt-4">
            {sheet.items.map((item, i) => (
              <Item key={item.case} item={item} number={i + 1} />
            ))}
          </ol>
        )}
        <p className="border-line text-kiln mt-4 border-t pt-3 text-sm">
          If anything hurts, tingles or goes numb: stop, do not play through it, and tell your
          teacher. If it stays, see a doctor.
        </p>
      </article>
    </div>
  )
}
