/** Brings a pack in from a YAML file; a faulty one is refused by line, and nothing changes. */
import { useQueryClient } from '@tanstack/react-query'
import type { FileTrouble } from '@vein-mend/contract'
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { api, ApiError } from '../../data/api'
import { Button } from '../../ui/Button'
import { sayRefusal } from '../../wording/refusals'
import { Troubles } from '../ownKnowledge/Troubles'

export function ImportPack() {
  const client = useQueryClient()
  const navigate = useNavigate()
  const input = useRef<HTMLInputElement>(null)
  const [trouble, setTrouble] = useState<{ words: string; list: readonly FileTrouble[] } | null>(
    null,
  )
  const bringIn = async (file: File) => {
    try {
      const { id } = await api.importPack(await file.text())
      setTrouble(null)
      await client.invalidateQueries({ queryKey: ['packs'] })
      await client.invalidateQueries({ queryKey: ['pack'] })
      await navigate(`/packs/${id.replace(/-studio$/, '')}`)
    } catch (error) {
      setTrouble(
        error instanceof ApiError
          ? { words: sayRefusal(error.refusal), list: error.refusal.troubles ?? [] }
          : { words: 'The server does not answer. Nothing was changed.', list: [] },
      )
    }
  }
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
          <Troubles troubles={trouble.list} />
        </div>
      )}
    </div>
  )
}
