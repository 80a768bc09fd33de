/** A studio without students shows the ways to begin. */
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { Button, buttonClass } from '../../ui/Button'

const MINUTE: readonly (readonly [what: string, how: string])[] = [
  ['Name and instrument', 'All else may wait. What hurts is asked on the same page.'],
  ['Say what works', 'One thing that is good, before anything else.'],
  [
    'Note what you see, hear or feel',
    'Type a few letters, or touch it. What may lie behind it stands beside it, with the check that tells most.',
  ],
  [
    'Choose one fault to mend',
    'Its ladder, the notes, a cue and the week at home are made from it. The sheet is ready when the lesson ends.',
  ],
]

function Way({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section className="border-line border-t py-4">
      <h2 className="text-lg">{title}</h2>
      {children}
    </section>
  )
}

function Demo() {
  const { run, running, trouble } = useChange({
    change: () => api.openDemo(),
    touches: [],
    unchanged: 'Try ./mend demo.',
    done: ({ address }) => window.location.assign(address),
  })
  return (
    <>
      <p className="mb-3">
        A made-up studio with fourteen students and ten months of lessons. It has a file of its own:
        nothing in it touches yours.
      </p>
      <Button disabled={running} onClick={() => run(undefined)}>
        {running ? 'Laying ten months of lessons …' : 'Open the demo studio'}
      </Button>
      {trouble && (
        <p role="alert" className="text-danger mt-2">
          {trouble.words}
        </p>
      )}
    </>
  )
}

export function EmptyStudio() {
  return (
    <div className="mx-auto max-w-5xl">
      <h1 className="mt-8 text-3xl">A first lesson in a minute</h1>
      <div className="mt-4 grid items-start gap-x-12 gap-y-6 lg:grid-cols-[minmax(0,6fr)_minmax(0,5fr)]">
        <div>
          <ol className="mb-5">
            {MINUTE.map(([what, how], i) => (
              <li key={what} className="border-line flex gap-4 border-t py-3">
                <span
                  aria-hidden
                  className="text-kiln w-6 shrink-0 font-serif text-2xl leading-none"
                >
                  {i + 1}
                </span>
                <div>
                  <p className="font-medium">{what}</p>
                  <p className="text-kiln">{how}</p>
                </div>
              </li>
            ))}
          </ol>
          <Link className={buttonClass('main')} to="/students/new">
            Add a student
          </Link>
        </div>
        <div>
          <Way title="Look round first">
            <Demo />
          </Way>
          <Way title="A student comes from another studio">
            <p className="mb-3">
              Their handover file brings the whole history, with recordings where the family allows
              it.
            </p>
            <Link className={buttonClass()} to="/students/new">
              Take in a handover file
            </Link>
          </Way>
          <Way title="Your studio is on another machine">
            <p>
              Copy it there with <code>./mend backup</code>, stop this server, and bring it here
              with <code>./mend restore FILE</code>. Students, lessons and your own knowledge come
              back as they were.
            </p>
          </Way>
        </div>
      </div>
    </div>
  )
}
