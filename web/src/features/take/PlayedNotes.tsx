/** Played notes: heard again by plain tones, and shown note by note. */
import type { TakeTimingResponse } from '@vein-mend/contract'
import { latestReading } from '@vein-mend/core/takes'
import type { Take } from '@vein-mend/core/takes'
import { Play, Square } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { api } from '../../data/api'
import { Failed } from '../../data/Failed'
import { useView } from '../../data/studentContext'
import { useShown } from '../../data/useShown'
import { NotePlayer } from '../../devices/notePlayer'
import { Button } from '../../ui/Button'
import { Loading, Section } from '../../ui/Page'
import { AskedNotes } from './AskedNotes'
import { NoteStrips } from './NoteStrip'

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

export function PlayedNotes({ take }: { take: Take }) {
  const view = useView()
  const { data: timing, error } = useShown({
    queryKey: ['take-timing', view.id, take.hash, latestReading(take)?.act],
    queryFn: () => api.takeTiming(view.id, take.hash),
  })
  if (error) return <Failed error={error} />
  if (!timing) return <Loading what="the take" />
  return (
    <Section title="Note by note" aside="up early, down late; larger is louder, the thumb filled">
      <AskedNotes of={timing.of} />
      <p className="mb-2">
        <Hear timing={timing} />
      </p>
      <NoteStrips timing={timing} />
    </Section>
  )
}
