/** Small trainers on the page at home: finger numbers, up or down, which hand comes next. */
import { midiOf } from '@vein-mend/core/music'
import type { Spoken } from '@vein-mend/core/music'
import { askFinger, askStep, judgeOrder } from '@vein-mend/core/practice'
import type { FingerAsked, Move, StepAsked, Trainer } from '@vein-mend/core/practice'
import { useEffect, useRef, useState } from 'react'
import type { ReactNode } from 'react'
import { NotePlayer } from '../../devices/notePlayer'
import { Button } from '../../ui/Button'
import { Fold } from '../../ui/Fold'
import { Tapping } from './Tapping'

type Of<K extends Trainer['kind']> = Extract<Trainer, { kind: K }>

/** Chance of the page; a trainer need not repeat itself. */
const rng = () => Math.random()

const PAD =
  'border-line bg-glaze min-h-14 touch-manipulation rounded-md border px-3 text-lg font-medium'

function Drawer({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Fold
      className="border-line mt-4 border-t pt-3"
      head={<span className="font-medium">{title}</span>}
    >
      {children}
    </Fold>
  )
}

interface Tallied {
  readonly asked: number
  readonly right: number
  readonly said: string
}
const NOTHING_YET: Tallied = { asked: 0, right: 0, said: '' }

function useTally() {
  const [tally, setTally] = useState(NOTHING_YET)
  const answer = (right: boolean, said: string) =>
    setTally((t) => ({ asked: t.asked + 1, right: t.right + (right ? 1 : 0), said }))
  return { tally, answer }
}

function Score({ tally }: { tally: Tallied }) {
  return (
    <p role="status" className="mt-2 min-h-6 tabular-nums">
      {tally.said}
      {tally.asked > 0 && ` ${tally.right} of ${tally.asked} so far.`}
    </p>
  )
}

/** Heights of the fingers from the first to the last, as shares of the tallest. */
const FINGER_HEIGHTS = { thumb: [0.5, 0.85, 1, 0.9, 0.7], index: [0.85, 1, 0.9, 0.7] } as const

function FingerNames({ trainer }: { trainer: Of<'finger-names'> }) {
  const [asked, setAsked] = useState<FingerAsked>(() => askFinger(rng, trainer, null))
  const { tally, answer } = useTally()
  const { first, count } = trainer.fingers
  const numbers = Array.from({ length: count }, (_, i) => i + 1)
  // The left hand seen from above has its first finger on the right.
  const shown = asked.hand === 'left' ? numbers.toReversed() : numbers
  const choose = (finger: number) => {
    const right = finger === asked.finger
    answer(right, right ? 'Yes.' : `That is ${finger}.`)
    if (right) setAsked(askFinger(rng, trainer, asked))
  }
  return (
    <Drawer title="Finger numbers">
      <p className="text-lg">
        {asked.hand === 'left' ? 'Left' : 'Right'} hand, seen from above: tap finger{' '}
        <strong className="text-2xl">{asked.finger}</strong>
      </p>
      <p className="text-kiln text-sm">
        {first === 'thumb' ? 'The thumb is 1.' : 'The finger next to the thumb is 1.'}
      </p>
      <div className="mt-2 flex h-40 items-end gap-2" role="group" aria-label="The fingers">
        {shown.map((finger) => (
          <button
            key={finger}
            type="button"
            aria-label={`Finger ${shown.indexOf(finger) + 1} from the left`}
            onClick={() => choose(finger)}
            style={{ height: `${100 * (FINGER_HEIGHTS[first][finger - 1] ?? 1)}%` }}
            className="border-ink bg-glaze min-w-11 flex-1 touch-manipulation rounded-t-full border-2 border-b-0"
          />
        ))}
      </div>
      <div aria-hidden className="border-ink border-t-2" />
      <Score tally={tally} />
    </Drawer>
  )
}

const SOUND = { bpm: 72, beats: 2 } as const

function hear(player: NotePlayer, { from, to }: StepAsked): void {
  const beat = 60 / SOUND.bpm
  const notes = [from, to].map((note, i) => ({
    midi: midiOf(note),
    onsetSeconds: i * beat,
    seconds: beat * 0.9,
    velocity: 0.8,
    hand: null,
    line: 0,
  }))
  const { bpm, beats } = SOUND
  player.play(
    { notes, bpm, beats, beatsPerBar: beats, metronome: false, loop: false, countIn: false },
    () => undefined,
  )
}

