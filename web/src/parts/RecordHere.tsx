/** Recorded on the spot: the level is watched, the pitch is heard as it sounds, nothing leaves the studio. */
import { flatNamed } from '@vein-mend/core/music'
import type { PitchRange } from '@vein-mend/core/tone'
import { useEffect, useRef, useState } from 'react'
import type { Heard } from '../devices/listener'
import { canRecord, Microphone, RECORD_SECONDS_MOST } from '../devices/microphone'
import { Button } from '../ui/Button'

/** How the instrument sounds and how the studio tunes. */
export interface Hearing {
  readonly range: PitchRange
  readonly a4: number
  /** Semitones from written to sounding. */
  readonly transpose: number
}

/** Shown no oftener than the eye follows, s. */
const SHOWN_EVERY_S = 0.03
/** The meter's lowest mark, dB. */
const LOWEST_DB = -60
/** Softer than this at its loudest, a recording drowns in the room. */
const SOFT_DB = -36
const SOFT_AFTER_S = 2

/** The written note nearest to a frequency, and how far it lies from it. */
function pitchWords(hz: number, { a4, transpose }: Hearing): string {
  const exact = 69 + 12 * Math.log2(hz / a4)
  const midi = Math.round(exact)
  const cents = Math.round(100 * (exact - midi))
  const aside = cents === 0 ? 'in tune' : `${cents > 0 ? '+' : '\u2212'}${Math.abs(cents)} cents`
  return `${flatNamed(midi - transpose)}, ${aside}`
}

function Level({ peakDb, clipped }: Pick<Heard, 'peakDb' | 'clipped'>) {
  const share = Math.max(0, Math.min(1, 1 - peakDb / LOWEST_DB))
  return (
    <div>
      <div
        role="meter"
        aria-label="Level"
        aria-valuemin={LOWEST_DB}
        aria-valuemax={0}
        aria-valuenow={Math.round(Math.max(LOWEST_DB, peakDb))}
        className="bg-line h-3 overflow-hidden rounded"
      >
        <div
          className={`h-full ${clipped ? 'bg-danger' : 'bg-ink'}`}
          style={{ width: `${100 * share}%` }}
        />
      </div>
      {clipped && (
        <p role="alert" className="text-danger mt-1">
          Too loud: the microphone cuts it off. Further away, or turn it down, and begin again.
        </p>
      )}
    </div>
  )
}

/** What is heard at the moment. */
function Now({
  heard,
  loudest,
  hearing,
}: {
  readonly heard: Heard
  readonly loudest: number
  readonly hearing: Hearing
}) {
  return (
    <>
      <p className="text-lg tabular-nums">
        {heard.seconds.toFixed(0)} s{' '}
        <span aria-label="Pitch">
          {heard.hz === null ? 'no pitch' : pitchWords(heard.hz, hearing)}
        </span>
      </p>
      <Level peakDb={heard.peakDb} clipped={heard.clipped} />
      {heard.seconds > SOFT_AFTER_S && loudest < SOFT_DB && (
        <p>Very soft: nearer to the instrument, or turn the microphone up.</p>
      )}
    </>
  )
}

/** The microphone from the press of a button to the next. */
export function RecordHere({
  hearing,
  onRecorded,
}: {
  readonly hearing: Hearing
  readonly onRecorded: (recording: Blob) => void
}) {
  const microphone = useRef<Microphone | null>(null)
  const [heard, setHeard] = useState<Heard | null>(null)
  const [loudest, setLoudest] = useState(Number.NEGATIVE_INFINITY)
  const [trouble, setTrouble] = useState<string | null>(null)
  useEffect(() => () => void microphone.current?.close(), [])
  if (!canRecord()) {
    return (
      <p>
        This page cannot hear a microphone: the browser has no way to it, or the page came over
        plain http. Record with the telephone and bring the recording.
      </p>
    )
  }
  const end = async () => {
    const recording = await microphone.current?.close()
    microphone.current = null
    setHeard(null)
    return recording ?? null
  }
  const done = async () => {
    const recording = await end()
    if (recording) onRecorded(recording)
  }
  const begin = async () => {
    await end()
    const next = new Microphone()
    microphone.current = next
    setTrouble(null)
    setLoudest(Number.NEGATIVE_INFINITY)
    let shownAt = -1
    try {
      await next.open(hearing.range, (now) => {
        if (now.seconds >= RECORD_SECONDS_MOST) void done()
        if (now.seconds < shownAt + SHOWN_EVERY_S) return
        shownAt = now.seconds
        setHeard(now)
        setLoudest((l) => Math.max(l, now.peakDb))
      })
    } catch {
      setTrouble('There is no microphone, or the browser did not let this page hear it.')
    }
  }
  return (
    <div className="space-y-3">
      {trouble !== null && <p role="alert">{trouble}</p>}
      {heard ? (
        <>
          <Now heard={heard} loudest={loudest} hearing={hearing} />
          <div className="flex gap-2">
            <Button look="main" onClick={() => void done()}>
              Done
            </Button>
            <Button look="bare" onClick={() => void begin()}>
              Begin again
            </Button>
          </div>
        </>
      ) : (
        <Button look="main" onClick={() => void begin()}>
          Record
        </Button>
      )}
    </div>
  )
}
