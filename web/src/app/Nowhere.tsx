import { Link } from 'react-router'

export function Nowhere() {
  return (
    <div className="py-20 text-center">
      <h1 className="text-2xl">There is nothing at this address</h1>
      <p className="mt-2">
        <Link className="underline" to="/">
          Go to Today
        </Link>
      </p>
    </div>
  )
}
