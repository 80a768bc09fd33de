/** Adds or changes one entry of an instrument's knowledge in this studio. */
import { OWN_SECTIONS } from '@vein-mend/contract'
import type { OwnEntry, OwnSection, PackResponse } from '@vein-mend/contract'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { dropDraft, keepDraft, readDraft } from '../../data/keptDraft'
import { useChange } from '../../data/useChange'
import { usePack } from '../../data/useStudio'
import { Button } from '../../ui/Button'
import { Failed } from '../../data/Failed'
import { Loading } from '../../ui/Page'
import { NotHere } from '../../ui/NotHere'
import { SECTION_WORDS } from '../../wording/words'
import { CheckForm } from './CheckForm'
import { entriesOf, openDraft, titleOf } from './drafts'
import type { Draft } from './drafts'
import { FaultForm } from './FaultForm'
import { FindingForm } from './FindingForm'
import { RemedyForm } from './RemedyForm'
import { Troubles } from '../../parts/Troubles'

function Fields({
  pack,
  draft,
  onChange,
}: {
  pack: PackResponse
  draft: Draft
  onChange: (draft: Draft) => void
}) {
  const { knowledge } = pack
  switch (draft.section) {
    case 'findings':
      return <FindingForm knowledge={knowledge} draft={draft} onChange={onChange} />
    case 'faults':
      return <FaultForm knowledge={knowledge} draft={draft} onChange={onChange} />
    case 'checks':
      return <CheckForm knowledge={knowledge} draft={draft} onChange={onChange} />
    case 'remedies':
      return <RemedyForm draft={draft} onChange={onChange} />
  }
}

/** The draft, kept over a reload until it is saved. */
function useDraft(key: string, open: () => Draft | null) {
  const [base] = useState(open)
  const [draft, setDraft] = useState(() => base && readDraft(key, base))
  const change = (next: Draft) => {
    keepDraft(key, base ?? next, next)
    setDraft(next)
  }
  return { draft, change, done: () => dropDraft(key) }
}

function useSaving(packId: string) {
  return useChange({
    change: ({ entries }: Saving) => api.changeEntries(packId, entries),
    touches: [['pack'], ['packs'], ['student']],
    done: (_, { done }) => done(),
    unchanged: 'What you wrote is kept here.',
  })
}

interface Saving {
  readonly entries: readonly OwnEntry[]
  readonly done: () => void
}

function Editor({
  packId,
  section,
  entryId,
  pack,
}: {
  packId: string
  section: OwnSection
  entryId: string | undefined
  pack: PackResponse
}) {
  const navigate = useNavigate()
  const { draft, change, done } = useDraft(
    `vein-mend-own-${packId}-${section}-${entryId ?? 'new'}`,
    () => openDraft(section, entryId, pack),
  )
  const { trouble, run: save } = useSaving(packId)
  if (!draft) return <NotHere />
  const mine = entryId !== undefined && (pack.own[section] ?? []).includes(entryId)
  const leave = () => {
    done()
    void navigate(`/packs/${packId}`)
  }
  const keep = () =>
    save({
      entries: entriesOf(draft, entryId, pack.knowledge),
      done: () => {
        toast(`Kept: ${titleOf(draft)}`)
        leave()
      },
    })
  const takeBack = (id: string) => {
    const again = { entries: entriesOf(draft, id, pack.knowledge), done: () => undefined }
    save({
      entries: [{ section, id, entry: null }],
      done: () => {
        toast(`Taken out: ${titleOf(draft)}`, {
          action: { label: 'Undo', onClick: () => save(again) },
        })
        leave()
      },
    })
  }
  return (
    <form
      className="mx-auto mt-4 max-w-3xl space-y-5"
      onSubmit={(event) => {
        event.preventDefault()
        keep()
      }}
    >
      <Fields pack={pack} draft={draft} onChange={change} />
      {trouble && (
        <div role="alert" className="bg-dangerwash text-danger rounded p-3">
          {trouble.words}
          <Troubles troubles={trouble.refusal?.troubles ?? []} />
        </div>
      )}
      <div className="flex flex-wrap gap-3">
        <Button look="main" type="submit">
          Keep
        </Button>
        <Button look="bare" onClick={leave}>
          Leave it
        </Button>
        {mine && (
          <Button className="ml-auto" onClick={() => takeBack(entryId)}>
            Take this studio’s version out
          </Button>
        )}
      </div>
    </form>
  )
}

export function EditEntry() {
  const { packId = '', section = '', entryId } = useParams()
  const { data, error } = usePack(packId)
  const known = OWN_SECTIONS.find((s) => s === section)
  if (error) return <Failed error={error} />
  if (!known) return <NotHere />
  if (!data) return <Loading what="the pack" />
  return (
    <div className="mx-auto max-w-3xl">
      <p className="mt-5">
        <Link to={`/packs/${packId}`} className="underline underline-offset-4">
          {data.knowledge.name}
        </Link>
      </p>
      <h1 className="mt-2 text-2xl">
        {entryId === undefined
          ? `Add a ${SECTION_WORDS[known]}`
          : `Change a ${SECTION_WORDS[known]}`}
      </h1>
      <p className="text-kiln">
        Kept in this studio, as a new version. Records keep the version they were made with.
      </p>
      <Editor
        key={`${packId} ${known} ${entryId ?? ''}`}
        packId={packId}
        section={known}
        entryId={entryId}
        pack={data}
      />
    </div>
  )
}
