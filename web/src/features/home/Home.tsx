/** The sheet on a phone: today's list, ticks, tempo reached, "hurts", a note. Nothing else of the record. */
import type { HomeResponse } from '@vein-mend/contract'
import { weekdayOf } from '@vein-mend/core/kit'
import { useParams } from 'react-router'
import type { Parcel } from '../../data/mail/parcel'
import { Fold } from '../../ui/Fold'
import { longDay } from '../../wording/dates'
import { WEEKDAY_WORDS } from '../../wording/words'
import { Beat } from './Beat'
import { HomeItem } from './HomeItem'
import { playsNothing } from './homeQueue'
import { Connection, NotTaken, Untold } from './NotSent'
import { NoteToTeacher } from './NoteToTeacher'
import { Stopped } from './Stopped'
import { Trainers } from './Trainers'
import { useHome } from './useHome'

type HomePage = ReturnType<typeof useHome>
type Shown = NonNullable<HomePage['page']>

function OtherDays({ page }: { page: HomeResponse }) {
  return (
    <Fold
      className="border-line mt-4 border-t pt-3"
      head={<span className="font-medium">The whole week</span>}
    >
      <ul>
        {page.days.map((day) => (
          <li key={day.date} className="py-1">
            <span className="font-medium">{WEEKDAY_WORDS[weekdayOf(day.date)]}:</span>{' '}
            {day.blocks.length === 0 ? 'free' : day.blocks.map((b) => b.name).join(', ')}
          </li>
        ))}
      </ul>
    </Fold>
  )
}

function Gone({ shelf }: { shelf: readonly Parcel[] }) {
  return (
    <main className="mx-auto max-w-md px-5 py-16 text-center">
      <h1 className="text-2xl">This link no longer works</h1>
      <p className="mt-2">Ask your teacher for a new one.</p>
      <NotTaken shelf={shelf} />
    </main>
  )
}

function Today({ home, page }: { home: HomePage; page: Shown }) {
  const today = page.days.find((d) => d.date === page.today)
  const stopped = new Set(page.stops.map((s) => s.item))
  const rests = playsNothing(page)
  const blocks = rests ? [] : (today?.blocks.filter((b) => !stopped.has(b.item)) ?? [])
  const ticked = new Set(page.ticks.filter((t) => t.date === page.today).map((t) => t.item))
  const done = blocks.filter((b) => ticked.has(b.item)).length
  return (
    <>
      <title>{`Practice for ${page.name}`}</title>
      <h1 className="mt-5 text-3xl">Practice for {page.name}</h1>
      <p className="text-kiln">
        {longDay(page.today)}
        {blocks.length > 0 && `, ${done} of ${blocks.length} done`}
      </p>
      <Connection home={home} />
      <Untold pain={home.untold} child={page.child} />
      <NotTaken shelf={home.shelf} />
      <Stopped page={page} home={home} />
      {blocks.length === 0 ? (
        <p className="mt-6 text-lg">
          {stopped.size > 0
            ? 'Nothing to play now. Listening to your pieces is practice too.'
            : 'Nothing is asked for today. Play what you love, or rest.'}
        </p>
      ) : (
        <>
          <p className="mt-3">
            <span className="font-medium">Before you play:</span> {page.told.before.join(' ')}
          </p>
          <p className="text-kiln">{page.told.patience}</p>
          <ol className="mt-3 space-y-1">
            {blocks.map((block) => (
              <HomeItem key={block.item} block={block} page={page} home={home} />
            ))}
          </ol>
        </>
      )}
    </>
  )
}

export function Home() {
  const { token = '' } = useParams()
  const home = useHome(token)
  const { page, gone, away } = home
  if (gone) return <Gone shelf={home.shelf} />
  if (!page) {
    return (
      <main className="text-kiln mx-auto max-w-md px-5 py-16 text-center">
        <p role="status">
          {home.stuck
            ? 'Your teacher’s studio cannot open this page at the moment. Tell your teacher; the link is the right one.'
            : away
              ? 'No connection yet.'
              : 'Fetching your practice …'}
        </p>
        <Untold pain={home.untold} child={false} />
      </main>
    )
  }
  return (
    <main className="mx-auto max-w-md px-4 pb-16">
      <Today home={home} page={page} />
      <p className="border-line text-kiln mt-3 border-t pt-3">
        {page.child
          ? 'If anything hurts, tingles or goes to sleep: stop and press “It hurts”.'
          : 'If anything hurts, tingles or goes numb: stop, do not play through it, press “It hurts”. If it stays, see a doctor.'}
      </p>
      <Beat />
      {!playsNothing(page) && <Trainers trainers={page.trainers} />}
      <NoteToTeacher page={page} home={home} />
      <OtherDays page={page} />
    </main>
  )
}
