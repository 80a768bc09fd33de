/** Brings a recording, a picture or a MIDI file into the lesson; it goes straight to the studio's own machine. */
import type { CaseId } from '@vein-mend/core/kit'
import { useState } from 'react'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { freshAct } from '../../data/freshId'
import { useLesson, useView } from '../../data/studentContext'
import { useChange } from '../../data/useChange'
import { useKept } from '../../data/useKept'
import { InThisPageAlone } from '../../parts/InThisPageAlone'
import { TakeRows } from '../../parts/Takes'
import { Button } from '../../ui/Button'
import { Field } from '../../ui/Field'
import { Pick } from '../../ui/Inputs'
import { SidePanel } from '../../ui/SidePanel'

const ACCEPTED = 'audio/*,image/png,image/jpeg,image/webp,.mid,.midi'

function TakeForm({ onDone }: { onDone: () => void }) {
  const lesson = useLesson()
  const view = useView()
  const [words, setWords] = useKept(`take-${lesson.id}`)
  const [fault, setFault] = useState<CaseId | null>(null)
  const { run, running, trouble } = useChange({
    change: (file: File) =>
      api.keepTake(view.id, { act: freshAct(), lesson: lesson.id, case: fault, words }, file),
    touches: [['student', view.id]],
    unchanged: 'Nothing was kept; the file is where it was.',
    done: (_, file) => {
      toast(`Kept: ${words === '' ? file.name : words}`)
      setWords('')
      onDone()
    },
  })
  const faults = view.record.cases.filter((c) => c.status.state !== 'mended')
  return (
    <div className="space-y-4">
      <InThisPageAlone />
      <Field label="What is it of?">
        {(p) => (
          <input
            {...p}
            value={words}
            maxLength={200}
            placeholder="Long tone, written G"
            onChange={(e) => setWords(e.target.value)}
          />
        )}
      </Field>
      <Pick<CaseId | ''>
        label="For a fault"
        value={fault ?? ''}
        options={[['', 'None in particular'], ...faults.map((c) => [c.id, c.name] as const)]}
        onChange={(chosen) => setFault(chosen === '' ? null : chosen)}
      />
      <Field label="Recording, picture or MIDI file">
        {(p) => (
          <input
            {...p}
            type="file"
            accept={ACCEPTED}
            disabled={running}
            className="min-h-11"
            onChange={(event) => {
              const file = event.target.files?.[0]
              if (file) run(file)
              event.target.value = ''
            }}
          />
        )}
      </Field>
      {running && <p role="status">Bringing it in …</p>}
      {trouble && (
        <p role="alert" className="text-danger">
          {trouble.words}
        </p>
      )}
    </div>
  )
}

export function KeepTake() {
  const lesson = useLesson()
  const view = useView()
  const [open, setOpen] = useState(false)
  const here = view.record.takes.filter((t) => t.lesson === lesson.id && !t.removed)
  return (
    <div>
      {here.length > 0 && <TakeRows takes={here} />}
      {lesson.open && (
        <Button small look="bare" onClick={() => setOpen(true)}>
          Recording or picture
        </Button>
      )}
      <SidePanel
        open={open}
        onOpenChange={setOpen}
        title="Recording or picture"
        about="It stays on the studio’s own machine, and goes when the yes for it is taken back."
      >
        <TakeForm onDone={() => setOpen(false)} />
      </SidePanel>
    </div>
  )
}
