/** Hearing an exercise: count-in, slower, with metronome, again and again. */
import { beatsOf, timeline } from '@vein-mend/core/music'
import type { Exercise } from '@vein-mend/core/music'
import { Play, Square } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { NotePlayer } from '../devices/notePlayer'
import { Button } from './Button'

const SLOWEST = 0.4

function usePlayer(exercise: Exercise, speed: number) {
  const player = useRef<NotePlayer | null>(null)
  const [playing, setPlaying] = useState(false)
  const [loop, setLoop] = useState(false)
  const [metronome, setMetronome] = useState(true)
  useEffect(() => () => player.current?.stop(), [])
  const toggle = () => {
    if (playing) {
      player.current?.stop()
      setPlaying(false)
      return
    }
    player.current ??= new NotePlayer()
    const slowed = { ...exercise, tempo: (exercise.tempo * speed) as Exercise['tempo'] }
    const first = slowed.lines[0]
    player.current.play(
      {
        notes: timeline(slowed),
        bpm: slowed.tempo,
        beatsPerBar: slowed.beatsPerBar,
        beats: first ? beatsOf(first) : 0,
        metronome,
        loop,
        countIn: true,
      },
      () => setPlaying(false),
    )
    setPlaying(true)
  }
  return { playing, toggle, loop, setLoop, metronome, setMetronome }
}

export function PlayBar({ exercise }: { exercise: Exercise }) {
  const [speed, setSpeed] = useState(1)
  const p = usePlayer(exercise, speed)
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <Button onClick={p.toggle}>
        {p.playing ? <Square aria-hidden size={15} /> : <Play aria-hidden size={15} />}
        {p.playing ? 'Stop' : 'Play'}
      </Button>
      <label className="flex items-center gap-2">
        <span className="text-sm">
          Tempo <span className="tabular-nums">{Math.round(exercise.tempo * speed)}</span>
        </span>
        <input
          type="range"
          min={SLOWEST}
          max={1.2}
          step={0.05}
          value={speed}
          aria-label="Share of the tempo"
          onChange={(e) => setSpeed(Number(e.target.value))}
          className="min-h-11 w-36 accent-(--ink)"
        />
      </label>
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          checked={p.metronome}
          onChange={(e) => p.setMetronome(e.target.checked)}
          className="size-5 accent-(--ink)"
        />
        Metronome
      </label>
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          checked={p.loop}
          onChange={(e) => p.setLoop(e.target.checked)}
          className="size-5 accent-(--ink)"
        />
        Again and again
      </label>
    </div>
  )
}
