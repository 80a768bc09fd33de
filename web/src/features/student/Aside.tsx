/** Notes that stand aside: said on the student's page, readable, and taken up again with one press. */
import { useQuery } from '@tanstack/react-query'
import type { NoteAside } from '@vein-mend/contract'
import { isObject, parseDay } from '@vein-mend/core/kit'
import { useState } from 'react'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { saveFile } from '../../data/saveFile'
import { useView } from '../../data/studentContext'
import { useChange } from '../../data/useChange'
import { Button } from '../../ui/Button'
import { Fold } from '../../ui/Fold'
import { SidePanel } from '../../ui/SidePanel'
import { actName } from '../../wording/acts'
import { shortDay } from '../../wording/dates'
import { plural } from '../../wording/words'

function dayOf({ at }: NoteAside): string {
  const day = parseDay(at.slice(0, 'YYYY-MM-DD'.length))
  return day ? shortDay(day) : ''
}

/** Fields in which somebody's words stand, whatever kind of note it is. */
const SAID = ['words', 'text', 'name', 'label', 'note', 'family', 'aim', 'reason']

/** What somebody wrote in it, as far as it can be found. */
function wordsIn({ body }: NoteAside): readonly string[] {
  try {
    const value: unknown = JSON.parse(body)
    if (!isObject(value)) return []
    return SAID.flatMap((field) => {
      const said = value[field]
      return typeof said === 'string' && said !== '' ? [said] : []
    })
  } catch {
    return []
  }
}

function Notes() {
  const view = useView()
  const { data } = useQuery({
    queryKey: ['student', view.id, 'aside', view.aside],
    queryFn: () => api.aside(view.id),
  })
  const again = useChange({
    change: () => api.takeUpAgain(view.id),
    done: ({ moved }) => toast(`${plural(moved, 'note')} taken up again`),
  })
  return (
    <div className="space-y-4">
      <div className="flex flex-wrap gap-3">
        <Button look="main" disabled={again.running} onClick={() => again.run(undefined)}>
          Take them up again
        </Button>
        <Button onClick={() => data && saveFile('notes-set-aside.json', data)}>
          Take them away as a file
        </Button>
      </div>
      {again.trouble && (
        <p role="alert" className="text-danger">
          {again.trouble.words}
        </p>
      )}
      <ul>
        {data?.notes.map((note, i) => (
          <li key={i} className="border-line border-b py-2">
            <p>
              {actName(note.kind)} <span className="text-kiln">{dayOf(note)}</span>
            </p>
            <p>
              {wordsIn(note)
                .map((words) => `“${words}”`)
                .join(' ')}
            </p>
            <Fold head={<span className="text-kiln text-sm">As it is written</span>}>
              <p className="text-kiln font-mono text-sm break-all">{note.body}</p>
            </Fold>
          </li>
        ))}
      </ul>
    </div>
  )
}

export function Aside() {
  const view = useView()
  const [open, setOpen] = useState(false)
  if (view.aside === 0) return null
  return (
    <p role="status" className="border-line mt-3 flex flex-wrap items-center gap-3 border-y py-2">
      {plural(view.aside, 'note')} of {view.record.card.name}{' '}
      {view.aside === 1 ? 'stands' : 'stand'} aside: kept as written, and not in what you see here.
      <Button onClick={() => setOpen(true)}>
        {view.aside === 1 ? 'Look at it' : 'Look at them'}
      </Button>
      <SidePanel
        open={open}
        onOpenChange={setOpen}
        title="Set aside"
        about="They could not be read on. After an update they may be; taking them up again changes nothing where they still cannot."
      >
        <Notes />
      </SidePanel>
    </p>
  )
}
