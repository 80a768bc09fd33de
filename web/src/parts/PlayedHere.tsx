/** Played on the spot: a MIDI keyboard that is heard, or taps on two keys, two pads or the space bar. */
import { momentsOf } from '@vein-mend/core/timing'
import type { AskedNote, PlayedNote } from '@vein-mend/core/timing'
import { useEffect, useRef, useState } from 'react'
import { canHearMidi, MidiListener } from '../devices/midiKeyboard'
import { TAP_LETTERS, TapListener } from '../devices/tapListener'
import type { TapKey } from '../devices/tapListener'
import { Button } from '../ui/Button'

interface Props {
  readonly onPlayed: (notes: readonly PlayedNote[]) => void
}

/** A keyboard that is heard from the press of a button to the next. */
export function HearKeyboard({ onPlayed }: Props) {
  const listener = useRef<MidiListener | null>(null)
  const [heard, setHeard] = useState<{ readonly from: string; readonly notes: number } | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  useEffect(() => () => void listener.current?.close(), [])
  if (!canHearMidi()) {
    return (
      <p>
        This page cannot hear a keyboard: the browser has no way to it, or the page came over plain
        http. Bring a MIDI file instead, or tap.
      </p>
    )
  }
  const begin = async () => {
    const next = new MidiListener()
    listener.current = next
    setTrouble(null)
    try {
      const names = await next.open((notes) => setHeard((h) => h && { ...h, notes }))
      if (names.length === 0) setTrouble('No keyboard is there. Plug one in and try again.')
      else setHeard({ from: names.join(', '), notes: 0 })
    } catch {
      setTrouble('The browser did not let this page hear a keyboard.')
    }
  }
  const end = () => {
    const notes = listener.current?.close() ?? []
    setHeard(null)
    if (notes.length > 0) onPlayed(notes)
  }
  return (
    <div>
      {trouble !== null && <p role="alert">{trouble}</p>}
      {heard ? (
        <>
          <p role="status" className="mb-2 text-lg tabular-nums">
            Listening to {heard.from}: {heard.notes} notes
          </p>
          <Button look="main" onClick={end} disabled={heard.notes === 0}>
            Done
          </Button>
        </>
      ) : (
        <Button look="main" onClick={() => void begin()}>
          Listen
        </Button>
      )}
    </div>
  )
}

const PADS: readonly (readonly [TapKey, string, string])[] = [
  ['left', 'Left', 'F'],
  ['right', 'Right', 'J'],
]

/** The rhythm tapped, note for note; the pitches are as they are written. */
export function TapHere({ onPlayed, asked }: Props & { readonly asked: readonly AskedNote[] }) {
  const of = (hand: 'left' | 'right') => momentsOf(asked.filter((n) => n.hand === hand)).length
  const [left, right, together] = [of('left'), of('right'), momentsOf(asked).length]
  const twoHands = left > 0 && right > 0
  // Hands that only take turns are tapped as one line.
  const meet = twoHands && together < left + right
  const [listener, setListener] = useState(() => new TapListener())
  const [taps, setTaps] = useState(0)
  const down = (key: TapKey, atMs: number) => {
    listener.down(key, atMs)
    setTaps(listener.count)
  }
  const keyOf = (event: React.KeyboardEvent) =>
    event.repeat || event.ctrlKey || event.metaKey
      ? undefined
      : TAP_LETTERS[event.key.toLowerCase()]
  const again = () => {
    setListener(new TapListener())
    setTaps(0)
  }
  return (
    <div
      data-takes-letters
      onKeyDown={(event) => {
        const key = TAP_LETTERS[event.key.toLowerCase()]
        // A pad under the hand must not press itself by the space bar.
        if (!key || (key === 'either' && (event.target as HTMLElement).dataset.pad === undefined)) {
          return
        }
        event.preventDefault()
        const fresh = keyOf(event)
        if (fresh) down(fresh, event.timeStamp)
      }}
      onKeyUp={(event) => {
        const key = TAP_LETTERS[event.key.toLowerCase()]
        if (key) listener.up(key, event.timeStamp)
      }}
    >
      <p>
        {meet
          ? 'Tap the rhythm: F for the left hand and J for the right, or the space bar alone for both together.'
          : 'Tap the rhythm, one tap a note: F, J or the space bar.'}{' '}
        Only the time is measured.
      </p>
      <div className="mt-2 grid grid-cols-2 gap-2">
        {PADS.map(([key, name, letter], i) => (
          <button
            key={key}
            type="button"
            data-pad
            autoFocus={i === 0}
            onPointerDown={(event) => down(key, event.timeStamp)}
            onPointerUp={(event) => listener.up(key, event.timeStamp)}
            onPointerCancel={(event) => listener.up(key, event.timeStamp)}
            className="border-line bg-glaze min-h-24 touch-none select-none rounded-md border text-lg font-medium"
          >
            {name} <span className="text-kiln text-sm font-normal">{letter}</span>
          </button>
        ))}
      </div>
      <p role="status" className="my-2 text-lg tabular-nums">
        {taps} taps; once through is{' '}
        {meet ? `${left} left and ${right} right, or ${together} together` : together}
      </p>
      <div className="flex gap-2">
        <Button look="main" disabled={taps === 0} onClick={() => onPlayed(listener.end())}>
          Done
        </Button>
        <Button look="bare" onClick={again}>
          Begin again
        </Button>
      </div>
    </div>
  )
}
