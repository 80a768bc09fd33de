/** A screen that could not be fetched: what is the matter, in its own words. */
import { Link } from 'react-router'
import { sayRefusal } from '../wording/refusals'
import { ApiError } from './api'

const NOT_THERE = 404

function wordsFor(error: Error): { readonly title: string; readonly about: string } {
  if (!(error instanceof ApiError)) {
    return {
      title: 'The server does not answer',
      about: 'Is it running? Nothing you noted is lost.',
    }
  }
  const { refusal, status } = error
  if (status === NOT_THERE) {
    return {
      title: 'There is nothing at this address',
      about: 'The student, lesson or pack may have been named differently.',
    }
  }
  return {
    title: 'This cannot be shown',
    about: refusal ? sayRefusal(refusal) : 'The server could not do that.',
  }
}

export function Failed({ error }: { error: Error }) {
  const { title, about } = wordsFor(error)
  return (
    <div className="py-16 text-center">
      <h1 className="text-xl">{title}</h1>
      <p className="text-kiln mt-2">{about}</p>
      <p className="mt-4">
        <Link to="/" className="underline">
          Go to Today
        </Link>
      </p>
    </div>
  )
}
