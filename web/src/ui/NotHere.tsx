/** A screen that has nothing to show: what is the matter, and the way back. */
import { Link } from 'react-router'
import { Button } from './Button'

interface Props {
  readonly title?: string
  readonly about?: string
  /** The nearest page that is there, with its name; Today where none is nearer. */
  readonly back?: readonly [path: string, name: string]
  /** Asks for it once more, where that may help. */
  readonly onAgain?: () => void
}

/** Without words of its own: an address that names nothing. */
export function NotHere({
  title = 'There is nothing at this address',
  about = 'The student, lesson or pack may have been named differently.',
  back = ['/', 'Today'],
  onAgain,
}: Props) {
  return (
    <div className="py-16 text-center">
      <h1 className="text-xl">{title}</h1>
      <p className="text-kiln mt-2">{about}</p>
      {onAgain && (
        <p className="mt-4">
          <Button look="main" onClick={onAgain}>
            Try again
          </Button>
        </p>
      )}
      <p className="mt-4">
        <Link to={back[0]} className="underline">
          Go to {back[1]}
        </Link>
      </p>
    </div>
  )
}
