/** What can be done with a pack: add to it, take a copy of one's own, take it out as a file. */
import { useQueryClient } from '@tanstack/react-query'
import { OWN_SECTIONS } from '@vein-mend/contract'
import type { PackResponse } from '@vein-mend/contract'
import { slug } from '@vein-mend/core/packs'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { toast } from 'sonner'
import { api, ApiError } from '../../data/api'
import { usePacks } from '../../data/useStudent'
import { Button, buttonClass } from '../../ui/Button'
import { Text } from '../../ui/Inputs'
import { Sheetlet } from '../../ui/Sheetlet'
import { sayRefusal } from '../../wording/refusals'
import { SECTION_WORDS } from '../../wording/words'

function say(error: unknown): string {
  return error instanceof ApiError ? sayRefusal(error.refusal) : 'The server does not answer.'
}

function Fork({ packId, pack }: { packId: string; pack: PackResponse }) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const [open, setOpen] = useState(false)
  const [name, setName] = useState(`My ${pack.knowledge.name.toLowerCase()}`)
  const fork = async () => {
    try {
      const { id } = await api.forkPack(packId, { id: slug(name), name })
      await client.invalidateQueries({ queryKey: ['packs'] })
      setOpen(false)
      await navigate(`/packs/${id}`)
    } catch (error) {
      toast.error(say(error))
    }
  }
  return (
    <>
      <Button onClick={() => setOpen(true)}>A copy of my own</Button>
      <Sheetlet
        open={open}
        onOpenChange={setOpen}
        title={`A copy of ${pack.knowledge.name}`}
        about="It stands beside the shipped pack as an instrument of its own, and can be changed in every part."
      >
        <form
          className="space-y-4"
          onSubmit={(event) => {
            event.preventDefault()
            void fork()
          }}
        >
          <Text label="Name" value={name} autoFocus onChange={setName} />
          <Button look="main" type="submit" disabled={slug(name) === ''}>
            Make the copy
          </Button>
        </form>
      </Sheetlet>
    </>
  )
}

/** Takes an own pack out; undo puts the very same text back. */
function useDropping(packId: string) {
  const client = useQueryClient()
  const navigate = useNavigate()
  return async () => {
    try {
      const text = await (await fetch(`/api/packs/${encodeURIComponent(packId)}/text`)).text()
      await api.dropPack(packId)
      await client.invalidateQueries({ queryKey: ['packs'] })
      toast('Taken out', {
        action: {
          label: 'Undo',
          onClick: () =>
            void api
              .importPack(text)
              .then(() => client.invalidateQueries({ queryKey: ['packs'] }))
              .catch((error: unknown) => toast.error(say(error))),
        },
      })
      await navigate('/packs')
    } catch (error) {
      toast.error(say(error))
    }
  }
}

export function PackTools({ packId, pack }: { packId: string; pack: PackResponse }) {
  const packs = usePacks()
  const listed = packs.data?.packs.find((p) => p.id === packId)
  const drop = useDropping(packId)
  if (pack.knowledge.kind !== 'instrument') return null
  const text = `/api/packs/${encodeURIComponent(packId)}`
  return (
    <div className="no-print mt-3 flex flex-wrap gap-2">
      {OWN_SECTIONS.map((section) => (
        <Link key={section} to={`/packs/${packId}/edit/${section}`} className={buttonClass()}>
          Add a {SECTION_WORDS[section]}
        </Link>
      ))}
      <Fork packId={packId} pack={pack} />
      <a className={buttonClass('bare')} href={`${text}/text`} download>
        Take out as YAML
      </a>
      {listed?.changed && (
        <a className={buttonClass('bare')} href={`${text}/additions/text`} download>
          Only this studio’s changes
        </a>
      )}
      {listed?.own && (
        <Button look="bare" onClick={() => void drop()}>
          Take this pack out
        </Button>
      )}
    </div>
  )
}
