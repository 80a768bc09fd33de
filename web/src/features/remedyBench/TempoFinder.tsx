/** Finds the clean tempo by trying, and then climbs to the one that is wanted in small equal steps. */
import { useView } from '../../data/studentContext'
import type { CaseState } from '@vein-mend/core/record'
import {
  cleanTempo,
  SETTLES_AT,
  startStaircase,
  tempoNow,
  tempoSteps,
  tryAt,
  TURNS_ENOUGH,
} from '@vein-mend/core/remedy'
import type { Staircase } from '@vein-mend/core/remedy'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { Button } from '../../ui/Button'
import { Num } from '../../ui/Inputs'
import { Section } from '../../ui/Page'

const FIRST_BPM = 60
const FIRST_TARGET = 96

function Finding({
  stairs,
  onTry,
  onStop,
}: {
  stairs: Staircase
  onTry: (clean: boolean) => void
  onStop: () => void
}) {
  return (
    <div className="bg-glaze border-ink rounded-md border p-3">
      <p>
        Play at{' '}
        <span className="text-2xl font-semibold tabular-nums">{Math.round(stairs.bpm)}</span>
        <span className="text-kiln text-sm">
          {' '}
          try {stairs.tries + 1}, {stairs.turns.length} of {TURNS_ENOUGH} turns
        </span>
      </p>
      <div className="mt-2 flex gap-2">
        <Button onClick={() => onTry(true)}>Clean</Button>
        <Button onClick={() => onTry(false)}>Not clean</Button>
        <Button look="bare" onClick={onStop}>
          Leave it
        </Button>
      </div>
    </div>
  )
}

function Climbing({ state, lesson }: Props) {
  const view = useView()
  const act = useActs(view.id)
  const tempo = state.ladder?.tempo
  if (!tempo) return null
  const steps = tempoSteps(tempo.clean, tempo.target)
  const tried = (clean: boolean) =>
    act([{ kind: 'tempo-tried', lesson, case: state.id, clean }], clean ? 'Clean' : 'Not clean')
  return (
    <div>
      <p>
        Now at{' '}
        <span className="text-xl font-semibold tabular-nums">{Math.round(tempoNow(tempo))}</span>,
        step {tempo.at + 1} of {steps.length} from {Math.round(tempo.clean)} to{' '}
        {Math.round(tempo.target)}; no step is larger than 8 %.
      </p>
      <ol className="my-2 flex items-end gap-1" aria-label="Tempo steps">
        {steps.map((bpm, i) => (
          <li
            key={i}
            aria-current={i === tempo.at ? 'step' : undefined}
            className={`w-9 rounded-t text-center text-xs tabular-nums ${i <= tempo.at ? 'bg-ink text-slip' : 'bg-line'}`}
            style={{ height: 18 + (30 * i) / Math.max(1, steps.length - 1) }}
          >
            {Math.round(bpm)}
          </li>
        ))}
      </ol>
      <div className="flex gap-2">
        <Button small onClick={() => tried(true)}>
          Clean
        </Button>
        <Button small onClick={() => tried(false)}>
          Not clean
        </Button>
        <span className="text-kiln self-center text-sm">two that are not clean step down</span>
      </div>
    </div>
  )
}

interface Props {
  readonly state: CaseState
  readonly lesson: StudentView['record']['lessons'][number]['id']
}

export function TempoFinder({ state, lesson }: Props) {
  const view = useView()
  const act = useActs(view.id)
  const [stairs, setStairs] = useState<Staircase | null>(null)
  const [start, setStart] = useState(FIRST_BPM)
  const [target, setTarget] = useState(FIRST_TARGET)
  const onTry = (clean: boolean) => {
    if (!stairs) return
    const next = tryAt(stairs, clean)
    const found = cleanTempo(next)
    if (found === null) {
      setStairs(next)
      return
    }
    const bpm = Math.round(found)
    act([{ kind: 'tempo-found', lesson, case: state.id, clean: bpm, target }], `Clean at ${bpm}`)
    setStairs(null)
  }
  return (
    <Section
      title="Tempo"
      aside={`two clean go faster, one that is not goes slower: at what it finds, ${Math.round(10 * SETTLES_AT['two-up'])} of 10 are clean`}
    >
      <Climbing state={state} lesson={lesson} />
      {stairs ? (
        <Finding stairs={stairs} onTry={onTry} onStop={() => setStairs(null)} />
      ) : (
        <div className="mt-2 flex flex-wrap items-end gap-3">
          <div className="w-32">
            <Num label="Begin at" value={start} min={20} max={300} onChange={setStart} />
          </div>
          <div className="w-32">
            <Num label="Wanted" value={target} min={20} max={300} onChange={setTarget} />
          </div>
          <Button
            disabled={!(start >= 20 && target >= 20)}
            onClick={() => setStairs(startStaircase(start))}
          >
            Find the clean tempo
          </Button>
        </div>
      )}
    </Section>
  )
}
