/** Finds the clean tempo by trying, and then climbs to the one that is wanted in small equal steps. */
import { useView } from '../../data/studentContext'
import type { Exercise } from '@vein-mend/core/music'
import { factsOf } from '@vein-mend/core/record'
import type { CaseState } from '@vein-mend/core/record'
import {
  cleanTempo,
  rungExercise,
  SETTLES_AT,
  startStaircase,
  tempoNow,
  tempoSteps,
  tryAt,
  TURNS_ENOUGH,
} from '@vein-mend/core/remedy'
import type { Staircase } from '@vein-mend/core/remedy'
import { measuresOf } from '@vein-mend/core/readers'
import { measureOf } from '@vein-mend/core/measure'
import { askedOf, isTapped, USUAL_THRESHOLDS } from '@vein-mend/core/timing'
import type { MeasureName, PlayedNote } from '@vein-mend/core/timing'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { canHearMidi } from '../../devices/midiKeyboard'
import { HearKeyboard, TapHere } from '../../parts/PlayedHere'
import { Button } from '../../ui/Button'
import { Choice } from '../../ui/Choice'
import { Num } from '../../ui/Inputs'
import { Section } from '../../ui/Page'
import { SidePanel } from '../../ui/SidePanel'
import { sayMeasure } from '../../wording/measureWords'
import { plural } from '../../wording/words'

const FIRST_BPM = 60
const FIRST_TARGET = 96

interface TryJudged {
  /** Null where it was tapped: the rhythm alone is no clean try. */
  readonly clean: boolean | null
  readonly words: string
}

/** Uneven beyond this is not clean (the usual threshold of scales, `core/timing`). */
const EVEN_ENOUGH = USUAL_THRESHOLDS.uneven.at
/** Further from the tempo asked, it was another tempo; common practice. */
const TEMPO_OFF = 0.1

/** What the measuring makes of a try; the teacher presses. */
function judged(notes: readonly PlayedNote[], exercise: Exercise): TryJudged | null {
  const measures = measuresOf(notes, askedOf(exercise))
  const of = (name: MeasureName) => measureOf(measures, name)
  const [even, tempo] = [of('unevenness-share'), of('tempo')]
  if (!even || !tempo) return null
  const slips = ['wrong-notes', 'missing-notes', 'extra-notes'] as const
  const slipped = slips.reduce((sum, name) => sum + (of(name)?.value ?? 0), 0)
  const off = Math.abs(tempo.value / exercise.tempo - 1) > TEMPO_OFF
  const words = [
    `at ${Math.round(tempo.value)}${off ? ', not the tempo asked' : ''}`,
    `uneven by ${sayMeasure(even)} of a note`,
    isTapped(notes) ? 'tapped, so the ear has to say' : plural(slipped, 'slip'),
  ].join('; ')
  const tapped = isTapped(notes)
  return { clean: tapped ? null : slipped === 0 && even.value <= EVEN_ENOUGH && !off, words }
}

/** The try played in: taps, or a keyboard that is heard. */
function PlayedTry({
  exercise,
  onJudged,
}: {
  exercise: Exercise
  onJudged: (judged: TryJudged | null) => void
}) {
  const [way, setWay] = useState<'keyboard' | 'taps'>(canHearMidi() ? 'keyboard' : 'taps')
  const played = (notes: readonly PlayedNote[]) => onJudged(judged(notes, exercise))
  return (
    <div className="space-y-3">
      <Choice label="From where" value={way} options={TRY_WAYS} onChange={setWay} />
      {way === 'keyboard' ? (
        <HearKeyboard onPlayed={played} />
      ) : (
        <TapHere asked={askedOf(exercise)} onPlayed={played} />
      )}
    </div>
  )
}

const TRY_WAYS = [
  ['keyboard', 'MIDI keyboard'],
  ['taps', 'Tapped'],
] as const

function Finding({
  stairs,
  exercise,
  onTry,
  onStop,
}: {
  stairs: Staircase
  /** The rung at the tempo of the try; null where it has no notes to compare with. */
  exercise: Exercise | null
  onTry: (clean: boolean) => void
  onStop: () => void
}) {
  const [open, setOpen] = useState(false)
  const [found, setFound] = useState<TryJudged | null | undefined>(undefined)
  const look = (clean: boolean) => (found?.clean === clean ? 'main' : 'plain')
  const tried = (clean: boolean) => {
    setFound(undefined)
    onTry(clean)
  }
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
        <Button look={look(true)} onClick={() => tried(true)}>
          Clean
        </Button>
        <Button look={look(false)} onClick={() => tried(false)}>
          Not clean
        </Button>
        {exercise && <Button onClick={() => setOpen(true)}>Play it in</Button>}
        <Button look="bare" onClick={onStop}>
          Leave it
        </Button>
      </div>
      {found !== undefined && (
        <p role="status" className="mt-2">
          {found
            ? `Measured: ${found.words}.`
            : 'Too little, or not the notes of the rung: nothing is measured.'}
        </p>
      )}
      {exercise && (
        <SidePanel
          open={open}
          onOpenChange={setOpen}
          title={`Play at ${Math.round(stairs.bpm)}`}
          about="The try is measured and not kept; whether it was clean stays yours to say."
        >
          <PlayedTry
            exercise={exercise}
            onJudged={(next) => {
              setFound(next)
              setOpen(false)
            }}
          />
        </SidePanel>
      )}
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
  const rung = state.ladder?.rungs[state.ladder.at]
  const exerciseAt = (tempo: number) =>
    rung
      ? rungExercise(rung, view.knowledge, factsOf(view.record.card, view.knowledge), { tempo })
      : null
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
        <Finding
          stairs={stairs}
          exercise={exerciseAt(stairs.bpm)}
          onTry={onTry}
          onStop={() => setStairs(null)}
        />
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
