/** Gates: which techniques are open, on what evidence, what comes before them, and which are got ready for. */
import { StudentContext, useView } from '../../data/studentContext'
import { layoutChain } from '@vein-mend/core/seam'
import { factsOf, stoppedOf } from '@vein-mend/core/record'
import { gateOpenings, gateStates } from '@vein-mend/core/standing'
import type { GateState, NeedState } from '@vein-mend/core/standing'
import { gateAhead } from '@vein-mend/core/practice'
import { Link, useParams } from 'react-router'
import { useActs } from '../../data/useActs'
import { useStudent } from '../../data/useStudent'
import { Button } from '../../ui/Button'
import { Failed } from '../../data/Failed'
import { Loading } from '../../ui/Page'
import { Why } from '../../ui/Why'
import { WithReason } from '../../parts/WithReason'
import { longDay, shortDay } from '../../wording/dates'
import { percent, plural } from '../../wording/words'
import { keptLately } from '../../parts/keptLately'
import { LookFirst, OutlookInWords } from '../../parts/Outlook'

const STATE: Readonly<Record<GateState['state'], { words: string; mark: string }>> = {
  open: { words: 'open', mark: '⌒' },
  'waits-for-others': { words: 'ready, waits', mark: '⋯' },
  'not-yet': { words: 'not yet', mark: '│' },
  'too-few': { words: 'too few lessons', mark: '?' },
}

function Lessons({ need }: { need: NeedState }) {
  return (
    <span className="inline-flex gap-0.5" aria-hidden>
      {need.lessons.map((l) => (
        <svg key={l.lesson} viewBox="0 0 10 10" width="11" height="11">
          <title>{shortDay(l.date)}</title>
          {l.good ? (
            <circle cx="5" cy="5" r="4" fill="var(--ink)" />
          ) : (
            <path d="M2 2 L8 8 M8 2 L2 8" stroke="var(--ink)" strokeWidth="1.8" />
          )}
        </svg>
      ))}
    </span>
  )
}

function Need({ need }: { need: NeedState }) {
  return (
    <li className="py-1">
      <span className={need.holds ? '' : 'text-kiln'}>{need.need.text}</span>{' '}
      <Lessons need={need} />
      <span className="text-kiln block text-sm">
        {need.seen === 0 ? (
          'nobody has looked yet'
        ) : (
          <>
            good in {need.good} of {plural(need.seen, 'lesson')}
            {need.good > 0 && (
              <>
                , so{' '}
                <Why because="So few lessons leave it open how often it holds. Counted on is the lower end of what they allow (80 % interval): it rises as more lessons are good.">
                  at least {percent(need.share.low)}
                </Why>
              </>
            )}
            ; {percent(need.need.share)} is asked
          </>
        )}
      </span>
    </li>
  )
}

/** The teacher has the last word: open against the evidence, or shut, with a reason; and back in one move. */
function LastWord({ gate }: { gate: GateState }) {
  const view = useView()
  const act = useActs(view.id)
  const { id, name } = gate.gate
  const say = (open: boolean | null, reason: string, said: string) =>
    act([{ kind: 'gate-overruled', date: view.today, gate: id, open, reason }], said)
  if (gate.overruled) {
    const { open, on, reason } = gate.overruled
    return (
      <div className="mt-1">
        <p>
          You hold it {open ? 'open' : 'shut'} since {longDay(on)}: “{reason}”
        </p>
        <Button
          small
          look="bare"
          onClick={() => say(null, 'by its evidence again', `${name} by its evidence again`)}
        >
          Let the evidence speak
        </Button>
      </div>
    )
  }
  return gate.state === 'open' ? (
    <WithReason
      keptAs={`shut-${view.id}-${gate.gate.id}`}
      label="Shut it all the same"
      ask="Why is it not open for this student?"
      done="Shut it"
      onGive={(reason) => say(false, reason, `${name} held shut`)}
    />
  ) : (
    <WithReason
      keptAs={`open-${view.id}-${gate.gate.id}`}
      label="Open it all the same"
      ask="Why is it open before its evidence is there?"
      done="Open it"
      onGive={(reason) => say(true, reason, `${name} held open`)}
    />
  )
}

