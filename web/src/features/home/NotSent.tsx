/** What was said at home and is not with the teacher: waiting, not taken, or pain nobody has heard of yet. */
import type { Parcel } from '../../data/mail/parcel'
import { useMail } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { sayParcel } from '../../wording/acts'
import type { UntoldPain, useHome } from './useHome'

/** Pain that was told here and is not with the teacher yet: nobody may think it was heard. */
export function Untold({ pain, child }: { pain: readonly UntoldPain[]; child: boolean }) {
  if (pain.length === 0) return null
  const names = [...new Set(pain.map((p) => p.name))].join(', ')
  return (
    <div role="alert" className="bg-danger text-slip mt-3 rounded-md px-4 py-3">
      <p className="text-lg font-semibold">
        Your teacher does not know yet that it hurts: {names}.
      </p>
      <p>
        {pain.some((p) => p.refused)
          ? 'It could not be sent. '
          : 'It is sent as soon as there is a connection. '}
        {child
          ? 'Do not play it. Tell a grown-up, and let them tell your teacher.'
          : 'Do not play it, and tell your teacher yourself.'}
      </p>
    </div>
  )
}

/** Words that could not be sent, to be shown to the teacher. */
export function NotTaken({ shelf }: { shelf: readonly Parcel[] }) {
  const mail = useMail()
  if (shelf.length === 0) return null
  return (
    <section className="text-danger mt-3 text-left text-sm">
      <p role="status">Not taken; show it to your teacher:</p>
      <ul>
        {shelf.map((parcel) => (
          <li key={parcel.id} className="flex items-center gap-2">
            <span>{sayParcel(parcel.requests).join('; ')}</span>
            <Button small look="bare" onClick={() => mail.again(parcel.id)}>
              Send again
            </Button>
            <Button small look="bare" onClick={() => mail.drop(parcel.id)}>
              Let it go
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

const STUCK_WORDS =
  'Your teacher’s studio cannot open this page at the moment: tell your teacher. What stands here was seen last. '

/** Whether what is ticked here gets through, in one line. */
export function Connection({ home }: { home: ReturnType<typeof useHome> }) {
  const { away, stuck, waiting, keeping } = home
  if (!away && !stuck && waiting === 0 && keeping === null) return null
  return (
    <p role="status" className="text-kiln text-sm">
      {stuck ? STUCK_WORDS : ''}
      {away ? 'No connection; ' : ''}
      {waiting > 0 ? `${waiting} kept here until it can be sent. ` : ''}
      {away && waiting === 0 ? 'this is what was last seen. ' : ''}
      {keeping !== null && 'This phone keeps nothing: leave the page open until it is sent.'}
    </p>
  )
}
