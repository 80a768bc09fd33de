/** What screens have in common: the wait, and a section under its line. */
import { useId } from 'react'
import type { ReactNode } from 'react'

export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="text-kiln py-16 text-center">
      Fetching {what} …
    </p>
  )
}

export function Section({
  title,
  aside,
  children,
}: {
  title: ReactNode
  aside?: ReactNode
  children: ReactNode
}) {
  const id = useId()
  return (
    <section className="mt-6" aria-labelledby={id}>
      <div className="border-ink mb-2 flex flex-wrap items-baseline gap-x-4 border-b pb-1">
        <h2 id={id} className="text-lg">
          {title}
        </h2>
        <div className="text-kiln ml-auto text-sm has-[form,ul]:w-full">{aside}</div>
      </div>
      {children}
    </section>
  )
}
