/** The made-up players that ship: one on keys, one before a microphone. They show what the measuring tells of a known fault. */
import { seededRng } from '@vein-mend/core/kit'
import type { Exercise } from '@vein-mend/core/music'
import { askedOf, PLAYED_FAULTS, playAsked } from '@vein-mend/core/timing'
import type { PlayedFault, PlayedNote } from '@vein-mend/core/timing'
import { SOUNDED_FAULTS } from '@vein-mend/core/tone'
import type { SoundedFault, Sounding } from '@vein-mend/core/tone'
import { useState } from 'react'
import { useView } from '../../data/studentContext'
import { Button } from '../../ui/Button'
import { Choice } from '../../ui/Choice'
import { Pick } from '../../ui/Inputs'
import { madeUpSound } from '../../workers/soundFiles'
import { PLAYED_FAULT_WORDS } from '../../wording/timingWords'
import { SOUNDED_FAULT_WORDS } from '../../wording/toneWords'

const STRENGTHS = [
  ['0.4', 'a little'],
  ['1', 'plainly'],
] as const

interface HowProps<Fault extends string> {
  readonly faults: readonly Fault[]
  readonly words: Readonly<Record<Fault, string>>
  readonly none: Fault
  readonly onPlay: (fault: Fault, strength: number) => void
}

/** Which fault, and how much of it. */
function How<Fault extends string>({ faults, words, none, onPlay }: HowProps<Fault>) {
  const [fault, setFault] = useState<Fault>(none)
  const [strength, setStrength] = useState<'0.4' | '1'>('1')
  return (
    <div className="space-y-3">
      <p className="text-kiln">Nobody plays: it shows what the measuring tells of a known fault.</p>
      <Pick
        label="It plays"
        value={fault}
        options={faults.map((f) => [f, words[f]])}
        onChange={setFault}
      />
      {fault !== none && (
        <Choice label="How much" value={strength} options={STRENGTHS} onChange={setStrength} />
      )}
      <Button look="main" onClick={() => onPlay(fault, Number(strength))}>
        Play it
      </Button>
    </div>
  )
}

/** Each try falls out a little differently, and the same where the student has the same takes: what was shown can be shown again. */
const useSeed = () => useView().record.takes.length + 1

/** Plays the rung on keys. */
export function MadeUpKeyboard({
  exercise,
  onPlayed,
}: {
  readonly exercise: Exercise
  readonly onPlayed: (notes: readonly PlayedNote[]) => void
}) {
  const seed = useSeed()
  const play = (fault: PlayedFault, strength: number) => {
    const playing = { tempo: exercise.tempo, fault, strength, rng: seededRng(seed) }
    onPlayed(playAsked(askedOf(exercise), playing))
  }
  return <How faults={PLAYED_FAULTS} words={PLAYED_FAULT_WORDS} none="none" onPlay={play} />
}

/** Sounds the rung as before a microphone. */
export function MadeUpPlayer({
  exercise,
  sounding,
  a4,
  onRecorded,
}: {
  readonly exercise: Exercise
  readonly sounding: Sounding
  readonly a4: number
  readonly onRecorded: (recording: Blob) => void
}) {
  const seed = useSeed()
  const play = async (fault: SoundedFault, strength: number) => {
    const playing = { tempo: exercise.tempo, fault, strength, sounding, a4 }
    onRecorded(await madeUpSound(askedOf(exercise), playing, seed))
  }
  return (
    <How
      faults={SOUNDED_FAULTS}
      words={SOUNDED_FAULT_WORDS}
      none="none"
      onPlay={(fault, strength) => void play(fault, strength)}
    />
  )
}
