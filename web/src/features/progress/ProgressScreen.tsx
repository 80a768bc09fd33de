/** What the weeks have brought, what lags, and what goes out: letter, report, tables, handover. */
import { StudentContext, useView } from '../../data/studentContext'
import { RECORD_TABLES } from '@vein-mend/contract'
import { addDays, parseDay } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import { progressOf } from '@vein-mend/core/watch'
import type { Progress } from '@vein-mend/core/watch'
import { Link, useParams, useSearchParams } from 'react-router'
import { useStudent } from '../../data/useStudent'
import { buttonClass } from '../../ui/Button'
import { DateBox } from '../../ui/DateBox'
import { Field } from '../../ui/Field'
import { Failed } from '../../data/Failed'
import { Loading, Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { percent, plural } from '../../wording/words'
import { Breaks } from './Breaks'
import { Lagging } from './Lagging'

/** A term, where nobody says from when. */
const TERM_DAYS = 90

function Names({ title, lines }: { title: string; lines: readonly React.ReactNode[] }) {
  if (lines.length === 0) return null
  return (
    <div>
      <h3 className="font-semibold">{title}</h3>
      <ul className="mb-2">
        {lines.map((line, i) => (
          <li key={i} className="border-line border-b py-1">
            {line}
          </li>
        ))}
      </ul>
    </div>
  )
}

function FaultLink({ id, name }: { id: string; name: string }) {
  const view = useView()
  return (
    <Link className="underline underline-offset-4" to={`/students/${view.id}/faults/${id}`}>
      {name}
    </Link>
  )
}

const fault = (id: string, name: string) => <FaultLink id={id} name={name} />

function Faults({ progress }: { progress: Progress }) {
  return (
    <div>
      <Names
        title="Mended"
        lines={progress.mended.map((f) => (
          <>
            {fault(f.case, f.name)}, {shortDay(f.on)}
            <span className="text-kiln">
              ,{' '}
              {f.cleanRechecks === 0
                ? 'not rechecked yet'
                : `${plural(f.cleanRechecks, 'recheck')} clean`}
            </span>
          </>
        ))}
      />
      <Names
        title="Come back"
        lines={progress.cameBack.map((f) => (
          <>
            {fault(f.case, f.name)}, {shortDay(f.on)}
          </>
        ))}
      />
      <Names
        title="Healing"
        lines={progress.healing.map((f) => (
          <>
            {fault(f.case, f.name)}
            <span className="text-kiln">
              , rung {f.number} of {f.of}, {f.rungsPassed} passed in this time
            </span>
          </>
        ))}
      />
    </div>
  )
}

function Gates({ progress }: { progress: Progress }) {
  return (
    <div>
      <Names
        title="Gates that opened"
        lines={progress.gatesOpened.map((g) => (
          <>
            {g.name}, {shortDay(g.on)}
            <span className="text-kiln block text-sm">
              {g.needs
                .map((n) => `${n.need.text.toLowerCase()}: ${n.good} of ${n.seen} lessons`)
                .join('; ')}
            </span>
          </>
        ))}
      />
      <Names
        title="Gates that are near"
        lines={progress.gatesNext.map((g) => (
          <>
            {g.name}
            <span className="text-kiln block text-sm">
              missing:{' '}
              {g.needs
                .map((n) => `${n.need.text.toLowerCase()} (${n.good} of ${n.seen})`)
                .join('; ')}
            </span>
          </>
        ))}
      />
      <Names title="Waiting" lines={progress.next.map((f) => fault(f.case, f.name))} />
      <p>
        <span className="text-kiln">Practice ticked:</span>{' '}
        {progress.kept === null ? 'nothing, so nothing is known' : percent(progress.kept)}
      </p>
    </div>
  )
}

function Brought({ progress }: { progress: Progress }) {
  return (
    <div className="grid gap-x-10 lg:grid-cols-2">
      <Faults progress={progress} />
      <Gates progress={progress} />
    </div>
  )
}

function Stretch({ from, to }: { from: IsoDate; to: IsoDate }) {
  const [, setQuery] = useSearchParams()
  const set = (change: Readonly<Record<string, string>>) =>
    setQuery({ from, to, ...change }, { replace: true })
  return (
    <>
      <Field label="From">
        {(p) => <DateBox {...p} value={from} onChange={(e) => set({ from: e.target.value })} />}
      </Field>
      <Field label="To">
        {(p) => <DateBox {...p} value={to} onChange={(e) => set({ to: e.target.value })} />}
      </Field>
    </>
  )
}

/** The file for another studio; where nobody has said yes yet, what is missing and where it is noted. */
function Handover() {
  const view = useView()
  const { name, consents } = view.record.card
  if (consents['handing-on'].state === 'given') {
    return (
      <>
        <a className={buttonClass()} href={`/api/students/${view.id}/handover`}>
          Handover file
        </a>
        {view.record.takes.some((t) => !t.removed) && (
          <a className={buttonClass()} href={`/api/students/${view.id}/handover.zip`}>
            With recordings and pictures
          </a>
        )}
      </>
    )
  }
  return (
    <p className="max-w-sm">
      A handover file needs a recorded yes of {name}, or of a guardian for a child.{' '}
      <Link className="underline underline-offset-4" to={`/students/${view.id}/card`}>
        Note it on the card
      </Link>
    </p>
  )
}

function Files({ from, to }: { from: IsoDate; to: IsoDate }) {
  const view = useView()
  const at = `/api/students/${view.id}`
  const stretch = `from=${from}&to=${to}`
  return (
    <div className="mt-4 flex flex-wrap items-end gap-3">
      <Stretch from={from} to={to} />
      <a className={buttonClass('main')} href={`${at}/progress/letter.pdf?${stretch}`}>
        Letter for the family
      </a>
      <a className={buttonClass()} href={`${at}/progress/report.pdf?${stretch}`}>
        Term report
      </a>
      <Handover />
    </div>
  )
}

function Tables() {
  const view = useView()
  return (
    <Section title="Every table" aside="CSV, for any other program">
      <p className="flex flex-wrap gap-x-4">
        {RECORD_TABLES.map((table) => (
          <a
            key={table}
            className="inline-flex min-h-11 items-center underline underline-offset-4"
            href={`/api/students/${view.id}/tables/${table}.csv`}
          >
            {table.replace('-', ' ')}
          </a>
        ))}
      </p>
    </Section>
  )
}

function Shown() {
  const view = useView()
  const [query] = useSearchParams()
  const to = parseDay(query.get('to') ?? '') ?? view.today
  const from = parseDay(query.get('from') ?? '') ?? addDays(to, -TERM_DAYS)
  const progress = progressOf(view.record, view.knowledge, from, to)
  return (
    <>
      <h1 className="mt-5 text-2xl">
        Progress of{' '}
        <Link to={`/students/${view.id}`} className="underline underline-offset-4">
          {view.record.card.name}
        </Link>
      </h1>
      <Files from={from} to={to} />
      <Section title="What these weeks brought" aside={plural(progress.lessons, 'lesson')}>
        <Brought progress={progress} />
      </Section>
      <Lagging />
      <Breaks />
      <Tables />
    </>
  )
}

export function ProgressScreen() {
  const { studentId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the progress" />
  return (
    <StudentContext value={data}>
      <Shown />
    </StudentContext>
  )
}
