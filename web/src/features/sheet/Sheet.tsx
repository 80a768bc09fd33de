/** The practice sheet: the week by exercise to be ticked, then each with its words and notes; made to be printed. */
import type { SheetEntry, SheetResponse } from '@vein-mend/contract'
import { parseDay } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import { weekGivenFor } from '@vein-mend/core/record'
import { Printer } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { Link, useLocation, useNavigate, useParams, useSearchParams } from 'react-router'
import { api } from '../../data/api'
import { Failed } from '../../data/Failed'
import { StudentContext, useView } from '../../data/studentContext'
import { useMailState } from '../../data/useActs'
import { useShown } from '../../data/useShown'
import { useStudent } from '../../data/useStudent'
import { GiveWeek, useGiveWeek, useIsGiven } from '../../parts/GiveWeek'
import { Button, buttonClass } from '../../ui/Button'
import { Loading } from '../../ui/Page'
import { longDay } from '../../wording/dates'
import { sayStop } from '../../wording/stops'
import { WEEKDAY_WORDS } from '../../wording/words'

const SHORT = 3

function WeekTable({ sheet }: { readonly sheet: SheetResponse }) {
  const sums = WEEKDAY_WORDS.map((_, d) =>
    sheet.entries.reduce((sum, e) => sum + (e.minutes[d] ?? 0), 0),
  )
  return (
    <table className="mt-4 w-full table-fixed text-sm max-sm:hidden print:table">
      <thead>
        <tr className="border-ink border-b">
          <th scope="col" className="w-[28%] text-left font-normal">
            <span className="sr-only">Exercise</span>
          </th>
          {WEEKDAY_WORDS.map((day) => (
            <th key={day} scope="col" className="py-1 text-left font-semibold">
              {day.slice(0, SHORT)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {sheet.entries.map((entry, i) => (
          <tr key={entry.item} className="border-line border-b">
            <th scope="row" className="py-1.5 pr-2 text-left font-normal">
              {i + 1}. {entry.name}
            </th>
            {entry.minutes.map((minutes, d) => (
              <td key={d} className="py-1.5 whitespace-nowrap">
                {minutes !== null && (
                  <span className="flex items-center gap-1.5">
                    <span className="border-ink inline-block size-4 border" aria-hidden />
                    {minutes} min
                  </span>
                )}
              </td>
            ))}
          </tr>
        ))}
        <tr className="text-kiln">
          <th scope="row" className="py-1 text-left font-normal">
            in all
          </th>
          {sums.map((sum, d) => (
            <td key={d}>{sum === 0 ? 'free' : `${sum} min`}</td>
          ))}
        </tr>
      </tbody>
    </table>
  )
}

/** The same on a screen that is narrower than a week: day by day. */
function WeekDays({ sheet }: { readonly sheet: SheetResponse }) {
  return (
    <ul className="mt-4 sm:hidden print:hidden">
      {WEEKDAY_WORDS.map((day, d) => {
        const asked = sheet.entries.flatMap((entry, i) => {
          const minutes = entry.minutes[d] ?? null
          return minutes === null ? [] : [{ ...entry, number: i + 1, asked: minutes }]
        })
        const sum = asked.reduce((total, entry) => total + entry.asked, 0)
        return (
          <li key={day} className="border-line border-b py-1.5">
            <p className="flex font-semibold">
              {day}
              <span className="text-kiln ml-auto font-normal">
                {sum === 0 ? 'free' : `${sum} min`}
              </span>
            </p>
            {asked.map((entry) => (
              <p key={entry.item} className="flex items-baseline gap-2">
                <span className="border-ink inline-block size-4 shrink-0 border" aria-hidden />
                <span>
                  {entry.number}. {entry.name}
                </span>
                <span className="text-kiln ml-auto whitespace-nowrap">{entry.asked} min</span>
              </p>
            ))}
          </li>
        )
      })}
    </ul>
  )
}

function Entry({ entry, number }: { readonly entry: SheetEntry; readonly number: number }) {
  const { name, instruction, aim, lines, cue, svg } = entry
  if (instruction === null) return null
  return (
    <li className="border-line grid break-inside-avoid grid-cols-[2.5rem_minmax(0,1fr)] border-t py-3">
      <span className="font-serif text-2xl leading-tight">{number}</span>
      <div>
        <h2 className="text-xl">
          {name}
          {cue !== null && <span className="font-normal italic"> “{cue}”</span>}
        </h2>
        <p className="max-w-prose text-lg leading-snug">{instruction}</p>
        {aim !== null && (
          <p>
            <span className="text-kiln">Listen and feel:</span> {aim}
          </p>
        )}
        {lines && (
          <p className="text-kiln">
            {lines.how} {lines.dose}. {lines.ready}
          </p>
        )}
        {svg !== null && (
          <img
            alt={`Notes of ${name}`}
            src={`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`}
            className="mt-2 w-full rounded bg-white p-2 print:p-0"
          />
        )}
      </div>
    </li>
  )
}

function Paper({ sheet }: { readonly sheet: SheetResponse }) {
  const { entries, stops, told } = sheet
  const { name } = useView().knowledge
  return (
    <article className="bg-glaze border-line mt-4 border px-8 py-7 max-sm:px-4 max-sm:py-4 print:border-0 print:p-0">
      <h1 className="text-3xl">Practice for {sheet.name}</h1>
      <p className="text-kiln">
        {name}, from {longDay(sheet.from)} until the next sheet
      </p>
      {stops.map((stop) => (
        <p key={stop.act} className="bg-dangerwash mt-3 rounded p-3">
          {sayStop(stop)}. {told.rest}
        </p>
      ))}
      {sheet.resting.map((resting) => (
        <p key={resting} className="mt-3">
          “{resting}” rests until then.
        </p>
      ))}
      {entries.length === 0 ? (
        stops.length === 0 && (
          <p className="mt-6 text-lg">Nothing is asked for. Play what you love.</p>
        )
      ) : (
        <>
          <WeekTable sheet={sheet} />
          <WeekDays sheet={sheet} />
          <p className="mt-4">
            <span className="font-medium">Before you play:</span> {told.before.join(' ')}
          </p>
          <p className="text-kiln">{told.patience}</p>
          <ol className="mt-4">
            {entries.map((entry, i) => (
              <Entry key={entry.item} entry={entry} number={i + 1} />
            ))}
          </ol>
        </>
      )}
      <p className="border-line text-kiln mt-4 border-t pt-3 text-sm">{told.caution}</p>
    </article>
  )
}

/** A lesson was closed with "make the sheet": what it says goes home with it, once. True until that is done. */
function useGivenAtClose(sheet: SheetResponse | undefined): boolean {
  const location = useLocation()
  const navigate = useNavigate()
  const give = useGiveWeek()
  const isGiven = useIsGiven()
  // What was noted last has to be in the sheet before it is given.
  const { known, acts } = useMailState()
  const ready = known && acts === 0
  const done = useRef(false)
  const asked = (location.state as { readonly give?: boolean } | null)?.give === true
  useEffect(() => {
    if (!asked || !ready || !sheet || done.current) return
    done.current = true
    const { week, blocks } = sheet
    if (!isGiven(week, blocks) && blocks.length > 0) give(week, blocks)
    void navigate(location.pathname + location.search, { replace: true, state: null })
  }, [asked, ready, sheet, give, isGiven, navigate, location])
  return asked
}

function SheetOf({ day }: { readonly day: IsoDate }) {
  const view = useView()
  const {
    data: sheet,
    error,
    isPlaceholderData,
  } = useShown({
    // Remembered by where the record stands: the same record has the same sheet.
    queryKey: ['sheet', view.id, day, view.head, view.digest],
    queryFn: () => api.sheet(view.id, day),
    placeholderData: (before) => before,
  })
  const closing = useGivenAtClose(isPlaceholderData ? undefined : sheet)
  const isGiven = useIsGiven()
  if (error) return <Failed error={error} />
  if (!sheet) return <Loading what="the sheet" />
  const seesOther = weekGivenFor(view.record.home, sheet.week) !== null
  return (
    <div className="mx-auto max-w-4xl">
      <div className="no-print mt-5 flex flex-wrap items-center gap-2">
        <Link to={`/students/${view.id}`} className="mr-auto underline underline-offset-4">
          Back to {sheet.name}
        </Link>
        <Button onClick={() => window.print()}>
          <Printer aria-hidden size={18} /> Print
        </Button>
        <a className={buttonClass()} href={`/api/students/${view.id}/practice.pdf?day=${day}`}>
          Sheet as PDF
        </a>
        <Link className={buttonClass()} to={`/students/${view.id}/week?day=${day}`}>
          Change the week
        </Link>
        <GiveWeek week={sheet.week} blocks={sheet.blocks} closing={closing} />
      </div>
      {!isGiven(sheet.week, sheet.blocks) && seesOther && sheet.stops.length === 0 && (
        <p className="no-print text-kiln mt-2 text-right text-sm">
          At home they see the week before until this one is given.
        </p>
      )}
      <Paper sheet={sheet} />
    </div>
  )
}

export function Sheet() {
  const { studentId = '' } = useParams()
  const [query] = useSearchParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the sheet" />
  const day = parseDay(query.get('day') ?? '') ?? data.today
  return (
    <StudentContext value={data}>
      <SheetOf day={day} />
    </StudentContext>
  )
}
