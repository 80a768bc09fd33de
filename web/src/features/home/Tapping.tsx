/** Two keys or two pads, turn about: how steady, and were the turns kept. */
import { steadiness, TAPS_ASKED } from '@vein-mend/core/practice'
import type { Tap } from '@vein-mend/core/practice'
import { useEffect, useState } from 'react'
import { Button } from '../../ui/Button'
import { plural } from '../../wording/words'

const KEYS: Readonly<Record<string, Tap['limb']>> = { f: 'left', j: 'right' }
const SEEN = 16

function seconds(): number {
  return performance.now() / 1000
}

function verdict(taps: readonly Tap[]): string {
  const found = steadiness(taps)
  if (!found) return `${taps.length} of ${TAPS_ASKED} taps`
  const turns =
    found.turnsMissed === 0 ? 'every turn kept' : `${plural(found.turnsMissed, 'turn')} missed`
  return `${Math.round(found.perMinute)} a minute, uneven by ${Math.round(found.variation * 100)} %, ${turns}`
}

export function Tapping() {
  const [taps, setTaps] = useState<readonly Tap[]>([])
  const tap = (limb: Tap['limb']) => {
    const at = seconds()
    setTaps((all) => [...all, { at, limb }].slice(-SEEN))
  }
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const limb = KEYS[event.key.toLowerCase()]
      if (limb && !(event.target instanceof HTMLInputElement) && !event.repeat) tap(limb)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return (
    <details className="border-line mt-4 border-t pt-3">
      <summary className="min-h-11 cursor-pointer py-2 font-medium">Tapping in turns</summary>
      <p className="text-kiln">
        Left, right, left, right, as even as you can: two pads, or the keys F and J. A foot can take
        one side.
      </p>
      <div className="mt-2 grid grid-cols-2 gap-2">
        {(['left', 'right'] as const).map((limb) => (
          <button
            key={limb}
            type="button"
            onPointerDown={() => tap(limb)}
            onClick={(event) => {
              if (event.detail === 0) tap(limb)
            }}
            className="border-line bg-glaze min-h-24 touch-manipulation rounded-md border text-lg font-medium"
          >
            {limb === 'left' ? 'Left' : 'Right'}
          </button>
        ))}
      </div>
      <p role="status" className="mt-2 tabular-nums">
        {verdict(taps)}
      </p>
      <Button small onClick={() => setTaps([])}>
        Begin again
      </Button>
    </details>
  )
}
