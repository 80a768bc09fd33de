/** Loading and failing, said the same way on every screen. */
import type { ReactNode } from 'react'
import { Link } from 'react-router'

export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="text-kiln py-16 text-center">
      Fetching {what} …
    </p>
  )
}

export function Failed({ error }: { error: Error }) {
  const missing = error.message.startsWith('unknown_')
  return (
    <div className="py-16 text-center">
      <h1 className="text-xl">
        {missing ? 'There is nothing at this address' : 'The server does not answer'}
      </h1>
      <p className="text-kiln mt-2">
        {missing
          ? 'The student, lesson or pack may have been named differently.'
          : 'Is it running? Nothing you noted is lost.'}
      </p>
      <p className="mt-4">
        <Link to="/" className="underline">
          Go to Today
        </Link>
      </p>
    </div>
  )
}

export function Section({
  title,
  aside,
  children,
}: {
  title: string
  aside?: ReactNode
  children: ReactNode
}) {
  return (
    <section className="mt-6">
      <div className="border-ink mb-2 flex items-baseline gap-4 border-b pb-1">
        <h2 className="text-lg">{title}</h2>
        <div className="text-kiln ml-auto text-sm">{aside}</div>
      </div>
      {children}
    </section>
  )
}
