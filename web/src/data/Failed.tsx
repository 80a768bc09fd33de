/** A screen that could not be fetched: what is the matter, in its own words. */
import { useQueryClient } from '@tanstack/react-query'
import { NotHere } from '../ui/NotHere'
import { sayRefusal } from '../wording/refusals'
import { ApiError } from './api'

const NOT_THERE = 404

export function Failed({ error }: { error: Error }) {
  const client = useQueryClient()
  const again = () => void client.resetQueries({ predicate: (q) => q.state.status === 'error' })
  if (!(error instanceof ApiError) || !error.ours) {
    return (
      <NotHere
        title={
          error instanceof ApiError && error.isStranger
            ? 'Something else answers here, and not the studio'
            : 'The server does not answer'
        }
        about="Is it running? Nothing you noted is lost."
        onAgain={again}
      />
    )
  }
  const { refusal, status } = error
  if (status === NOT_THERE) return <NotHere />
  const about = refusal ? sayRefusal(refusal) : 'The server could not do that.'
  return <NotHere title="This cannot be shown" about={about} onAgain={again} />
}
