/** The exercise tapped, or played on a keyboard that can be heard: how even it was goes to the teacher with the tick. */
import type { Exercise } from '@vein-mend/core/music'
import { measuresOf } from '@vein-mend/core/readers'
import { EVENNESS_MOST } from '@vein-mend/core/record'
import type { HomeEvenness } from '@vein-mend/core/record'
import { measureOf } from '@vein-mend/core/measure'
import { askedOf, isTapped } from '@vein-mend/core/timing'
import type { PlayedNote } from '@vein-mend/core/timing'
import { useState } from 'react'
import { canHearMidi } from '../../devices/midiKeyboard'
import { HearKeyboard, TapHere } from '../../parts/PlayedHere'
import { Choice } from '../../ui/Choice'
import { Fold } from '../../ui/Fold'
import { sayMeasure } from '../../wording/measureWords'

interface Props {
  readonly exercise: Exercise
  /** What was measured of it today; null for nothing yet. */
  readonly evenness: HomeEvenness | null
  readonly onSay: (evenness: HomeEvenness) => void
}

const WAYS = [
  ['tap', 'Tap it'],
  ['keyboard', 'Play it on a keyboard'],
] as const

function sayEvenness(evenness: HomeEvenness): string {
  return `Uneven by ${sayMeasure({ ...evenness, unit: 'share' })} of a note, ${evenness.count} steps`
}

export function PlayItIn({ exercise, evenness, onSay }: Props) {
  const [way, setWay] = useState<'tap' | 'keyboard'>('tap')
  const [tries, setTries] = useState(0)
  const [astray, setAstray] = useState(false)
  const asked = askedOf(exercise)
  const played = (notes: readonly PlayedNote[]) => {
    const measured = measureOf(measuresOf(notes, asked), 'unevenness-share')
    // So far beside the notes it is not this exercise, and nothing that is kept of it.
    const found = measured && measured.high <= EVENNESS_MOST ? measured : null
    setAstray(found === null)
    setTries(tries + 1)
    if (!found) return
    const { value, low, high, count } = found
    onSay({ tapped: isTapped(notes), value, low, high, count })
  }
  return (
    <Fold className="mt-2" head={<span className="font-medium">How even is it?</span>}>
      {canHearMidi() && <Choice label="How" value={way} options={WAYS} onChange={setWay} />}
      <div className="mt-2">
        {way === 'tap' ? (
          <TapHere key={tries} asked={asked} onPlayed={played} />
        ) : (
          <HearKeyboard onPlayed={played} />
        )}
      </div>
      <p role="status" className="mt-2 min-h-6 tabular-nums">
        {astray
          ? 'That did not go up with the notes, or was too short. Once through, one tap a note.'
          : evenness && `${sayEvenness(evenness)}. Your teacher sees it with the tick.`}
      </p>
    </Fold>
  )
}
