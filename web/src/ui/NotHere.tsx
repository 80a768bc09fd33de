/** An address that names nothing. */
import { Link } from 'react-router'

export function NotHere() {
  return (
    <div className="py-16 text-center">
      <h1 className="text-xl">There is nothing at this address</h1>
      <p className="text-kiln mt-2">The student, lesson or pack may have been named differently.</p>
      <p className="mt-4">
        <Link to="/" className="underline">
          Go to Today
        </Link>
      </p>
    </div>
  )
}
