/** Signs as large tiles for the finger: choose a strength once, then touch what is there. */
import { useView, useLesson } from '../../data/studentContext'
import { STRANDS } from '@vein-mend/core/packs'
import type { Finding, Strand, Strength } from '@vein-mend/core/packs'
import { useState } from 'react'
import { Button } from '../../ui/Button'
import { Choice } from '../../ui/Choice'
import { StrandMark } from '../../ui/StrandMark'
import { STRAND_WORDS, STRENGTH_WORDS } from '../../wording/words'

interface Props {
  readonly onNote: (finding: Finding, strength: Strength) => void
}

const OFFERED: readonly Strength[] = ['marked', 'slight', 'unsure', 'absent']

export function SignTiles({ onNote }: Props) {
  const lesson = useLesson()
  const view = useView()
  const [open, setOpen] = useState(false)
  const [strand, setStrand] = useState<Strand>('posture')
  const [strength, setStrength] = useState<Strength>('marked')
  if (!open) {
    return (
      <Button small look="bare" onClick={() => setOpen(true)}>
        Signs as tiles
      </Button>
    )
  }
  const signs = view.knowledge.findings.filter((f) => !f.byCheckOnly && f.strand === strand)
  const notedAs = (id: string) => lesson.signs.find((s) => s.finding === id)?.strength
  return (
    <div className="bg-glaze border-line mx-2.5 w-full rounded-md border p-3">
      <div className="flex flex-wrap gap-x-5 gap-y-2">
        <Choice
          label="Strength"
          value={strength}
          options={OFFERED.map((s) => [s, STRENGTH_WORDS[s]] as const)}
          onChange={setStrength}
        />
        <Choice
          label="Strand"
          value={strand}
          options={STRANDS.map((s) => [s, STRAND_WORDS[s]] as const)}
          onChange={setStrand}
        />
        <Button small look="bare" className="ml-auto" onClick={() => setOpen(false)}>
          Put the tiles away
        </Button>
      </div>
      <ul className="mt-3 grid grid-cols-2 gap-2 sm:grid-cols-3">
        {signs.map((f) => {
          const noted = notedAs(f.id)
          return (
            <li key={f.id}>
              <button
                type="button"
                onClick={() => onNote(f, strength)}
                aria-label={`${f.text}: note as ${STRENGTH_WORDS[strength]}`}
                className={`flex min-h-16 w-full items-start gap-2 rounded-md border p-2 text-left text-sm leading-tight ${noted ? 'border-ink bg-slip border-2' : 'border-line bg-slip'}`}
              >
                <StrandMark strand={f.strand} />
                <span>
                  {f.text}
                  {noted && <span className="block font-semibold">{STRENGTH_WORDS[noted]}</span>}
                </span>
              </button>
            </li>
          )
        })}
      </ul>
    </div>
  )
}
