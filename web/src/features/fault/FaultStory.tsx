/** The story of one fault: how it was settled, what was seen in every lesson, how sure we are. */
import { sayPass } from '@vein-mend/core/packs'
import { StudentContext, useView } from '../../data/studentContext'
import { ruleFor } from '@vein-mend/core/record'
import type { CaseState, LadderState } from '@vein-mend/core/record'
import { lazy, Suspense } from 'react'
import { Link, useParams } from 'react-router'
import { useStudent } from '../../data/useStudent'
import { Failed } from '../../data/Failed'
import { Loading, Section } from '../../ui/Page'
import { NotHere } from '../../ui/NotHere'
import { StateWord } from '../../ui/StateWord'
import { StrandMark } from '../../ui/StrandMark'
import { Overruling } from './Overruling'
import { PlayedIn } from './PlayedIn'
import { StuckPanel } from './StuckPanel'
import { longDay, nearDay, shortDay } from '../../wording/dates'
import { CONDITION_WORDS, percent, sayBelief, STRAND_WORDS } from '../../wording/words'

const RULE_ASIDE = '95 % and two clean lessons make it mended'

const BeliefChart = lazy(async () => ({ default: (await import('./BeliefChart')).BeliefChart }))

const RECALL_WORDS = { alone: 'alone', hint: 'with a hint', not: 'not' } as const

function Settled({ state }: { state: CaseState }) {
  const view = useView()
  const lesson = view.record.lessons.find((l) => l.id === state.settledOn)
  return (
    <Section title="How it was decided" aside={lesson && longDay(lesson.date)}>
      <p>
        {percent(state.probability)} on what was noted then
        {state.overruled !== null && <>; chosen against the ranking: “{state.overruled}”</>}. It
        might have been{' '}
        {state.rivals
          .filter((r) => r.fault !== state.fault)
          .map((r) => `${r.name.toLowerCase()} (${percent(r.probability)})`)
          .join(', ')}
        .
      </p>
      {lesson && (
        <p className="text-kiln mt-1">
          Noted:{' '}
          {lesson.signs.map((s) => `${s.text.toLowerCase()} (${s.strength})`).join('; ') ||
            'nothing'}
          {lesson.checks.length > 0 &&
            `. Checks: ${lesson.checks.map((c) => `${c.name}: ${c.outcome}`).join('; ')}`}
        </p>
      )}
      {state.drivenBy.length > 0 && (
        <p className="mt-1">
          Driven by{' '}
          {state.drivenBy
            .map((id) => view.record.cases.find((c) => c.id === id)?.name.toLowerCase())
            .join(', ')}
          .
        </p>
      )}
    </Section>
  )
}

function LessonByLesson({ state }: { state: CaseState }) {
  return (
    <Section title="Lesson by lesson">
      <table className="w-full">
        <thead className="text-kiln text-left text-sm">
          <tr>
            <th className="font-medium">Lesson</th>
            <th className="font-medium">State after it</th>
            <th className="font-medium">Cue recalled</th>
            <th className="font-medium">Looked</th>
            <th className="font-medium">Rungs up</th>
            <th className="font-medium">Sure it is mended</th>
          </tr>
        </thead>
        <tbody>
          {state.points.toReversed().map((p) => {
            const recall = state.recalls.findLast((r) => r.lesson === p.lesson)
            return (
              <tr key={p.lesson} className="border-line border-b">
                <th scope="row" className="py-1.5 text-left font-medium whitespace-nowrap">
                  {shortDay(p.date)}
                </th>
                <td>
                  <StateWord state={p.state} />
                </td>
                <td>{recall ? RECALL_WORDS[recall.recall] : ''}</td>
                <td>
                  {state.looks
                    .filter((l) => l.lesson === p.lesson)
                    .map(
                      (l) =>
                        `${l.clean} of ${l.tries} ${CONDITION_WORDS[l.condition]}${l.prompted ? ', prompted' : ''}`,
                    )
                    .join('; ')}
                </td>
                <td className="tabular-nums">{p.rungsPassed}</td>
                <td className="tabular-nums">{percent(p.belief)}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </Section>
  )
}

/** What the student said of the movement over the lessons. */
function Described({ state }: { state: CaseState }) {
  const { lessons } = useView().record
  if (state.descriptions.length === 0) return null
  return (
    <Section title="In the student’s words">
      <ul>
        {state.descriptions.toReversed().map((d) => {
          const on = lessons.find((l) => l.id === d.lesson)?.date
          return (
            <li key={d.act}>
              {on && <span className="text-kiln">{shortDay(on)}:</span>} “{d.words}”
            </li>
          )
        })}
      </ul>
    </Section>
  )
}

/** What became of a rung: passed, or only gone past. */
function rungStanding(ladder: LadderState, i: number): string {
  const rung = ladder.rungs[i]
  if (!rung || i > ladder.at) return ''
  if (i === ladder.at) return `(now; ${sayPass(rung.pass)})`
  const skipped = ladder.skipped.find((s) => s.rung === rung.id)
  if (!skipped) return ladder.passed.includes(rung.id) ? '(passed)' : '(not tried here)'
  return skipped.reason === null ? '(gone past; nobody tried it)' : `(skipped: ${skipped.reason})`
}

function Ladder({ state }: { state: CaseState }) {
  const { ladder } = state
  if (!ladder) return null
  return (
    <Section
      title={`Ladder: ${ladder.name}`}
      aside={<Link to="ladder">See, hear and change it</Link>}
    >
      <ol className="list-decimal space-y-1 pl-6">
        {ladder.rungs.map((r, i) => (
          <li
            key={r.id}
            aria-current={i === ladder.at ? 'step' : undefined}
            className={i === ladder.at ? 'font-semibold' : i < ladder.at ? '' : 'text-kiln'}
          >
            {r.name}
            <span className="font-normal"> {rungStanding(ladder, i)}</span>
          </li>
        ))}
      </ol>
    </Section>
  )
}

export function FaultStory() {
  const { studentId = '', caseId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the fault" />
  const state = data.record.cases.find((c) => c.id === caseId)
  if (!state) return <NotHere />
  const rule = ruleFor(data.record, state)
  const { status } = state
  return (
    <StudentContext value={data}>
      <p className="mt-5">
        <Link to={`/students/${data.id}`} className="underline underline-offset-4">
          Back to {data.record.card.name}
        </Link>
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <StrandMark strand={state.strand} title={STRAND_WORDS[state.strand]} />
        <h1 className="text-2xl">{state.name}</h1>
        <StateWord state={status.state} />
      </div>
      <p className="text-kiln mt-1">
        {status.state === 'mended'
          ? `Mended on ${longDay(status.on)}. ${status.nextRecheck === null ? 'All rechecks passed.' : `Look again ${nearDay(status.nextRecheck, data.today)}.`}`
          : `By the looks so far ${sayBelief(rule.belief)}; ${rule.cleanLessons} of ${rule.cleanLessonsAsked} clean lessons in a row.`}
        {state.cue && ` Cue: “${state.cue.words}”.`}
      </p>
      <div className="grid gap-x-10 lg:grid-cols-2">
        <Section title="How sure we are" aside={RULE_ASIDE}>
          <Suspense fallback={<Loading what="the chart" />}>
            <BeliefChart points={state.points} />
          </Suspense>
        </Section>
        <Ladder state={state} />
      </div>
      <StuckPanel state={state} />
      <PlayedIn state={state} />
      <Overruling state={state} />
      <Described state={state} />
      <LessonByLesson state={state} />
      <Settled state={state} />
    </StudentContext>
  )
}
