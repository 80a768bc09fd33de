/** The remedy bench: a ladder as it is for this student, to be changed, seen, heard and taken away. */
import { StudentContext, useView } from '../../data/studentContext'
import type { OwnEntry } from '@vein-mend/contract'
import { slug, writePass } from '@vein-mend/core/packs'
import type { RemedyEntry } from '@vein-mend/core/packs'
import type { CaseState, LadderState } from '@vein-mend/core/record'
import type { LadderRung } from '@vein-mend/core/remedy'
import { useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import { useStudent } from '../../data/useStudent'
import type { StudentView } from '../../data/useStudent'
import { Button, buttonClass } from '../../ui/Button'
import { Failed } from '../../data/Failed'
import { Fold } from '../../ui/Fold'
import { Loading } from '../../ui/Page'
import { NotHere } from '../../ui/NotHere'
import { inserted, merged, split } from './edits'
import { InsertRung } from './InsertRung'
import { Notes } from './Notes'
import { RungEditor } from './RungEditor'
import { RungList } from './RungList'
import { TempoFinder } from './TempoFinder'

/** The ladder as a remedy of the studio's own, in the written form. */
function asRemedy(name: string, ladder: LadderState, rungs: readonly LadderRung[]): RemedyEntry {
  return {
    name,
    aim: `As made in this studio from ${ladder.name}.`,
    ...(ladder.loads.length > 0 ? { loads: ladder.loads } : {}),
    rungs: rungs.map((r) => ({
      name: r.name,
      do: r.instruction,
      way: r.way,
      at: r.condition,
      dose: r.dose,
      pass: writePass(r.pass),
      ...(r.notes ? { notes: r.notes } : {}),
    })),
  }
}

function useSaveAsOwn(view: StudentView, state: CaseState, ladder: LadderState) {
  const name = `${ladder.name}, our way`
  const { run } = useChange({
    change: (entries: readonly OwnEntry[]) =>
      api.changeEntries(view.record.card.instrument, entries),
    touches: [['pack'], ['packs'], ['student']],
    toasted: true,
    done: () => toast(`Kept as a remedy: ${name}`),
  })
  return (rungs: readonly LadderRung[]) => {
    const id = slug(`${name} ${view.record.lessons.length}`)
    const fault = view.knowledge.faults.find((f) => f.id === state.fault)
    if (!fault) return
    run([
      { section: 'remedies', id, entry: asRemedy(name, ladder, rungs) },
      { section: 'faults', id: fault.id, entry: { remedies: [...fault.remedies, id] } },
    ])
  }
}

interface BenchProps {
  readonly state: CaseState
  readonly ladder: LadderState
}

function useRungs(view: StudentView, state: CaseState, ladder: LadderState) {
  const act = useActs(view.id)
  const [draft, keepDraft] = useKept(`ladder-${state.id}`)
  const rungs = draft === '' ? ladder.rungs : (JSON.parse(draft) as readonly LadderRung[])
  const lesson = view.record.lessons.at(-1)?.id
  return {
    rungs,
    changed: draft !== '',
    change: (next: readonly LadderRung[]) => keepDraft(JSON.stringify(next)),
    drop: () => keepDraft(''),
    keep: () => {
      if (lesson === undefined) return
      act([{ kind: 'ladder-edited', lesson, case: state.id, rungs }], 'Ladder kept')
      keepDraft('')
    },
  }
}

function RungTools({
  rungs,
  at,
  onChange,
}: {
  rungs: readonly LadderRung[]
  at: number
  onChange: (rungs: readonly LadderRung[], said: string) => void
}) {
  return (
    <div className="flex flex-wrap gap-2">
      <Button small onClick={() => onChange(split(rungs, at), 'Split in two')}>
        Split in two
      </Button>
      <Button
        small
        disabled={at >= rungs.length - 1}
        onClick={() => onChange(merged(rungs, at), 'Joined with the next')}
      >
        Join with the next
      </Button>
      <Button
        small
        disabled={rungs.length < 2}
        onClick={() =>
          onChange(
            rungs.filter((_, i) => i !== at),
            'Taken out',
          )
        }
      >
        Take out
      </Button>
    </div>
  )
}

/** Every change of the list can be taken back in one move. `version` counts them, for forms to start anew. */
function useListChange(
  rungs: readonly LadderRung[],
  change: (next: readonly LadderRung[]) => void,
): { changeList: (next: readonly LadderRung[], said: string) => void; version: number } {
  const [version, setVersion] = useState(0)
  const changeList = (next: readonly LadderRung[], said: string) => {
    const before = rungs
    change(next)
    setVersion(version + 1)
    toast(said, {
      action: {
        label: 'Undo',
        onClick: () => {
          change(before)
          setVersion((v) => v + 1)
        },
      },
    })
  }
  return { changeList, version }
}

function LadderFiles({ files }: { files: string }) {
  return (
    <p className="mt-2 flex flex-wrap items-center gap-1">
      <span className="text-kiln text-sm">The whole ladder:</span>
      {(['pdf', 'musicxml', 'mid'] as const).map((kind) => (
        <a key={kind} className={buttonClass('bare')} href={`${files}.${kind}`} download>
          {kind === 'pdf' ? 'PDF' : kind === 'mid' ? 'MIDI' : 'MusicXML'}
        </a>
      ))}
    </p>
  )
}

function Bench({ state, ladder }: BenchProps) {
  const view = useView()
  const { rungs, changed, change, drop, keep } = useRungs(view, state, ladder)
  const { changeList, version } = useListChange(rungs, change)
  const [params, setParams] = useSearchParams()
  const saveAsOwn = useSaveAsOwn(view, state, ladder)
  const now = ladder.rungs[ladder.at]?.id ?? null
  const chosen = rungs.find((r) => r.id === params.get('rung')) ?? rungs.find((r) => r.id === now)
  const rung = chosen ?? rungs[0]
  const at = rung ? rungs.indexOf(rung) : -1
  const choose = (id: string) => setParams({ rung: id }, { replace: true })
  const lesson = view.record.lessons.at(-1)
  const files = `/api/students/${view.id}/faults/${state.id}/notes/ladder`
  if (!rung) return null
  return (
    <div className="mt-4 grid items-start gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,5fr)_minmax(0,8fr)]">
      <div>
        <RungList
          rungs={rungs}
          chosen={rung.id}
          now={now}
          onChoose={choose}
          onOrder={(next) => changeList(next, 'Moved')}
        />
        <div className="mt-3 flex flex-wrap gap-2">
          <InsertRung
            knowledge={view.knowledge}
            onInsert={(r) => changeList(inserted(rungs, at, r), `Put in: ${r.name}`)}
          />
        </div>
        <div className="mt-3 flex flex-wrap gap-2">
          <Button look="main" disabled={!changed} onClick={keep}>
            Keep the ladder
          </Button>
          <Button look="bare" disabled={!changed} onClick={drop}>
            Leave it as it was
          </Button>
          <Button onClick={() => saveAsOwn(rungs)}>Keep as a remedy of our own</Button>
        </div>
        <LadderFiles files={files} />
      </div>
      <div>
        <h2 className="text-xl">{rung.name}</h2>
        <p>{rung.instruction}</p>
        <Notes
          key={rung.id}
          state={state}
          rung={rung}
          place={ladder.rungs.findIndex((r) => r.id === rung.id)}
          kept={ladder.rungs.some((r) => r.id === rung.id) && !changed}
        />
        {lesson && <TempoFinder state={state} lesson={lesson.id} />}
        <Fold className="mt-6" headClass="font-serif text-lg font-semibold" head="Change this rung">
          <div className="space-y-3">
            <RungTools rungs={rungs} at={at} onChange={changeList} />
            <RungEditor
              key={`${rung.id} ${version}`}
              rung={rung}
              onChange={(r) => change(rungs.map((old) => (old.id === rung.id ? r : old)))}
            />
          </div>
        </Fold>
      </div>
    </div>
  )
}

export function RemedyBench() {
  const { studentId = '', caseId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the ladder" />
  const state = data.record.cases.find((c) => c.id === caseId)
  if (!state?.ladder) return <NotHere />
  return (
    <StudentContext value={data}>
      <p className="mt-5">
        <Link
          to={`/students/${data.id}/faults/${state.id}`}
          className="underline underline-offset-4"
        >
          {state.name}
        </Link>{' '}
        <span className="text-kiln">of {data.record.card.name}</span>
      </p>
      <h1 className="mt-1 text-2xl">
        {state.ladder.name}
        {state.ladder.edited && (
          <span className="text-kiln font-sans text-base font-normal"> changed by you</span>
        )}
      </h1>
      <Bench key={state.id} state={state} ladder={state.ladder} />
    </StudentContext>
  )
}
