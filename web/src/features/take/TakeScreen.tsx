/** A take of played notes: how each fell, what it measures, what that says, and how it was the last time. */
import { useQuery } from '@tanstack/react-query'
import type { TakeTimingResponse } from '@vein-mend/contract'
import { latestReading, takeSays } from '@vein-mend/core/record'
import type { LessonState, Take, TakeSays } from '@vein-mend/core/record'
import { MEASURES } from '@vein-mend/core/timing'
import { Play, Square } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { api } from '../../data/api'
import { Failed } from '../../data/Failed'
import { StudentContext, useView } from '../../data/studentContext'
import { useActs } from '../../data/useActs'
import { useStudent } from '../../data/useStudent'
import { NotePlayer } from '../../devices/notePlayer'
import { Button, buttonClass } from '../../ui/Button'
import { NotHere } from '../../ui/NotHere'
import { Loading, Section } from '../../ui/Page'
import { StrandMark } from '../../ui/StrandMark'
import { Why } from '../../ui/Why'
import { shortDay } from '../../wording/dates'
import { MEASURE_WORDS, sayMeasure, sayRatio, sayValue } from '../../wording/timingWords'
import { STRAND_WORDS } from '../../wording/words'
import { Counts } from './Counts'
import { NoteStrips } from './NoteStrip'

/** The take of the same rung before this one, if there was any. */
function takeBefore(takes: readonly Take[], take: Take): Take | null {
  const rung = latestReading(take)?.of?.rung
  const earlier = takes.slice(0, takes.indexOf(take))
  return earlier.findLast((t) => rung !== undefined && latestReading(t)?.of?.rung === rung) ?? null
}

const SIDE_WORDS = {
  over: 'more than',
  under: 'less than',
  beyond: 'either way more than',
} as const

function whyRatio({ measured, measure, own, told }: TakeSays): string {
  const { unit } = measure
  const usual =
    own === null
      ? 'Nobody knows yet what is usual for this student, so half of that is taken.'
      : `Usual for this student, over earlier lessons: ${sayValue(own, unit)}.`
  const sure = told
    ? 'The whole interval lies beyond it.'
    : 'Its interval reaches over it, so it is not told for sure.'
  return `The sign is told by ${SIDE_WORDS[measured.side]} ${sayValue(measured.at, unit)} (${measured.source}). ${usual} ${sure} One take never says more than 30 to 1.`
}

/** A sign the take speaks of, and noting it. */
function Says({ says, lesson, take }: { says: TakeSays; lesson: LessonState; take: Take }) {
  const act = useActs(useView().id)
  const noted = lesson.signs.some(
    (s) => s.finding === says.finding.id && s.measured?.hash === take.hash,
  )
  return (
    <li className="border-line flex flex-wrap items-center gap-x-3 gap-y-1 border-b py-1.5">
      <StrandMark strand={says.finding.strand} title={STRAND_WORDS[says.finding.strand]} />
      <span className="min-w-56 flex-1">
        <span className={says.told ? 'font-medium' : ''}>{says.finding.text}</span>
        <span className="text-kiln block text-sm">
          {sayMeasure(says.measure)}; <Why because={whyRatio(says)}>{sayRatio(says.ratio)}</Why>
        </span>
      </span>
      {noted ? (
        <span className="text-kiln">noted</span>
      ) : (
        lesson.open && (
          <Button
            small
            look={says.told ? 'main' : 'plain'}
            aria-label={`Note: ${says.finding.text}`}
            onClick={() =>
              act(
                [
                  {
                    kind: 'sign-measured',
                    lesson: lesson.id,
                    finding: says.finding.id,
                    hash: take.hash,
                  },
                ],
                `Noted: ${says.finding.text}`,
              )
            }
          >
            {says.ratio < 1 ? 'Note as not there' : 'Note it'}
          </Button>
        )
      )}
    </li>
  )
}

function WhatItSays({ take }: { take: Take }) {
  const view = useView()
  const lesson = view.record.lessons.find((l) => l.id === take.lesson)
  const says = takeSays(view.record, take, view.knowledge)
  if (!lesson) return null
  return (
    <Section
      title="What it says"
      aside={lesson.open ? 'what is noted goes into the lesson' : undefined}
    >
      {says.length === 0 ? (
        <p className="text-kiln">
          Too few notes, or no sign of this instrument is told by what was measured.
        </p>
      ) : (
        <ul aria-label="What it says">
          {says.map((s) => (
            <Says key={s.finding.id} says={s} lesson={lesson} take={take} />
          ))}
        </ul>
      )}
    </Section>
  )
}

/** Every value, beside that of the take before. */
function Measured({ take }: { take: Take }) {
  const view = useView()
  const reading = latestReading(take)
  const before = takeBefore(view.record.takes, take)
  const earlier = before && latestReading(before)
  if (!reading || reading.measures.length === 0) return null
  return (
    <Section title="Measured" aside={`timing, version ${reading.version}`}>
      <table className="w-full">
        <thead className="text-kiln text-left text-sm">
          <tr>
            <th className="font-medium">What</th>
            <th className="font-medium">Now</th>
            {before && <th className="font-medium">{shortDay(before.date)}</th>}
          </tr>
        </thead>
        <tbody>
          {MEASURES.flatMap((name) => {
            const now = reading.measures.find((m) => m.name === name)
            const then = earlier?.measures.find((m) => m.name === name)
            return now
              ? [
                  <tr key={name} className="border-line border-b">
                    <th scope="row" className="py-1 pr-3 text-left font-normal">
                      {MEASURE_WORDS[name]}
                    </th>
                    <td className="tabular-nums">{sayMeasure(now)}</td>
                    {before && (
                      <td className="text-kiln tabular-nums">
                        {then ? sayValue(then.value, then.unit) : ''}
                      </td>
                    )}
                  </tr>,
                ]
              : []
          })}
        </tbody>
      </table>
    </Section>
  )
}

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
  const fault = view.record.cases.find((c) => c.id === take.case)
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
