/** Hearing an exercise: count-in, slower, with metronome, again and again. */
import { beatsOf, timeline } from '@vein-mend/core/music'
import type { Exercise } from '@vein-mend/core/music'
import { Play, Square } from 'lucide-react'
import { Slider } from 'radix-ui'
import { useEffect, useRef, useState } from 'react'
import { NotePlayer } from '../devices/notePlayer'
import { Button } from './Button'
import { CheckBox } from './CheckBox'

const SLOWEST = 0.4
const FASTEST = 1.2

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
      <div className="flex items-center gap-2">
        <span className="text-sm">
          Tempo <span className="tabular-nums">{Math.round(exercise.tempo * speed)}</span>
        </span>
        <Slider.Root
          min={SLOWEST}
          max={FASTEST}
          step={0.05}
          value={[speed]}
          onValueChange={([next]) => {
            if (next !== undefined) setSpeed(next)
          }}
          className="relative flex min-h-11 w-36 touch-none items-center"
        >
          <Slider.Track className="bg-line relative h-1.5 grow rounded">
            <Slider.Range className="bg-ink absolute h-full rounded" />
          </Slider.Track>
          <Slider.Thumb
            aria-label="Share of the tempo"
            className="bg-ink block size-5 rounded-full"
          />
        </Slider.Root>
      </div>
      <CheckBox checked={p.metronome} onChange={p.setMetronome}>
        Metronome
      </CheckBox>
      <CheckBox checked={p.loop} onChange={p.setLoop}>
        Again and again
      </CheckBox>
    </div>
  )
}
