/** Two keys or two pads: turn about, one limb two to the other's beat, or the foot its own time against the hands. */
import {
  BEATS_BEFORE_SWAP,
  FOOT_ASKED,
  footHeld,
  steadiness,
  swapsKept,
  swapTurn,
  TAPS_ASKED,
  turnsMissed,
} from '@vein-mend/core/practice'
import type { Tap, TapTask } from '@vein-mend/core/practice'
import { clockAndMotor } from '@vein-mend/core/timing'
import { useEffect, useState } from 'react'
import { Button } from '../../ui/Button'
import { Choice } from '../../ui/Choice'
import { Fold } from '../../ui/Fold'
import { percent, plural } from '../../wording/words'

type Limb = Tap['limb']
const KEYS: Readonly<Record<string, Limb>> = { f: 'left', j: 'right' }
/** Taps looked back over in turns; the other tasks are judged from their start. */
const TURNS_SEEN = 16
/** Where the unevenness comes from takes longer to tell. */
const SPLIT_SEEN = 60
const MS = 1000

const NAMES: Record<TapTask, string> = {
  turns: 'In turns',
  swap: 'Two to one, swapped',
  'foot-and-hands': 'Foot against hands',
}

const WORDS: Record<TapTask, string> = {
  turns: 'Left, right, left, right, as even as you can. A foot can take one side.',
  swap: `One side taps the beat, the other two to each beat. After ${BEATS_BEFORE_SWAP} beats they swap.`,
  'foot-and-hands': `The foot taps a slow beat alone, ${FOOT_ASKED.alone} times or more. Then the hands roll at their own rate, and the foot goes on as before.`,
}

const PADS: Record<TapTask, Record<Limb, string>> = {
  turns: { left: 'Left', right: 'Right' },
  swap: { left: 'Left', right: 'Right' },
  'foot-and-hands': { left: 'Foot', right: 'Hands' },
}

function sayTurns(taps: readonly Tap[]): string {
  const lately = taps.slice(-TURNS_SEEN)
  const found = steadiness(lately)
  if (!found) return `${lately.length} of ${TAPS_ASKED} taps`
  const missed = turnsMissed(lately)
  const turns = missed === 0 ? 'every turn kept' : `${plural(missed, 'turn')} missed`
  const split = sayWhence(taps)
  return `${Math.round(found.perMinute)} a minute, uneven by ${percent(found.variation)}, ${turns}${split}`
}

/** Longer tapping tells whether the beat wavers or the fingers do not follow it. */
function sayWhence(taps: readonly Tap[]): string {
  const found = clockAndMotor(taps.slice(-SPLIT_SEEN).map((t) => t.at * MS))
  if (!found || found.doubtful) return ''
  const { clockMs, motorMs } = found
  const [beat, fingers] = [Math.round(clockMs), Math.round(motorMs)]
  const more =
    clockMs > motorMs ? 'more the beat than the fingers' : 'more the fingers than the beat'
  return `; ${more} (beat ${beat}, fingers ${fingers} ms)`
}

function saySwap(taps: readonly Tap[]): string {
  const { beat, done } = swapTurn(taps)
  const now = `${beat === 'left' ? 'Left' : 'Right'} has the beat${done > 0 ? `, ${done} of ${BEATS_BEFORE_SWAP}` : ''}.`
  const kept = swapsKept(taps).slice(-2)
  return [
    now,
    ...kept.map(
      (k) => `Beat ${k.beat}: ${k.kept} of ${plural(k.beats, 'beat')} held two of the other.`,
    ),
  ].join(' ')
}

function sayFoot(taps: readonly Tap[]): string {
  const found = footHeld(taps)
  if (!found) {
    const foot = taps.filter((t) => t.limb === 'left').length
    return foot < FOOT_ASKED.alone
      ? `Foot alone: ${foot} of ${FOOT_ASKED.alone}`
      : 'Now the hands; the foot goes on.'
  }
  const { foot, faster, from, to, handsPerMinute } = found
  const range = `between ${percent(Math.min(Math.abs(from), Math.abs(to)))} and ${percent(Math.max(Math.abs(from), Math.abs(to)))}`
  const held =
    from <= 0 && to >= 0
      ? 'The foot kept its time.'
      : `The foot went ${percent(Math.abs(faster))} ${faster > 0 ? 'faster' : 'slower'} with the hands (${range}).`
  return `${held} Foot ${Math.round(foot.perMinute)} a minute, uneven by ${percent(foot.variation)}; hands ${Math.round(handsPerMinute)}.`
}

const VERDICTS: Record<TapTask, (taps: readonly Tap[]) => string> = {
  turns: sayTurns,
  swap: saySwap,
  'foot-and-hands': sayFoot,
}

export function Tapping({ tasks }: { tasks: readonly TapTask[] }) {
  const [task, setTask] = useState<TapTask>(tasks[0] ?? 'turns')
  const [taps, setTaps] = useState<readonly Tap[]>([])
  const [open, setOpen] = useState(false)
  const tap = (limb: Limb) => {
    const at = performance.now() / 1000
    setTaps((all) => [...all, { at, limb }])
  }
  useEffect(() => {
    if (!open) return
    const onKey = (event: KeyboardEvent) => {
      const limb = KEYS[event.key.toLowerCase()]
      const typing =
        event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement
      if (limb && !typing && !event.repeat) tap(limb)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [open])
  return (
    <Fold
      className="border-line mt-4 border-t pt-3"
      head={<span className="font-medium">Two limbs</span>}
      open={open}
      onOpenChange={setOpen}
    >
      <Choice
        label="What to tap"
        value={task}
        options={tasks.map((t) => [t, NAMES[t]] as const)}
        onChange={(chosen) => {
          setTask(chosen)
          setTaps([])
        }}
      />
      <p className="text-kiln mt-2">{WORDS[task]} Two pads, or the keys F and J.</p>
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
            {PADS[task][limb]}
          </button>
        ))}
      </div>
      <p role="status" className="mt-2 min-h-12 tabular-nums">
        {VERDICTS[task](taps)}
      </p>
      <Button small onClick={() => setTaps([])}>
        Begin again
      </Button>
    </Fold>
  )
}
