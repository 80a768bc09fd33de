/** A take of played notes: how each fell, what it measures, what that says, and how it was the last time. */
import { useQuery } from '@tanstack/react-query'
import type { TakeTimingResponse } from '@vein-mend/contract'
import { caseOf, latestReading } from '@vein-mend/core/record'
import type { Take } from '@vein-mend/core/record'
import { Play, Square } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { api } from '../../data/api'
import { Failed } from '../../data/Failed'
import { StudentContext, useView } from '../../data/studentContext'
import { useStudent } from '../../data/useStudent'
import { NotePlayer } from '../../devices/notePlayer'
import { Button, buttonClass } from '../../ui/Button'
import { NotHere } from '../../ui/NotHere'
import { Loading, Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { Counts } from './Counts'
import { Measured } from './Measured'
import { NoteStrips } from './NoteStrip'
import { WhatItSays } from './WhatItSays'

/** The take as it was played, by the plain tones of the exercises. */
function Hear({ timing }: { timing: TakeTimingResponse }) {
  const player = useRef<NotePlayer | null>(null)
  const [playing, setPlaying] = useState(false)
  useEffect(() => () => player.current?.stop(), [])
  const toggle = () => {
    if (playing) {
      player.current?.stop()
      setPlaying(false)
      return
    }
    const [first] = timing.notes
    if (!first) return
    player.current ??= new NotePlayer()
    const notes = timing.notes.map((n) => ({
      midi: n.midi,
      onsetSeconds: (n.onMs - first.onMs) / 1000,
      seconds: (n.offMs - n.onMs) / 1000,
      velocity: n.velocity / 127,
      hand: null,
      line: 0,
    }))
    const beats = Math.ceil(Math.max(...notes.map((n) => n.onsetSeconds + n.seconds)) + 1)
    player.current.play(
      { notes, bpm: 60, beatsPerBar: 4, beats, metronome: false, loop: false, countIn: false },
      () => setPlaying(false),
    )
    setPlaying(true)
  }
  return (
    <Button onClick={toggle}>
      {playing ? <Square aria-hidden size={15} /> : <Play aria-hidden size={15} />}
      {playing ? 'Stop' : 'Hear it'}
    </Button>
  )
}

/** The notes that were asked, where the rung is still on its ladder. */
function AskedNotes({ timing }: { timing: TakeTimingResponse }) {
  const view = useView()
  const { of } = timing
  const ladder = view.record.cases.find((c) => c.id === of?.case)?.ladder
  const place = ladder?.rungs.findIndex((r) => r.id === of?.rung) ?? -1
  if (!of || place < 0) return null
  return (
    <img
      src={`/api/students/${view.id}/faults/${of.case}/notes/${place + 1}.svg`}
      alt={`Notes of ${of.name}`}
      className="notation mb-3 max-h-80 min-h-24 w-full rounded-md bg-white object-contain object-left p-2"
    />
  )
}

function TakeOf({ take }: { take: Take }) {
  const view = useView()
  const { data: timing, error } = useQuery({
    queryKey: ['take-timing', view.id, take.hash, latestReading(take)?.act],
    queryFn: () => api.takeTiming(view.id, take.hash),
  })
  if (error) return <Failed error={error} />
  if (!timing) return <Loading what="the take" />
  const lesson = view.record.lessons.find((l) => l.id === take.lesson)
  const fault = view.record.cases.find((c) => c.id === caseOf(take))
  return (
    <>
      <p className="mt-5">
        <Link to={`/students/${view.id}`} className="underline underline-offset-4">
          {view.record.card.name}
        </Link>
      </p>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <h1 className="text-2xl">
          {take.words === '' ? 'Played notes' : take.words}{' '}
          <span className="text-kiln font-sans text-base font-normal">
            played {shortDay(take.date)}
            {fault && `, for ${fault.name.toLowerCase()}`}
          </span>
        </h1>
        <span className="ml-auto flex flex-wrap gap-2">
          <Hear timing={timing} />
          {lesson && (
            <Link className={buttonClass()} to={`/students/${view.id}/lessons/${lesson.id}`}>
              Back to the lesson
            </Link>
          )}
        </span>
      </div>
      <div className="mt-1 grid items-start gap-x-10 lg:grid-cols-[minmax(0,7fr)_minmax(0,6fr)]">
        <div>
          <Section
            title="Note by note"
            aside="up early, down late; larger is louder, the thumb filled"
          >
            <AskedNotes timing={timing} />
            <NoteStrips timing={timing} />
          </Section>
        </div>
        <div>
          <WhatItSays take={take} />
          <Counts take={take} />
          <Measured take={take} />
        </div>
      </div>
    </>
  )
}

export function TakeScreen() {
  const { studentId = '', takeId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the take" />
  const take = data.record.takes.find((t) => t.act === takeId)
  if (!take || take.removed || take.kind !== 'notes') return <NotHere />
  return (
    <StudentContext value={data}>
      <TakeOf take={take} />
    </StudentContext>
  )
}
