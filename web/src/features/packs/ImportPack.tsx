/** Brings a pack in from a YAML file; a faulty one is refused by line, and nothing changes. */
import type { PackImportRequest } from '@vein-mend/contract'
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { Button } from '../../ui/Button'
import { Troubles } from '../../parts/Troubles'

/** What the text would take out, and the one move that says so be it. */
interface Removing {
  readonly yaml: string
  readonly entries: readonly string[]
}

export function ImportPack() {
  const navigate = useNavigate()
  const input = useRef<HTMLInputElement>(null)
  const { run, trouble } = useChange({
    change: (asked: PackImportRequest) => api.importPack(asked),
    touches: [['packs'], ['pack'], ['student']],
    done: ({ id }) => navigate(`/packs/${id.replace(/-studio$/, '')}`),
  })
  const [yaml, setYaml] = useState('')
  const bringIn = async (file: File) => {
    const text = await file.text()
    setYaml(text)
    run({ yaml: text, mayRemove: [] })
  }
  const removing: Removing | null =
    trouble?.refusal?.code === 'pack_removes'
      ? { yaml, entries: String(trouble.refusal.facts?.entries).split(' · ') }
      : null
  return (
    <div>
      <input
        ref={input}
        type="file"
        accept=".yaml,.yml"
        className="sr-only"
        aria-label="A pack as a YAML file"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0]
          if (file) void bringIn(file)
          event.target.value = ''
        }}
      />
      <Button onClick={() => input.current?.click()}>Bring a pack in</Button>
      {trouble && (
        <div role="alert" className="bg-dangerwash text-danger mt-3 max-w-3xl rounded p-3">
          {trouble.words}
          <Troubles troubles={trouble.refusal?.troubles ?? []} />
          {removing && (
            <p className="mt-2">
              <Button onClick={() => run({ yaml: removing.yaml, mayRemove: removing.entries })}>
                Bring it in all the same, without these
              </Button>
            </p>
          )}
        </div>
      )}
    </div>
  )
}