/** The gate taken into the weeks at home, with when it may open. */
function GettingReady({ gate }: { gate: GateState }) {
  const view = useView()
  const act = useActs(view.id)
  const { id, name, prepare } = gate.gate
  const on = view.record.preparing.some((p) => p.gate === id)
  const silent = stoppedOf(view.record, view.knowledge.playing) !== null
  const ahead = on ? gateAhead(view.record, view.knowledge, id) : null
  return (
    <div className="mt-2">
      {on && !silent && prepare !== null && <p className="mb-1">At home: {prepare}</p>}
      {ahead?.kind === 'unseen' && <LookFirst needs={ahead.needs} />}
      {ahead?.kind === 'known' && (
        <OutlookInWords
          asked={{ about: 'gate', pace: ahead.pace }}
          kept={keptLately(view).kept}
          today={view.today}
        />
      )}
      {silent && !on ? (
        <p>It waits: nothing is got ready for until what stops the playing has been answered.</p>
      ) : (
        <Button
          small
          className="mt-1"
          onClick={() =>
            act(
              [{ kind: 'gate-prepared', date: view.today, gate: id, on: !on }],
              on ? `${name} waits` : `Getting ready for ${name}`,
            )
          }
        >
          {on ? 'Let it wait' : 'Get ready for it at home'}
        </Button>
      )}
    </div>
  )
}

function Card({
  gate,
  opened,
  nameOf,
}: {
  gate: GateState
  opened: string | undefined
  nameOf: (id: string) => string
}) {
  const { words, mark } = STATE[gate.state]
  const isOpen = gate.state === 'open'
  return (
    <div
      className={`rounded-md border-2 p-3 ${isOpen ? 'border-ink bg-glaze' : 'border-line border-dashed'}`}
    >
      <h2 className="flex items-baseline gap-2 text-lg">
        <span aria-hidden>{mark}</span>
        {gate.gate.name}
        <span className="text-kiln ml-auto font-sans text-sm font-normal whitespace-nowrap">
          {words}
        </span>
      </h2>
      {isOpen && !gate.overruled && opened !== undefined && (
        <p className="text-kiln text-sm">open since {longDay(opened as never)}</p>
      )}
      {gate.waitsFor.length > 0 && (
        <p className="text-kiln text-sm">comes after {gate.waitsFor.map(nameOf).join(' and ')}</p>
      )}
      <ul className="mt-1">
        {gate.needs.map((n) => (
          <Need key={n.need.text} need={n} />
        ))}
      </ul>
      {!isOpen && <GettingReady gate={gate} />}
      <LastWord gate={gate} />
    </div>
  )
}

function Map_() {
  const view = useView()
  const gates = gateStates(view.record, view.knowledge)
  const openings = gateOpenings(view.record, view.knowledge)
  const drivesOf = (id: string) =>
    Object.fromEntries(
      gates.filter((g) => g.gate.after.includes(id)).map((g) => [g.gate.id, 1] as const),
    )
  const chain = layoutChain(gates.map((g) => ({ id: g.gate.id, drives: drivesOf(g.gate.id) })))
  const nameOf = (id: string) => gates.find((g) => g.gate.id === id)?.gate.name.toLowerCase() ?? id
  const columns = Array.from({ length: chain.columns }, (_, column) =>
    chain.faults
      .filter((f) => f.column === column)
      .flatMap((f) => gates.find((g) => g.gate.id === f.id) ?? []),
  )
  if (gates.length === 0)
    return <p className="mt-6">The pack of this instrument has no gates yet.</p>
  return (
    <ol className="mt-4 grid items-start gap-4 md:grid-flow-col md:auto-cols-fr">
      {columns.map((here, i) => (
        <li key={i}>
          <p className="text-kiln mb-1 text-sm">{i === 0 ? 'first' : 'then'}</p>
          <ul className="space-y-3">
            {here.map((g) => (
              <li key={g.gate.id}>
                <Card gate={g} opened={openings.get(g.gate.id)} nameOf={nameOf} />
              </li>
            ))}
          </ul>
        </li>
      ))}
    </ol>
  )
}

export function Gates() {
  const { studentId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the gates" />
  const { schools } = factsOf(data.record.card, data.knowledge)
  const names = data.knowledge.schools.filter((s) => Object.values(schools).includes(s.id))
  return (
    <StudentContext value={data}>
      <p className="mt-5">
        <Link to={`/students/${data.id}`} className="underline underline-offset-4">
          {data.record.card.name}
        </Link>
      </p>
      <h1 className="mt-1 text-2xl">Gates</h1>
      <p className="text-kiln max-w-prose">
        A technique is open when what it needs holds most of the time, lesson after lesson; a month
        for one, years for another. By the school:{' '}
        {names.map((s) => s.name.toLowerCase()).join('; ')}.
      </p>
      <Map_ />
    </StudentContext>
  )
}
