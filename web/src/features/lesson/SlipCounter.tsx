/** Counts slips while the student plays: one key or touch each, with its time; the take is kept as a tally. */
import { useView, useLesson } from '../../data/studentContext'
import type { CaseState } from '@vein-mend/core/record'
import { useEffect, useRef, useState } from 'react'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { plural } from '../../wording/words'
import type { Setting } from './setting'

interface Props {
  readonly state: CaseState
  readonly setting: Setting
}

/** A run shorter than this was a slip of the finger. */
const SHORTEST_SECONDS = 1

function seconds(ms: number): number {
  return Math.round(ms / 100) / 10
}

/** The slips on the take's own time. */
function TakeLine({ slips, length }: { slips: readonly number[]; length: number }) {
  return (
    <svg viewBox="0 0 200 14" className="h-4 w-full max-w-80" aria-hidden>
      <path d="M1 10 H199" stroke="var(--kiln)" />
      {slips.map((at, i) => (
        <path
          key={i}
          d={`M${1 + (198 * at) / Math.max(length, 0.1)} 2 V12`}
          stroke="var(--ink)"
          strokeWidth="2"
        />
      ))}
    </svg>
  )
}

function Counting({
  name,
  onStop,
}: {
  name: string
  onStop: (slips: readonly number[], length: number) => void
}) {
  const [start] = useState(() => performance.now())
  const [slips, setSlips] = useState<readonly number[]>([])
  const panel = useRef<HTMLDivElement>(null)
  useEffect(() => panel.current?.focus(), [])
  const now = () => seconds(performance.now() - start)
  const slip = () => setSlips((all) => [...all, now()])
  return (
    <div
      ref={panel}
      tabIndex={-1}
      role="group"
      aria-label={`Counting slips: ${name}`}
      onKeyDown={(event) => {
        if (event.key === 'Escape' || event.key === 'Enter') {
          event.preventDefault()
          onStop(slips, now())
        } else if (event.key === 'Backspace') setSlips(slips.slice(0, -1))
        else if (event.key.length === 1) {
          event.preventDefault()
          slip()
        }
      }}
      className="bg-glaze border-ink rounded-md border p-3"
    >
      <p className="text-sm">
        Any key or touch for each slip; Enter stops, Backspace takes one away.
      </p>
      <div className="mt-2 flex items-stretch gap-3">
        <button
          type="button"
          onPointerDown={(event) => {
            event.preventDefault()
            slip()
          }}
          className="bg-ink text-slip min-h-20 flex-1 rounded-md text-xl font-semibold"
        >
          Slip <span className="tabular-nums">{slips.length}</span>
        </button>
        <Button onClick={() => onStop(slips, now())}>Stop</Button>
      </div>
      <span className="sr-only" role="status">
        {plural(slips.length, 'slip')}
      </span>
    </div>
  )
}

export function SlipCounter({ state, setting }: Props) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const [counting, setCounting] = useState(false)
  const runs = state.slipCounts.filter((c) => c.lesson === lesson.id)
  const stop = (slips: readonly number[], length: number) => {
    setCounting(false)
    if (length < SHORTEST_SECONDS) return
    const { condition, prompted } = setting
    act(
      [
        {
          kind: 'slips-counted',
          lesson: lesson.id,
          case: state.id,
          condition,
          prompted,
          seconds: length,
          slips,
        },
      ],
      `${state.name}: ${plural(slips.length, 'slip')} in ${Math.round(length)} s`,
    )
  }
  if (counting) return <Counting name={state.name} onStop={stop} />
  return (
    <div>
      {runs.map((t) => (
        <div key={t.act} className="flex items-center gap-3 text-sm">
          <span className="whitespace-nowrap">
            {plural(t.slips.length, 'slip')} in {Math.round(t.seconds)} s
          </span>
          <TakeLine slips={t.slips} length={t.seconds} />
        </div>
      ))}
      <Button
        small
        look="bare"
        onClick={() => setCounting(true)}
        aria-label={`Count slips: ${state.name}`}
      >
        Count slips while they play
      </Button>
    </div>
  )
}