function moveWords(sideways: boolean): Record<Move, string> {
  return sideways
    ? { up: 'To the right', down: 'To the left', same: 'Stays' }
    : { up: 'Up', down: 'Down', same: 'Stays' }
}

function UpOrDown({ trainer }: { trainer: Of<'up-or-down'> }) {
  const [asked, setAsked] = useState<StepAsked>(() => askStep(rng, trainer.notes))
  const { tally, answer } = useTally()
  const player = useRef<NotePlayer | null>(null)
  useEffect(() => () => player.current?.stop(), [])
  const words = moveWords(trainer.sideways)
  const play = (step: StepAsked) => {
    player.current ??= new NotePlayer()
    hear(player.current, step)
  }
  const choose = (move: Move) => {
    const right = move === asked.move
    answer(right, right ? 'Yes.' : `It was: ${words[asked.move]}.`)
    const next = askStep(rng, trainer.notes)
    setAsked(next)
    play(next)
  }
  return (
    <Drawer title={trainer.sideways ? 'To the right or to the left' : 'Up or down'}>
      <p>Listen to two notes of your exercise. Where does the second one lie?</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => play(asked)}>Hear them</Button>
      </div>
      <div className="mt-2 grid grid-cols-3 gap-2">
        {(['down', 'same', 'up'] as const).map((move) => (
          <button key={move} type="button" className={PAD} onClick={() => choose(move)}>
            {words[move]}
          </button>
        ))}
      </div>
      <Score tally={tally} />
    </Drawer>
  )
}

const HAND_WORDS: Record<Spoken, string> = { left: 'Left', both: 'Both', right: 'Right' }
const HAND_KEYS: Readonly<Record<string, Spoken>> = { f: 'left', j: 'right', ' ': 'both' }

function orderVerdict(order: readonly Spoken[], tapped: readonly Spoken[]): string {
  if (tapped.length < order.length) return `${tapped.length} of ${order.length}`
  const { right, firstSlip } = judgeOrder(order, tapped)
  if (firstSlip === null) return 'All of them right.'
  return `${right} of ${order.length} right; the first slip was number ${firstSlip + 1}.`
}

function WhichHand({ trainer }: { trainer: Of<'which-hand'> }) {
  const [tapped, setTapped] = useState<readonly Spoken[]>([])
  const [shown, setShown] = useState(true)
  const { order } = trainer
  const tap = (hand: Spoken) =>
    setTapped((all) => (all.length < order.length ? [...all, hand] : all))
  return (
    <Drawer title="Which hand comes next">
      <p className="text-kiln">
        {trainer.name}: say it aloud, then cover it and tap it from memory.
      </p>
      <p className="mt-1 text-lg leading-relaxed">
        {shown ? order.map((hand) => HAND_WORDS[hand].toLowerCase()).join(', ') : '…'}
      </p>
      <Button small onClick={() => setShown(!shown)}>
        {shown ? 'Cover it' : 'Show it'}
      </Button>
      <div
        className="mt-2 grid grid-cols-3 gap-2"
        onKeyDown={(event) => {
          const hand = HAND_KEYS[event.key.toLowerCase()]
          if (!hand || event.repeat) return
          event.preventDefault()
          tap(hand)
        }}
      >
        {(['left', 'both', 'right'] as const).map((hand) => (
          <button key={hand} type="button" className={PAD} onClick={() => tap(hand)}>
            {HAND_WORDS[hand]}
          </button>
        ))}
      </div>
      <p role="status" className="mt-2 tabular-nums">
        {orderVerdict(order, tapped)}
      </p>
      <Button small onClick={() => setTapped([])}>
        Begin again
      </Button>
    </Drawer>
  )
}

export function Trainers({ trainers }: { trainers: readonly Trainer[] }) {
  return trainers.map((trainer) => {
    switch (trainer.kind) {
      case 'finger-names':
        return <FingerNames key={trainer.kind} trainer={trainer} />
      case 'up-or-down':
        return <UpOrDown key={trainer.kind} trainer={trainer} />
      case 'which-hand':
        return <WhichHand key={trainer.kind} trainer={trainer} />
      case 'tapping':
        return <Tapping key={trainer.kind} tasks={trainer.tasks} />
    }
  })
}
