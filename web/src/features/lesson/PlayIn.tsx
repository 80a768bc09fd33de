/** A rung played into the record: recorded, from a MIDI keyboard, tapped, from a file, or by the made-up players that ship. */
import { useQuery } from '@tanstack/react-query'
import type { Exercise, InstrumentSound } from '@vein-mend/core/music'
import type { CaseState } from '@vein-mend/core/record'
import type { GridCell } from '@vein-mend/core/takes'
import { factsOf, mayKeep } from '@vein-mend/core/record'
import { rungExercise, soundFor, tempoNow } from '@vein-mend/core/remedy'
import type { LadderRung } from '@vein-mend/core/remedy'
import { askedOf } from '@vein-mend/core/timing'
import type { PlayedNote } from '@vein-mend/core/timing'
import { ANY_PITCH, rangeOfInstrument, soundingOf } from '@vein-mend/core/tone'
import { lazy, Suspense, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { useLesson, useView } from '../../data/studentContext'
import { useAskOnLeaving } from '../../data/useAskOnLeaving'
import { useMeasuring } from '../../data/useMeasuring'
import { canHearMidi } from '../../devices/midiKeyboard'
import { playedMidi } from '../../devices/playedMidi'
import { MeasuringBar } from '../../parts/MeasuringBar'
import { InThisPageAlone } from '../../parts/InThisPageAlone'
import { HearKeyboard, TapHere } from '../../parts/PlayedHere'
import { Button } from '../../ui/Button'
import { Choice } from '../../ui/Choice'
import { Field } from '../../ui/Field'
import { cellWords } from '../../wording/gridWords'
import { sayRefusal } from '../../wording/refusals'
import { Loading } from '../../ui/Page'
import { SidePanel } from '../../ui/SidePanel'
import { measurable } from '../../workers/soundFiles'
import { GridCellChoice } from './GridCellChoice'

/** What listens and what makes sound comes when it is wanted: most lessons want neither. */
const RecordHere = lazy(async () => ({
  default: (await import('../../parts/RecordHere')).RecordHere,
}))
const MadeUpKeyboard = lazy(async () => ({ default: (await import('./MadeUp')).MadeUpKeyboard }))
const MadeUpPlayer = lazy(async () => ({ default: (await import('./MadeUp')).MadeUpPlayer }))

interface Props {
  readonly state: CaseState
  readonly rung: LadderRung
}

type Way = 'microphone' | 'keyboard' | 'taps' | 'file' | 'made-up'

/** Instruments that are built with keys a computer can hear. */
const WITH_MIDI: readonly InstrumentSound['family'][] = ['keyboard', 'mallets']

const WAY_WORDS: Readonly<Record<Way, string>> = {
  microphone: 'Microphone',
  keyboard: 'MIDI keyboard',
  taps: 'Tapped',
  file: 'A file',
  'made-up': 'Made-up player',
}

/** The instrument as this student has it, and the notes of the rung on it; null where it has none. */
function useAsked({ state, rung }: Props) {
  const view = useView()
  const facts = factsOf(view.record.card, view.knowledge)
  const tempo = state.ladder?.tempo ? { tempo: tempoNow(state.ladder.tempo) } : {}
  const exercise = rungExercise(rung, view.knowledge, facts, tempo)
  const sound = view.knowledge.sound ? soundFor(view.knowledge.sound, facts) : null
  const { data } = useQuery({ queryKey: ['studio', 'tuning'], queryFn: api.tuning })
  return { exercise, sound, a4: data?.a4 ?? null }
}

interface Brought {
  readonly file: Blob
  readonly words: string
  readonly grid: GridCell | null
}

function useKeeping({ state, rung }: Props, onKept: () => void) {
  const lesson = useLesson()
  const view = useView()
  const navigate = useNavigate()
  return useMeasuring(view.id, {
    send: async ({ file, words, grid }: Brought, { act, signal }) => {
      const said = { act, lesson: lesson.id, case: state.id, rung: rung.id, words, grid }
      const { notMeasured } = await api.keepTake(view.id, said, file, signal)
      onKept()
      if (notMeasured) toast(`Kept, and not measured. ${sayRefusal(notMeasured)}`)
    },
    unchanged: 'What was played is still here.',
    done: (act) => navigate(`/students/${view.id}/takes/${act}`),
  })
}

/** Recordings need a yes; where there is none, the way to it. */
function NoConsent() {
  const view = useView()
  return (
    <p>
      {view.record.card.name}’s card has no yes yet to recordings.{' '}
      <Link to={`/students/${view.id}/card`} className="underline underline-offset-4">
        Note it under Consents
      </Link>{' '}
      first.
    </p>
  )
}

interface WayProps {
  readonly way: Way
  readonly exercise: Exercise
  readonly sound: InstrumentSound | null
  readonly a4: number
  readonly midi: boolean
  readonly busy: boolean
  readonly onNotes: (notes: readonly PlayedNote[], by: string | null) => void
  readonly onSound: (recording: Blob, by: string | null) => void
}

function FromFile({
  midi,
  busy,
  onFile,
}: {
  midi: boolean
  busy: boolean
  onFile: (file: File) => void
}) {
  return (
    <Field label={midi ? 'A MIDI file or a recording of this rung' : 'A recording of this rung'}>
      {(p) => (
        <input
          {...p}
          type="file"
          accept={midi ? '.mid,.midi,audio/*' : 'audio/*'}
          disabled={busy}
          onChange={(event) => {
            const file = event.target.files?.[0]
            if (file) onFile(file)
            event.target.value = ''
          }}
        />
      )}
    </Field>
  )
}

function ByWay({ way, exercise, sound, a4, midi, busy, onNotes, onSound }: WayProps) {
  const view = useView()
  const mayRecord = mayKeep(view.record.card, 'sound')
  const sounding = sound ? soundingOf(sound) : 'sustained'
  const hearing = {
    a4,
    range: sound ? rangeOfInstrument(sound, a4) : ANY_PITCH,
    transpose: sound?.transpose ?? 0,
  }
  switch (way) {
    case 'microphone':
      return mayRecord ? (
        <RecordHere hearing={hearing} onRecorded={(r) => onSound(r, null)} />
      ) : (
        <NoConsent />
      )
    case 'keyboard':
      return <HearKeyboard onPlayed={(n) => onNotes(n, null)} />
    case 'taps':
      return <TapHere asked={askedOf(exercise)} onPlayed={(n) => onNotes(n, 'tapped')} />
    case 'file':
      return <FromFile midi={midi} busy={busy} onFile={(file) => onSound(file, null)} />
    case 'made-up':
      if (midi) {
        return (
          <MadeUpKeyboard exercise={exercise} onPlayed={(n) => onNotes(n, 'made-up keyboard')} />
        )
      }
      return mayRecord ? (
        <MadeUpPlayer
          exercise={exercise}
          sounding={sounding}
          a4={a4}
          onRecorded={(r) => onSound(r, 'made-up player')}
        />
      ) : (
        <NoConsent />
      )
  }
}

/** A MIDI file is measured as it is; of what the browser cannot decode either, the studio says what is wrong with it. */
async function asMeasured(file: Blob): Promise<Blob> {
  const head = new Uint8Array(await file.slice(0, 4).arrayBuffer())
  if (String.fromCharCode(...head) === 'MThd') return file
  return measurable(file).catch(() => file)
}

interface WaysProps extends Props {
  readonly busy: boolean
  readonly cell: GridCell | null
  readonly onCell: (cell: GridCell | null) => void
  readonly onBrought: (file: Blob, by: string | null) => void
}

/** The ways there are on this instrument; the notes of the rung are made only for who wants to play them. */
function Ways({ state, rung, busy, cell, onCell, onBrought }: WaysProps) {
  const { exercise, sound, a4 } = useAsked({ state, rung })
  const midi = sound !== null && WITH_MIDI.includes(sound.family)
  const [way, setWay] = useState<Way>(midi ? (canHearMidi() ? 'keyboard' : 'file') : 'microphone')
  const ways = (['microphone', 'keyboard', 'taps', 'file', 'made-up'] as const).filter(
    (w) => midi || w !== 'keyboard',
  )
  return (
    <>
      <Choice
        label="From where"
        value={way}
        options={ways.map((w) => [w, WAY_WORDS[w]] as const)}
        onChange={setWay}
      />
      {sound?.family === 'plucked' && <GridCellChoice cell={cell} onChange={onCell} />}
      {exercise && a4 !== null && (
        <Suspense fallback={<Loading what="the player" />}>
          <ByWay
            way={way}
            exercise={exercise}
            sound={sound}
            a4={a4}
            midi={midi}
            busy={busy}
            onNotes={(notes, by) => onBrought(new Blob([playedMidi(notes)], { type: MIDI }), by)}
            onSound={(recording, by) =>
              void asMeasured(recording).then((file) => onBrought(file, by))
            }
          />
        </Suspense>
      )}
    </>
  )
}

const MIDI = 'audio/midi'

export function PlayIn({ state, rung }: Props) {
  const [open, setOpen] = useState(false)
  // Held until the server has it: nobody plays the same thing twice.
  const [brought, setBrought] = useState<Brought | null>(null)
  const { run, running, trouble, share, leave } = useKeeping({ state, rung }, () =>
    setBrought(null),
  )
  const [cell, setCell] = useState<GridCell | null>(null)
  useAskOnLeaving(brought !== null)
  const bring = (file: Blob, by: string | null) => {
    const aside = [...(cell ? [cellWords(cell)] : []), ...(by === null ? [] : [by])].join('; ')
    const words = aside === '' ? rung.name : `${rung.name} (${aside})`
    setBrought({ file, words, grid: cell })
    run({ file, words, grid: cell })
  }
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
          <InThisPageAlone />
          <Ways
            state={state}
            rung={rung}
            busy={running}
            cell={cell}
            onCell={setCell}
            onBrought={bring}
          />
          {running && <MeasuringBar share={share} onLeave={leave} />}
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
