/** Puts a rung in: from the library of the instrument, or a passage of the student's own piece. */
import type { Exercise } from '@vein-mend/core/music'
import type { Knowledge, Rung } from '@vein-mend/core/packs'
import type { LadderRung } from '@vein-mend/core/remedy'
import { useState } from 'react'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { Button } from '../../ui/Button'
import { INPUT_CLASS } from '../../ui/Field'
import { Num } from '../../ui/Inputs'
import { SidePanel } from '../../ui/SidePanel'

interface Props {
  readonly knowledge: Knowledge
  readonly onInsert: (rung: LadderRung) => void
}

function asLadderRung({
  id,
  name,
  instruction,
  way,
  condition,
  dose,
  pass,
  notes,
}: Rung): LadderRung {
  return { id, name, instruction, way, condition, dose, pass, ...(notes ? { notes } : {}) }
}

function ownRung(title: string, exercise: Exercise, from: number, to: number): LadderRung {
  return {
    id: 'own-passage',
    name: title,
    instruction: `${from === to ? `Bar ${from}` : `Bars ${from} to ${to}`} of the piece, slowly and then in tempo.`,
    way: 'parts',
    condition: 'piece-slow',
    dose: { times: 4, minutes: 3 },
    pass: { kind: 'share', clean: 3, of: 4 },
    own: exercise,
  }
}

function base64Of(buffer: ArrayBuffer): string {
  return btoa(Array.from(new Uint8Array(buffer), (b) => String.fromCharCode(b)).join(''))
}

function Library({ knowledge, onInsert }: Props) {
  const [query, setQuery] = useState('')
  const words = query.toLowerCase().trim()
  const all = knowledge.remedies.flatMap((remedy) => remedy.rungs.map((rung) => ({ remedy, rung })))
  const found = all.filter(
    ({ remedy, rung }) =>
      words === '' ||
      `${remedy.name} ${rung.name} ${rung.instruction}`.toLowerCase().includes(words),
  )
  return (
    <>
      <input
        aria-label="Find a rung"
        placeholder="Find a rung"
        value={query}
        onChange={(e) => setQuery(e.target.value)}
        className={INPUT_CLASS}
      />
      <ul className="mt-2 max-h-80 overflow-y-auto">
        {found.slice(0, 60).map(({ remedy, rung }) => (
          <li key={`${remedy.id} ${rung.id}`} className="border-line border-b">
            <button
              type="button"
              onClick={() => onInsert(asLadderRung(rung))}
              className="min-h-11 w-full py-1 text-left"
            >
              {rung.name} <span className="text-kiln text-sm">{remedy.name}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  )
}

/** A file, and the part wanted of it; null for whatever it has. */
interface Asked {
  readonly file: File
  readonly part: number | null
}

/** A file with several parts, of which one is to be chosen. */
interface Choosing {
  readonly file: File
  readonly parts: readonly string[]
}

function OwnPiece({ onInsert }: Pick<Props, 'onInsert'>) {
  const [from, setFrom] = useState(1)
  const [to, setTo] = useState(4)
  const [choosing, setChoosing] = useState<Choosing | null>(null)
  const { run: bringIn, trouble } = useChange({
    change: async ({ file, part }: Asked) =>
      api.passage({
        file: base64Of(await file.arrayBuffer()),
        fromBar: from,
        toBar: to,
        part: part ?? 0,
      }),
    touches: [],
    done: ({ exercise, parts }, { file, part }) => {
      if (parts.length > 1 && part === null) {
        setChoosing({ file, parts })
        return
      }
      const title = exercise.title === '' ? file.name.replace(/\.[^.]+$/, '') : exercise.title
      onInsert(ownRung(`${title}, bars ${from}–${to}`, exercise, from, to))
    },
  })
  return (
    <div className="space-y-3">
      <div className="grid grid-cols-2 gap-3">
        <Num label="From bar" value={from} min={1} max={2000} onChange={setFrom} />
        <Num label="To bar" value={to} min={1} max={2000} onChange={setTo} />
      </div>
      <label className="block">
        <span className="mb-1 block font-medium">MusicXML or MIDI file</span>
        <input
          type="file"
          accept=".musicxml,.xml,.mid,.midi"
          className="min-h-11"
          onChange={(event) => {
            const file = event.target.files?.[0]
            if (file) bringIn({ file, part: null })
            event.target.value = ''
          }}
        />
      </label>
      {choosing && (
        <div role="group" aria-label="Which part?" className="space-y-2">
          <p>Several parts are in {choosing.file.name}. Which one?</p>
          <div className="flex flex-wrap gap-2">
            {choosing.parts.map((name, part) => (
              <Button key={part} onClick={() => bringIn({ file: choosing.file, part })}>
                {name}
              </Button>
            ))}
          </div>
        </div>
      )}
      {trouble && (
        <p role="alert" className="text-danger">
          {trouble.words}
        </p>
      )}
    </div>
  )
}

export function InsertRung({ knowledge, onInsert }: Props) {
  const [open, setOpen] = useState<'library' | 'own' | null>(null)
  const insert = (rung: LadderRung) => {
    onInsert(rung)
    setOpen(null)
  }
  return (
    <>
      <Button small onClick={() => setOpen('library')}>
        Insert from the library
      </Button>
      <Button small onClick={() => setOpen('own')}>
        Insert a passage of their piece
      </Button>
      <SidePanel
        open={open !== null}
        onOpenChange={(next) => {
          if (!next) setOpen(null)
        }}
        title={open === 'own' ? 'A passage of their own piece' : 'From the library'}
        about="It comes after the rung that is chosen."
      >
        {open === 'own' ? (
          <OwnPiece onInsert={insert} />
        ) : (
          <Library knowledge={knowledge} onInsert={insert} />
        )}
      </SidePanel>
    </>
  )
}
