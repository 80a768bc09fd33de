/** Takes a student in from another studio's file, with the whole history. */
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { freshStudent } from '../../data/freshId'
import { Button } from '../../ui/Button'
import { plural } from '../../wording/words'

const ARCHIVE = /\.zip$/i

function parse(text: string): object | null {
  try {
    const value: unknown = JSON.parse(text)
    return typeof value === 'object' ? value : null
  } catch {
    return null
  }
}

export function ReadHandover() {
  const navigate = useNavigate()
  const input = useRef<HTMLInputElement>(null)
  const [unread, setUnread] = useState<string | null>(null)
  const { run, trouble } = useChange({
    change: (handover: object) =>
      handover instanceof File
        ? api.takeInArchive(freshStudent(), handover)
        : api.takeIn(freshStudent(), handover),
    touches: [['students'], ['student']],
    unchanged: 'Nothing was taken in.',
    done: ({ id, name, acts, returned, takes }) => {
      if (returned) {
        const more = [
          ...(acts > 0 ? [`${plural(acts, 'note')} more`] : []),
          ...(takes > 0 ? [`${plural(takes, 'recording')} that were missing`] : []),
        ]
        toast(`${name} is back: ${more.join(' and ')}`)
      }
      return navigate(`/students/${id}`)
    },
  })
  const takeIn = async (file: File) => {
    // An archive with recordings goes as it is.
    const handover = ARCHIVE.test(file.name) ? file : parse(await file.text())
    setUnread(handover ? null : `“${file.name}” is not a handover file.`)
    if (handover) run(handover)
  }
  const said = unread ?? trouble?.words ?? null
  const place = unread === null ? (trouble?.refusal?.path ?? []) : []
  return (
    <div className="mt-3">
      <input
        ref={input}
        type="file"
        accept=".json,.zip,application/json,application/zip"
        className="sr-only"
        tabIndex={-1}
        aria-label="Handover file"
        onChange={(event) => {
          const file = event.target.files?.[0]
          if (file) void takeIn(file)
          event.target.value = ''
        }}
      />
      <Button onClick={() => input.current?.click()}>
        They bring a handover file from another studio
      </Button>
      {said !== null && (
        <p role="alert" className="bg-dangerwash text-danger mt-2 rounded p-3">
          {said}
          {place.length > 1 && (
            <span className="block text-sm">In the file at {place.join(' › ')}.</span>
          )}
        </p>
      )}
    </div>
  )
}
