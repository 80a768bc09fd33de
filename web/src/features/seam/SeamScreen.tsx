/** The seam with room: zoomed, beside another student's or hand by hand, and taken away as a file. */
import { StudentContext, useView } from '../../data/studentContext'
import { parseDay } from '@vein-mend/core/kit'
import { layoutSeam, wholeWindow } from '@vein-mend/core/seam'
import type { SeamWindow } from '@vein-mend/core/seam'
import type { CaseState } from '@vein-mend/core/record'
import { handOfFault, HANDS } from '@vein-mend/core/watch'
import type { WhichHand } from '@vein-mend/core/watch'
import { useMemo } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { useStudent } from '../../data/useStudent'
import { useStudents } from '../../data/useStudio'
import { Button } from '../../ui/Button'
import { Pick } from '../../ui/Inputs'
import { Failed } from '../../data/Failed'
import { Loading, Section } from '../../ui/Page'
import { saveSeam } from './saveSeam'
import { Seam, seamSize, WindowButtons } from '../../parts/seam/Seam'

const NOBODY = 'nobody'
const HAND_BY_HAND = 'hands'
const HAND_WORDS: Record<WhichHand | 'neither', string> = {
  left: 'Left hand',
  right: 'Right hand',
  neither: 'Both, or neither',
}
const FILE_WIDTH = 1400

/** What is shown and beside whom, in the address, so that it can be linked and outlives a reload. */
function useShown() {
  const [query, setQuery] = useSearchParams()
  const [from, to] = [parseDay(query.get('from') ?? ''), parseDay(query.get('to') ?? '')]
  const window = useMemo((): SeamWindow | null => (from && to ? { from, to } : null), [from, to])
  const beside = query.get('beside') ?? NOBODY
  const set = (next: SeamWindow | null, other: string) =>
    setQuery(
      {
        ...(next ? { from: next.from, to: next.to } : {}),
        ...(other === NOBODY ? {} : { beside: other }),
      },
      { replace: true },
    )
  return {
    window,
    beside,
    setWindow: (next: SeamWindow | null) => set(next, beside),
    setBeside: (other: string) => set(window, other),
  }
}

function Files({ window }: { window: SeamWindow }) {
  const view = useView()
  const save = (kind: 'svg' | 'png') => {
    const layout = layoutSeam(view.record, seamSize(FILE_WIDTH), window)
    void saveSeam(layout, `Seam of ${view.record.card.name}`, kind)
  }
  return (
    <span className="flex gap-2">
      <Button onClick={() => save('svg')}>Save as SVG</Button>
      <Button onClick={() => save('png')}>Save as PNG</Button>
    </span>
  )
}

function Besides({ value, onChange }: { value: string; onChange: (other: string) => void }) {
  const view = useView()
  const { data } = useStudents()
  const others = data?.students.filter((s) => s.id !== view.id) ?? []
  return (
    <Pick
      label="Beside it"
      value={value}
      options={[
        [NOBODY, 'nobody'] as const,
        [HAND_BY_HAND, 'hand by hand'] as const,
        ...others.map((s) => [s.id as string, s.name] as const),
      ]}
      onChange={onChange}
    />
  )
}

interface SharedWindow {
  readonly window: SeamWindow | null
  readonly onWindow: (window: SeamWindow | null) => void
}

function Other({ id, ...shared }: { id: string } & SharedWindow) {
  const { data, error } = useStudent(id)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the other student" />
  return (
    <Section title={data.record.card.name} aside={data.knowledge.name}>
      <StudentContext value={data}>
        <Seam title={`The seam of ${data.record.card.name}`} {...shared} />
      </StudentContext>
    </Section>
  )
}

function HandByHand(shared: SharedWindow) {
  const view = useView()
  const { knowledge } = view
  const groups = useMemo(() => {
    const handOf = (state: CaseState) => {
      const fault = knowledge.faults.find((f) => f.id === state.fault)
      return (fault && handOfFault(fault, knowledge)) ?? 'neither'
    }
    return ([...HANDS, 'neither'] as const).map((hand) => ({
      hand,
      only: (state: CaseState) => handOf(state) === hand,
    }))
  }, [knowledge])
  return groups
    .filter(({ only }) => view.record.cases.some(only))
    .map(({ hand, only }) => (
      <Section key={hand} title={HAND_WORDS[hand]}>
        <Seam only={only} title={HAND_WORDS[hand]} {...shared} />
      </Section>
    ))
}

function Shown() {
  const view = useView()
  const { window, beside, setWindow, setBeside } = useShown()
  const whole = wholeWindow(view.record)
  const shown = window ?? whole
  const shared = { window: shown, onWindow: setWindow }
  return (
    <>
      <h1 className="mt-5 text-2xl">
        The seam of{' '}
        <Link to={`/students/${view.id}`} className="underline underline-offset-4">
          {view.record.card.name}
        </Link>
        <span className="text-kiln font-sans text-base font-normal">, {view.knowledge.name}</span>
      </h1>
      {shown && (
        <div className="mt-3 flex flex-wrap items-end justify-between gap-3">
          <WindowButtons window={shown} onChange={setWindow} />
          <div className="flex flex-wrap items-end gap-3">
            <Besides value={beside} onChange={setBeside} />
            <Files window={shown} />
          </div>
        </div>
      )}
      {beside === HAND_BY_HAND ? (
        <HandByHand {...shared} />
      ) : (
        <div className="mt-4">
          <Seam {...shared} />
        </div>
      )}
      {beside !== NOBODY && beside !== HAND_BY_HAND && <Other id={beside} {...shared} />}
    </>
  )
}

export function SeamScreen() {
  const { studentId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the seam" />
  return (
    <StudentContext value={data}>
      <Shown />
    </StudentContext>
  )
}
