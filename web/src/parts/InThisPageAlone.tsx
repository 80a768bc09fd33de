/** Said before anything is recorded while the server is away: a recording is not kept by the browser as notes are. */
import { useMailState } from '../data/useActs'

export function InThisPageAlone() {
  const { away } = useMailState()
  if (!away) return null
  return (
    <p role="status" className="bg-dangerwash rounded-md px-4 py-3">
      The server does not answer. What is played now is in this page alone until it does: leave the
      page open and send it again, or record with the telephone and bring the file later.
    </p>
  )
}
