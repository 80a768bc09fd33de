/** On every screen: what is not on record yet, and why. */
import { useQueryClient } from '@tanstack/react-query'
import { CloudOff, HardDrive, Inbox } from 'lucide-react'
import { useEffect, useState } from 'react'
import type { ReactNode } from 'react'
import { toast } from 'sonner'
import { useKeepTrouble } from '../data/keep'
import { useLastSeen } from '../data/lastSeen'
import type { Parcel } from '../data/mail/parcel'
import { useMail, useMailState } from '../data/useActs'
import { useStudents } from '../data/useStudio'
import { Button } from '../ui/Button'
import { SidePanel } from '../ui/SidePanel'
import { sayParcel } from '../wording/acts'
import { sayRefusal } from '../wording/refusals'
import { plural } from '../wording/words'

function Bar({ children }: { children: ReactNode }) {
  return (
    <p
      role="status"
      className="no-print bg-ink text-slip flex flex-wrap items-center justify-center gap-2 px-4 py-1.5"
    >
      {children}
    </p>
  )
}

const KEEP_WORDS = {
  full: 'This browser has no room left: what you note is sent at once, but is lost if the page closes before. Make room, then reload.',
  shut: 'This browser keeps nothing here: what you note is sent at once, but is lost if the page closes before. Allow site data for this page.',
} as const

function nameOf(parcel: Parcel, names: ReadonlyMap<string, string>): string {
  return parcel.to.kind === 'student' ? (names.get(parcel.to.student) ?? '') : 'From home'
}

function copy(words: string): void {
  // Where the page may not write to the clipboard the words stand there to be selected.
  void navigator.clipboard.writeText(words).then(
    () => toast('Copied'),
    () => toast.error('This browser does not allow copying. Select the words instead.'),
  )
}

function Shelved({ parcel, name }: { parcel: Parcel; name: string }) {
  const mail = useMail()
  const words = sayParcel(parcel.requests)
  return (
    <li className="border-line border-b py-3">
      {name !== '' && <p className="text-kiln text-sm">{name}</p>}
      <ul>
        {words.map((line, i) => (
          <li key={i}>{line}</li>
        ))}
      </ul>
      {parcel.refused && <p className="text-danger mt-1">{sayRefusal(parcel.refused)}</p>}
      <div className="mt-2 flex gap-2">
        <Button small onClick={() => mail.again(parcel.id)}>
          Send again
        </Button>
        <Button small onClick={() => copy([name, ...words].join('\n'))}>
          Copy the words
        </Button>
        <Button small look="bare" onClick={() => mail.drop(parcel.id)}>
          Let it go
        </Button>
      </div>
    </li>
  )
}

/** Notes that were not taken, with their words and reasons. */
function Shelf({ parcels }: { parcels: readonly Parcel[] }) {
  const [open, setOpen] = useState(false)
  const students = useStudents()
  const names = new Map<string, string>(students.data?.students.map((s) => [s.id, s.name]))
  return (
    <>
      <Bar>
        <Inbox aria-hidden size={16} />
        {plural(parcels.length, 'note')} could not be taken and{' '}
        {parcels.length === 1 ? 'is' : 'are'} kept here.
        <button
          type="button"
          className="min-h-8 px-2 font-medium underline"
          onClick={() => setOpen(true)}
        >
          Look
        </button>
      </Bar>
      <SidePanel
        open={open}
        onOpenChange={setOpen}
        title="Not taken"
        about="Each with its reason. Send it again when the reason is gone, copy the words, or let it go."
      >
        <ul>
          {parcels.map((p) => (
            <Shelved key={p.id} parcel={p} name={nameOf(p, names)} />
          ))}
        </ul>
      </SidePanel>
    </>
  )
}

/** Says every refusal when it comes, wherever the teacher is; it stays on the shelf. */
function useRefusalsSaid(): void {
  const mail = useMail()
  const client = useQueryClient()
  useEffect(
    () =>
      mail.onRefused((parcel, refusal) => {
        toast.error(sayRefusal(refusal), { duration: 12_000 })
        if (parcel.to.kind !== 'student') return
        void client.invalidateQueries({ queryKey: ['student', parcel.to.student] })
      }),
    [mail, client],
  )
}

/** What is on its way: where it is, and whether that is enough. */
function sayWaiting(acts: number, unkept: number): string {
  if (unkept > 0) {
    return `${plural(unkept, 'note')} ${unkept === 1 ? 'is' : 'are'} in this page alone: leave it open until they are sent.`
  }
  return `${plural(acts, 'note')} ${acts === 1 ? 'is' : 'are'} kept here and sent as soon as it does.`
}

export function MailBar() {
  const mail = useMail()
  const { acts, away, signIn, shelf, elsewhere, faulty, stranger, unkept } = useMailState()
  const keeping = useKeepTrouble()
  const lastSeen = useLastSeen()
  useRefusalsSaid()
  return (
    <>
      {keeping && (
        <Bar>
          <HardDrive aria-hidden size={16} />
          {KEEP_WORDS[keeping]}
        </Bar>
      )}
      {away && (
        <Bar>
          <CloudOff aria-hidden size={16} />
          {stranger
            ? 'Something else answers at this address, and not the studio.'
            : 'The server does not answer.'}{' '}
          {sayWaiting(
            acts,
            unkept.reduce((n, p) => n + p.requests.length, 0),
          )}
        </Bar>
      )}
      {lastSeen && !away && (
        <Bar>
          <CloudOff aria-hidden size={16} />
          The server does not answer yet. What you see was kept here when it last did.
        </Bar>
      )}
      {signIn && (
        <Bar>
          Sign in first. {plural(acts, 'note')} {acts === 1 ? 'is' : 'are'} kept here until then.
        </Bar>
      )}
      {faulty.map((lane) => (
        <Bar key={lane}>
          The server stumbles over a note of one student; it is tried again.
          <button
            type="button"
            className="min-h-8 px-2 font-medium underline"
            onClick={() => mail.setAside(lane)}
          >
            Put it aside
          </button>
        </Bar>
      ))}
      {shelf.length > 0 && <Shelf parcels={shelf} />}
      {elsewhere.length > 0 && (
        <Bar>
          {plural(elsewhere.length, 'note')} {elsewhere.length === 1 ? 'belongs' : 'belong'} to
          another studio and {elsewhere.length === 1 ? 'waits' : 'wait'} here until that one is
          open.
        </Bar>
      )}
    </>
  )
}
