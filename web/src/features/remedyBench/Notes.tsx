/** A rung's notes, seen and heard: engraving, playback with count-in, slow-down and loop, and files to take. */
import { KEYS_BY_FOURTHS, spokenOrder } from '@vein-mend/core/music'
import type { Exercise } from '@vein-mend/core/music'
import { factsOf, restsForPain } from '@vein-mend/core/record'
import type { CaseState } from '@vein-mend/core/record'
import { rungExercise, tempoNow } from '@vein-mend/core/remedy'
import type { LadderRung } from '@vein-mend/core/remedy'
import { useState } from 'react'
import { useView } from '../../data/studentContext'
import { buttonClass } from '../../ui/Button'
import { Pick } from '../../ui/Inputs'
import { PlayBar } from '../../ui/PlayBar'

interface Props {
  readonly state: CaseState
  readonly rung: LadderRung
  readonly place: number
  /** The rung stands on record as it is here, so that the server can engrave it. */
  readonly kept: boolean
}

/** Why a rung has no notes, and what is done instead. */
const NO_NOTES = {
  away: 'Away from the instrument, or without sound: it is done as it says.',
  single: 'One movement or one note, as it says.',
  own: 'It is done with the student’s own music. “Insert a passage of their piece” puts its notes into the ladder.',
} as const

function noNotes({ condition }: LadderRung): keyof typeof NO_NOTES {
  if (condition === 'away') return 'away'
  return condition === 'isolated' ? 'single' : 'own'
}

function describe(exercise: Exercise): string {
  const notes = exercise.lines
    .map((l) => {
      const names = l.notes.flatMap((n) => n.pitches.join(' ')).filter((x) => x !== '')
      return `${l.hand ? `${l.hand} hand: ` : ''}${names.join(', ')}`
    })
    .join('. ')
  return `${exercise.title}, quarter at ${Math.round(exercise.tempo)}. ${notes}`
}

export function Notes({ state, rung, place, kept }: Props) {
  const view = useView()
  const [key, setKey] = useState<string>(view.knowledge.sound?.key ?? 'C')
  const tempo = state.ladder?.tempo ? tempoNow(state.ladder.tempo) : undefined
  const exercise = rungExercise(rung, view.knowledge, factsOf(view.record.card, view.knowledge), {
    key,
    ...(tempo === undefined ? {} : { tempo }),
  })
  if (restsForPain(view.record, state)) {
    return <p className="mt-3">Its notes rest until what stops the playing has been answered.</p>
  }
  if (!exercise) {
    return <p className="text-kiln mt-3">{NO_NOTES[noNotes(rung)]}</p>
  }
  const base = `/api/students/${view.id}/faults/${state.id}/notes/${place + 1}`
  const asked = `?key=${encodeURIComponent(key)}&tempo=${Math.round(exercise.tempo)}`
  const spoken = spokenOrder(exercise)
  return (
    <div className="mt-3 space-y-2">
      <div className="flex flex-wrap items-end gap-4">
        {rung.own === undefined && (
          <div className="w-28">
            <Pick
              label="Key"
              value={key}
              options={KEYS_BY_FOURTHS.map((k) => [k, k.replace('b', '♭')] as const)}
              onChange={setKey}
            />
          </div>
        )}
        <PlayBar exercise={exercise} />
      </div>
      {kept ? (
        <img
          src={`${base}.svg${asked}&v=${state.ladder?.rungs.length ?? 0}-${rung.id}`}
          alt={describe(exercise)}
          className="notation w-full rounded-md bg-white p-2"
        />
      ) : (
        <p className="text-kiln">Keep the ladder to see these notes engraved.</p>
      )}
      <ul className="text-sm">
        {exercise.advice.map((line) => (
          <li key={line}>{line}</li>
        ))}
        {spoken.length > 0 && <li className="sr-only">Order of hands: {spoken.join(', ')}</li>}
      </ul>
      {kept && (
        <p className="flex flex-wrap gap-1">
          {(['mid', 'musicxml'] as const).map((kind) => (
            <a key={kind} className={buttonClass('bare')} href={`${base}.${kind}${asked}`} download>
              {kind === 'mid' ? 'MIDI' : 'MusicXML'}
            </a>
          ))}
        </p>
      )}
    </div>
  )
}
