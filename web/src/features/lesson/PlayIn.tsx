/** A rung played into the record: from a MIDI keyboard, a file, or the made-up keyboard that ships. */
import type { Exercise } from '@vein-mend/core/music'
import type { CaseState } from '@vein-mend/core/record'
import { factsOf } from '@vein-mend/core/record'
import { rungExercise, tempoNow } from '@vein-mend/core/remedy'
import type { LadderRung } from '@vein-mend/core/remedy'
import { seededRng } from '@vein-mend/core/kit'
import { askedOf, PLAYED_FAULTS, playAsked } from '@vein-mend/core/timing'
import type { PlayedFault, PlayedNote } from '@vein-mend/core/timing'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api } from '../../data/api'
import { freshAct } from '../../data/freshId'
import { useLesson, useView } from '../../data/studentContext'
import { useChange } from '../../data/useChange'
import { canHearMidi } from '../../devices/midiKeyboard'
import { playedMidi } from '../../devices/playedMidi'
import { HearKeyboard, TapHere } from '../../parts/PlayedHere'
import { Button } from '../../ui/Button'
import { Choice } from '../../ui/Choice'
import { Field } from '../../ui/Field'
import { Pick } from '../../ui/Inputs'
import { SidePanel } from '../../ui/SidePanel'
import { PLAYED_FAULT_WORDS } from '../../wording/timingWords'

interface Props {
  readonly state: CaseState
  readonly rung: LadderRung
}

type Way = 'keyboard' | 'taps' | 'file' | 'made-up'
const WAYS: readonly (readonly [Way, string])[] = [
  ['keyboard', 'MIDI keyboard'],
  ['taps', 'Tapped'],
  ['file', 'A MIDI file'],
  ['made-up', 'Made-up keyboard'],
]
const STRENGTHS = [
  ['0.4', 'a little'],
  ['1', 'plainly'],
] as const

/** The notes of the rung as this student has them now; null where it has none. */
function useExercise({ state, rung }: Props): Exercise | null {
  const view = useView()
  const tempo = state.ladder?.tempo ? { tempo: tempoNow(state.ladder.tempo) } : {}
  return rungExercise(rung, view.knowledge, factsOf(view.record.card, view.knowledge), tempo)
}

/** Plays the rung with a fault, to see what the measuring makes of it. */
function MadeUpKeyboard({
  exercise,
  onPlayed,
}: {
  exercise: Exercise
  onPlayed: (notes: readonly PlayedNote[]) => void
}) {
  const [fault, setFault] = useState<PlayedFault>('none')
  const [strength, setStrength] = useState<'0.4' | '1'>('1')
  const play = () => {
    const rng = seededRng(Date.now())
    const playing = { tempo: exercise.tempo, fault, strength: Number(strength), rng }
    onPlayed(playAsked(askedOf(exercise), playing))
  }
  return (
    <div className="space-y-3">
      <p className="text-kiln">Nobody plays: it shows what the measuring tells of a known fault.</p>
      <Pick
        label="It plays"
        value={fault}
        options={PLAYED_FAULTS.map((f) => [f, PLAYED_FAULT_WORDS[f]])}
        onChange={setFault}
      />
      {fault !== 'none' && (
        <Choice label="How much" value={strength} options={STRENGTHS} onChange={setStrength} />
      )}
      <Button look="main" onClick={play}>
        Play it
      </Button>
    </div>
  )
}

interface Brought {
  readonly file: Blob
  readonly words: string
}

function useKeeping({ state, rung }: Props) {
  const lesson = useLesson()
  const view = useView()
  const navigate = useNavigate()
  return useChange({
    change: async ({ file, words }: Brought) => {
      const act = freshAct()
      const said = { act, lesson: lesson.id, case: state.id, rung: rung.id, words }
      await api.keepTake(view.id, said, file)
      return act
    },
    touches: [['student', view.id]],
    unchanged: 'What was played is still here.',
    done: (act) => navigate(`/students/${view.id}/takes/${act}`),
  })
}

export function PlayIn({ state, rung }: Props) {
  const [open, setOpen] = useState(false)
  const [way, setWay] = useState<Way>(canHearMidi() ? 'keyboard' : 'file')
  const exercise = useExercise({ state, rung })
  const { run, running, trouble } = useKeeping({ state, rung })
  // Held until the server has it: nobody plays the same thing twice.
  const [brought, setBrought] = useState<Brought | null>(null)
  const bring = (file: Blob, words = rung.name) => {
    setBrought({ file, words })
    run({ file, words })
  }
  const keep = (words?: string) => (notes: readonly PlayedNote[]) =>
    bring(new Blob([playedMidi(notes)], { type: 'audio/midi' }), words)
  return (
    <>
      <Button small look="bare" onClick={() => setOpen(true)}>
        Play it in
      </Button>
      <SidePanel
        open={open}
        onOpenChange={setOpen}
        title={`Play in: ${rung.name}`}
        about="What is played is kept as a take, laid against the notes of the rung and measured."
      >
        <div className="space-y-5">
          <Choice label="From where" value={way} options={WAYS} onChange={setWay} />
          {way === 'keyboard' && <HearKeyboard onPlayed={keep()} />}
          {way === 'taps' && exercise && (
            <TapHere asked={askedOf(exercise)} onPlayed={keep(`${rung.name} (tapped)`)} />
          )}
          {way === 'file' && (
            <Field label="A MIDI file of this rung">
              {(p) => (
                <input
                  {...p}
                  type="file"
                  accept=".mid,.midi,audio/midi"
                  disabled={running}
                  onChange={(event) => {
                    const file = event.target.files?.[0]
                    if (file) bring(file)
                    event.target.value = ''
                  }}
                />
              )}
            </Field>
          )}
          {way === 'made-up' && exercise && (
            <MadeUpKeyboard
              exercise={exercise}
              onPlayed={keep(`${rung.name} (made-up keyboard)`)}
            />
          )}
          {running && <p role="status">Measuring …</p>}
          {trouble && (
            <div role="alert" className="text-danger">
              {trouble.words}{' '}
              {trouble.refusal === null && brought !== null && (
                <Button small onClick={() => run(brought)}>
                  Send it again
                </Button>
              )}
            </div>
          )}
        </div>
      </SidePanel>
    </>
  )
}
