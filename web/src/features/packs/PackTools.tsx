/** What can be done with a pack: add to it, take a copy of one's own, take it out as a file. */
import { OWN_SECTIONS } from '@vein-mend/contract'
import type { PackResponse } from '@vein-mend/contract'
import { slug } from '@vein-mend/core/packs'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { usePacks } from '../../data/useStudio'
import { Button, buttonClass } from '../../ui/Button'
import { Text } from '../../ui/Inputs'
import { SidePanel } from '../../ui/SidePanel'
import { SECTION_WORDS } from '../../wording/words'

function Fork({ packId, pack }: { packId: string; pack: PackResponse }) {
  const navigate = useNavigate()
  const [open, setOpen] = useState(false)
  const [name, setName] = useState(`My ${pack.knowledge.name.toLowerCase()}`)
  const { run: fork } = useChange({
    change: () => api.forkPack(packId, { id: slug(name), name }),
    touches: [['packs']],
    toasted: true,
    done: ({ id }) => {
      setOpen(false)
      return navigate(`/packs/${id}`)
    },
  })
  return (
    <>
      <Button onClick={() => setOpen(true)}>A copy of my own</Button>
      <SidePanel
        open={open}
        onOpenChange={setOpen}
        title={`A copy of ${pack.knowledge.name}`}
        about="It stands beside the shipped pack as an instrument of its own, and can be changed in every part."
      >
        <form
          className="space-y-4"
          onSubmit={(event) => {
            event.preventDefault()
            fork()
          }}
        >
          <Text label="Name" value={name} autoFocus onChange={setName} />
          <Button look="main" type="submit" disabled={slug(name) === ''}>
            Make the copy
          </Button>
        </form>
      </SidePanel>
    </>
  )
}

/** Takes an own pack out; undo puts the very same text back. */
function useDropping(packId: string) {
  const navigate = useNavigate()
  const { run: putBack } = useChange({
    change: (yaml: string) => api.importPack({ yaml, mayRemove: [] }),
    touches: [['packs']],
    toasted: true,
  })
  const { run: drop } = useChange({
    change: async () => {
      const text = await api.packText(packId)
      await api.dropPack(packId)
      return text
    },
    touches: [['packs']],
    toasted: true,
    done: (text) => {
      toast('Taken out', { action: { label: 'Undo', onClick: () => putBack(text) } })
      return navigate('/packs')
    },
  })
  return drop
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
        <Button look="bare" onClick={() => drop()}>
          Take this pack out
        </Button>
      )}
    </div>
  )
}
