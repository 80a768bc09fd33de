/** A recording: its line of pitch, its breath and its colour, heard with the eye on it. */
import { useQuery } from '@tanstack/react-query'
import type { TakeToneResponse } from '@vein-mend/contract'
import { flatNamed } from '@vein-mend/core/music'
import { factsOf } from '@vein-mend/core/record'
import { latestReading } from '@vein-mend/core/takes'
import type { Take } from '@vein-mend/core/takes'
import { soundFor } from '@vein-mend/core/remedy'
import { useEffect, useRef, useState } from 'react'
import { api } from '../../data/api'
import { Failed } from '../../data/Failed'
import { useView } from '../../data/studentContext'
import { Button } from '../../ui/Button'
import { Pick } from '../../ui/Inputs'
import { Loading, Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import {
  DEVICE_WORDS,
  elsewhere,
  NOT_HEARD_WORDS,
  SOUND_APART_WORDS,
} from '../../wording/toneWords'
import { AskedNotes } from './AskedNotes'
import { HeardHere } from './HeardHere'
import { takesBefore } from './Measured'
import { ToneChart } from './ToneChart'

/** Tones that stand as buttons; more are found by touching the picture. */
const BUTTONS_MOST = 24

function useTone(take: Take | null) {
  const view = useView()
  return useQuery({
    queryKey: ['take-tone', view.id, take?.hash, take && latestReading(take)?.act],
    queryFn: () => (take ? api.takeTone(view.id, take.hash) : null),
    staleTime: Infinity,
  })
}

/** Semitones from written to sounding, for names a teacher reads. */
function useTranspose(): number {
  const { record, knowledge } = useView()
  return knowledge.sound ? soundFor(knowledge.sound, factsOf(record.card, knowledge)).transpose : 0
}

interface Loop {
  readonly from: number
  readonly to: number
}

/** The recording itself, from a place on, and in a loop. */
function useAudio() {
  const ref = useRef<HTMLAudioElement>(null)
  const [at, setAt] = useState(0)
  const [loop, setLoop] = useState<Loop | null>(null)
  useEffect(() => {
    let frame = 0
    const follow = () => {
      const audio = ref.current
      if (audio) {
        if (loop && (audio.currentTime >= loop.to || audio.currentTime < loop.from - 0.05)) {
          audio.currentTime = loop.from
        }
        setAt(audio.currentTime)
      }
      frame = requestAnimationFrame(follow)
    }
    frame = requestAnimationFrame(follow)
    return () => cancelAnimationFrame(frame)
  }, [loop])
  const seek = (seconds: number) => {
    setLoop(null)
    if (ref.current) ref.current.currentTime = seconds
  }
  const hearAgain = (next: Loop | null) => {
    setLoop(next)
    const audio = ref.current
    if (!audio) return
    if (!next) {
      audio.pause()
      return
    }
    audio.currentTime = next.from
    void audio.play().catch(() => undefined)
  }
  return { ref, at, loop, seek, hearAgain }
}

/** As in "0 to 2.1 s somebody speaks; 9.4 to 9.9 s noise". */
function saidApart(apart: TakeToneResponse['apart']): string {
  const at = (seconds: number) => (Math.round(10 * seconds) / 10).toString()
  return apart
    .map(({ from, to, why }) => `${at(from)} to ${at(to)} s ${SOUND_APART_WORDS[why]}`)
    .join('; ')
}

/** What could not be heard, or is not the player's: said and not measured. */
function NotAllHeard({ tone }: { tone: TakeToneResponse }) {
  const words = [
    ...(tone.notHeard ? [NOT_HEARD_WORDS[tone.notHeard]] : []),
    ...tone.device.map((trace) => DEVICE_WORDS[trace]),
    ...(tone.semitones === 0
      ? []
      : [
          `All of it was played ${elsewhere(tone.semitones)} than asked, and is compared with that.`,
        ]),
    ...(tone.apart.length > 0 ? [`Greyed and counted nowhere: ${saidApart(tone.apart)}.`] : []),
    ...(tone.together
      ? ['Notes sound together here: only the time is measured, and not which hand was first.']
      : []),
  ]
  if (words.length === 0) return null
  return (
    <p role="note" className="border-ink mb-3 border-l-4 pl-3">
      {words.join(' ')}
    </p>
  )
}

function Tones({
  tone,
  loop,
  onHear,
}: {
  tone: TakeToneResponse
  loop: Loop | null
  onHear: (loop: Loop | null) => void
}) {
  const transpose = useTranspose()
  const shown = tone.notes.slice(0, BUTTONS_MOST)
  if (shown.length === 0) return null
  return (
    <div
      role="group"
      aria-label="Tone by tone, heard again and again"
      className="mt-3 flex flex-wrap gap-1.5"
    >
      {shown.map((n) => {
        const on = loop?.from === n.from
        const cents = n.cents ? Math.round(n.cents.value) : null
        const aside =
          cents === null ? '' : ` ${cents > 0 ? '+' : cents < 0 ? '\u2212' : ''}${Math.abs(cents)}`
        return (
          <Button
            key={n.from}
            small
            aria-pressed={on}
            look={on ? 'main' : 'plain'}
            onClick={() => onHear(on ? null : { from: n.from, to: n.to })}
          >
            {flatNamed(n.midi - transpose)}
            <span className="tabular-nums">{aside}</span>
          </Button>
        )
      })}
    </div>
  )
}

function Shown({ take, tone }: { take: Take; tone: TakeToneResponse }) {
  const view = useView()
  const { ref, at, loop, seek, hearAgain } = useAudio()
  const before = takesBefore(view.record.takes, take)
  const [beside, setBeside] = useState('')
  const other = before.find((t) => t.hash === beside) ?? null
  const { data: ghost } = useTone(other)
  return (
    <>
      <NotAllHeard tone={tone} />
      <ToneChart tone={tone} ghost={other ? (ghost ?? null) : null} at={at} onSeek={seek} />
      <p className="text-kiln text-sm">
        Solid is breath, dashed is colour (in harmonics); the band is ±10 cents.
      </p>
      <audio
        ref={ref}
        controls
        preload="auto"
        src={`/api/students/${view.id}/takes/${take.hash}`}
        aria-label="The recording"
        className="mt-2 h-11 w-full"
      />
      <Tones tone={tone} loop={loop} onHear={hearAgain} />
      <div className="mt-3 flex flex-wrap items-end gap-4">
        {before.length > 0 && (
          <div className="w-64">
            <Pick
              label="Lay an earlier take under it"
              value={beside}
              options={[
                ['', 'none'],
                ...before.map((t) => [t.hash, `${shortDay(t.date)}, ${t.words}`] as const),
              ]}
              onChange={setBeside}
            />
          </div>
        )}
        <HeardHere take={take} at={at} />
      </div>
    </>
  )
}

export function Sounded({ take }: { take: Take }) {
  const { data: tone, error } = useTone(take)
  return (
    <Section
      title="Tone by tone"
      aside={tone ? `in cents, A at ${tone.a4} Hz; touch it to hear from there` : undefined}
    >
      <AskedNotes of={tone?.of ?? null} />
      {error ? (
        <Failed error={error} />
      ) : tone ? (
        <Shown key={take.hash} take={take} tone={tone} />
      ) : (
        <Loading what="the recording" />
      )}
    </Section>
  )
}
