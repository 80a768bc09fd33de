/** A metronome for the page at home. */
import { useEffect, useState } from 'react'
import { NotePlayer } from '../../devices/notePlayer'
import { Button } from '../../ui/Button'

const TEMPO = { least: 40, most: 208, start: 60, step: 4 } as const
const BEATS_PER_ROUND = 64

const clamp = (bpm: number) => Math.min(TEMPO.most, Math.max(TEMPO.least, bpm))

export function Beat() {
  const [player] = useState(() => new NotePlayer())
  const [bpm, setBpm] = useState<number>(TEMPO.start)
  const [on, setOn] = useState(false)
  useEffect(() => () => player.stop(), [player])
  const beat = (next: number) => {
    const playing = { notes: [], bpm: next, beatsPerBar: 1, beats: BEATS_PER_ROUND }
    player.play({ ...playing, metronome: true, loop: true, countIn: false }, () => setOn(false))
  }
  const turn = () => {
    if (on) player.stop()
    else beat(bpm)
    setOn(!on)
  }
  const to = (next: number) => {
    setBpm(clamp(next))
    if (on) beat(clamp(next))
  }
  return (
    <div className="border-line mt-5 flex items-center gap-2 border-t pt-3">
      <span className="font-medium">Beat</span>
      <Button aria-label="Slower" onClick={() => to(bpm - TEMPO.step)}>
        −
      </Button>
      <span className="w-12 text-center text-lg tabular-nums">{bpm}</span>
      <Button aria-label="Faster" onClick={() => to(bpm + TEMPO.step)}>
        +
      </Button>
      <Button look="main" className="ml-auto" onClick={turn}>
        {on ? 'Stop' : 'Start'}
      </Button>
    </div>
  )
}
