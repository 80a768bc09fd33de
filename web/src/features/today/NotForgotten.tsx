/** What is not to be forgotten, by what is to be done about it. */
import type { StudentListed } from '@vein-mend/contract'
import type { IsoDate } from '@vein-mend/core/kit'
import { groupDues } from '@vein-mend/core/standing'
import type { Due, DueGroup } from '@vein-mend/core/standing'
import { Link } from 'react-router'
import { Section } from '../../ui/Page'
import { nearDay, shortDay } from '../../wording/dates'

const GROUP_WORDS: Readonly<Record<DueGroup, readonly [title: string, what: string]>> = {
  pain: ['Hurts', 'ask first; nothing that loads the part'],
  home: ['Said at home', 'since the last lesson'],
  'look-again': ['Look again', 'mended, unprompted'],
  ready: ['May be called mended', 'look once more, then say so'],
  stuck: ['Not moving', 'three lessons or more on one rung'],
}

function DueWords({ due, today }: { readonly due: Due; readonly today: IsoDate }) {
  switch (due.kind) {
    case 'hurt-at-home':
      return <>“{due.name}” at home</>
    case 'pain':
      return <>on record, not answered yet</>
    case 'home-words':
      return (
        <>
          “{due.words}” <span className="text-kiln">{shortDay(due.on)}</span>
        </>
      )
    case 'home-words-more':
      return <span className="text-kiln">and {due.count} more before that</span>
    case 'recheck':
      return (
        <>
          {due.name}{' '}
          <span className={due.on <= today ? 'font-medium' : 'text-kiln'}>
            {due.on < today ? `was due ${nearDay(due.on, today)}` : nearDay(due.on, today)}
          </span>
        </>
      )
    case 'ready':
    case 'stuck':
      return <>{due.name}</>
  }
}

interface Props {
  readonly students: readonly StudentListed[]
  readonly today: IsoDate
}

export function NotForgotten({ students, today }: Props) {
  const groups = groupDues(students, today)
  return (
    <Section title="Not to be forgotten">
      {groups.length === 0 && (
        <p className="text-kiln">Nothing is due. Every second look is more than a week off.</p>
      )}
      {groups.map(({ group, dues }) => {
        const [title, what] = GROUP_WORDS[group]
        return (
          <section
            key={group}
            className={`mb-3 ${group === 'pain' ? 'bg-dangerwash -mx-3 rounded px-3 py-2' : ''}`}
          >
            <h3 className="font-sans text-base font-semibold">
              {title} <span className="text-kiln text-sm font-normal">{what}</span>
            </h3>
            <ul>
              {dues.map(({ student, due }) => (
                <li
                  key={`${student.id} ${JSON.stringify(due)}`}
                  className="grid grid-cols-[minmax(0,8rem)_minmax(0,1fr)] gap-x-3"
                >
                  <Link
                    to={`/students/${student.id}`}
                    className="inline-flex min-h-8 items-start pt-1 underline underline-offset-4"
                  >
                    {student.name}
                  </Link>
                  <span className="pt-1">
                    <DueWords due={due} today={today} />
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )
      })}
    </Section>
  )
}
