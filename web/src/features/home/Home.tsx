/** The sheet on a phone: today's list, ticks, tempo reached, "hurts", a note. Nothing else of the record. */
import type { HomeResponse } from '@vein-mend/contract'
import { weekdayOf } from '@vein-mend/core/kit'
import type { HomeEvenness } from '@vein-mend/core/record'
import { useState } from 'react'
import { useParams } from 'react-router'
import type { Parcel } from '../../data/mail/parcel'
import { useMail } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { LargeCheckBox } from '../../ui/CheckBox'
import { Fold } from '../../ui/Fold'
import { sayParcel } from '../../wording/acts'
import { PlayBar } from '../../ui/PlayBar'
import { longDay } from '../../wording/dates'
import { WEEKDAY_WORDS } from '../../wording/words'
import { Beat } from './Beat'
import { playsNothing } from './homeQueue'
import { NoteToTeacher } from './NoteToTeacher'
import { PlayItIn } from './PlayItIn'
import { Stopped } from './Stopped'
import { Trainers } from './Trainers'
import { useHome } from './useHome'
import type { UntoldPain } from './useHome'

type HomePage = ReturnType<typeof useHome>
type Shown = NonNullable<HomePage['page']>
type Day = HomeResponse['days'][number]

function Notes({ svg, name }: { svg: string; name: string }) {
  return (
    <img
      alt={`Notes of ${name}`}
      src={`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`}
      className="mt-2 w-full rounded bg-white p-2"
    />
  )
}

function TempoReached({ tempo, onSay }: { tempo: number | null; onSay: (bpm: number) => void }) {
  const [text, setText] = useState(tempo === null ? '' : String(tempo))
  return (
    <label className="text-kiln flex items-center gap-2">
      beat reached
      <input
        inputMode="numeric"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => {
          const bpm = Number(text)
          if (bpm >= 20 && bpm <= 300 && bpm !== tempo) onSay(bpm)
        }}
        className="border-line bg-glaze text-ink min-h-11 w-16 rounded border px-2"
      />
    </label>
  )
}

/** What to listen for, how and until when, and the words for it. */
function HowToPlay({ rung }: { rung: HomeResponse['rungs'][number] }) {
  return (
    <>
      {rung.aim && (
        <p className="mt-1">
          <span className="text-kiln">Listen and feel:</span> {rung.aim}
        </p>
      )}
      <p className="text-kiln mt-1">
        {rung.lines.how} {rung.lines.ready}
      </p>
      {rung.cue && <p className="mt-1 font-serif text-xl italic">“{rung.cue}”</p>}
    </>
  )
}

function Item({
  block,
  page,
  home,
}: {
  block: Day['blocks'][number]
  page: HomeResponse
  home: HomePage
}) {
  const rung = page.rungs.find((r) => r.item === block.item)
  const instruction =
    rung?.instruction ?? page.plain.find((p) => p.item === block.item)?.instruction
  const tick = page.ticks.find((t) => t.date === page.today && t.item === block.item)
  const said = { kind: 'practised' as const, date: page.today, item: block.item }
  const say = (done: boolean, more: { tempo?: number; evenness?: HomeEvenness } = {}) => {
    const evenness = done ? (more.evenness ?? tick?.evenness) : undefined
    const tempo = done ? (more.tempo ?? tick?.tempo ?? null) : null
    const { minutes } = block
    home.add({ ...said, minutes, done, tempo, ...(evenness ? { evenness } : {}) })
  }
  return (
    <li className="border-line border-t py-3">
      <div className="flex items-start gap-3">
        <LargeCheckBox
          checked={tick !== undefined}
          label={`Done: ${block.name}`}
          onChange={(done) => say(done)}
        />
        <div className="min-w-0 flex-1">
          <h2 className="text-xl leading-tight">{block.name}</h2>
          <p className="text-kiln">
            {[`${block.minutes} min`, ...(rung ? [rung.lines.dose] : [])].join(', ')}
          </p>
        </div>
        <Button
          className="text-danger shrink-0"
          onClick={() =>
            home.add({
              kind: 'hurt-at-home',
              date: page.today,
              item: block.item,
              name: block.name,
            })
          }
        >
          It hurts
        </Button>
      </div>
      {instruction !== undefined && <p className="mt-2 text-lg leading-snug">{instruction}</p>}
      {rung && <HowToPlay rung={rung} />}
      {rung?.svg && <Notes svg={rung.svg} name={block.name} />}
      {rung?.exercise && (
        <div className="mt-2">
          <PlayBar exercise={rung.exercise} />
        </div>
      )}
      {rung?.exercise && (
        <PlayItIn
          exercise={rung.exercise}
          evenness={tick?.evenness ?? null}
          onSay={(evenness) => say(true, { evenness })}
        />
      )}
      {(rung?.tempo ?? rung?.svg) && (
        <div className="mt-2">
          <TempoReached tempo={tick?.tempo ?? null} onSay={(bpm) => say(true, { tempo: bpm })} />
        </div>
      )}
    </li>
  )
}

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

/** Pain that was told here and is not with the teacher yet: nobody may think it was heard. */
function Untold({ pain, child }: { pain: readonly UntoldPain[]; child: boolean }) {
  if (pain.length === 0) return null
  const names = [...new Set(pain.map((p) => p.name))].join(', ')
  return (
    <div role="alert" className="bg-danger text-slip mt-3 rounded-md px-4 py-3">
      <p className="text-lg font-semibold">
        Your teacher does not know yet that it hurts: {names}.
      </p>
      <p>
        {pain.some((p) => p.refused)
          ? 'It could not be sent. '
          : 'It is sent as soon as there is a connection. '}
        {child
          ? 'Do not play it. Tell a grown-up, and let them tell your teacher.'
          : 'Do not play it, and tell your teacher yourself.'}
      </p>
    </div>
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

/** Words that could not be sent, to be shown to the teacher. */
function NotTaken({ shelf }: { shelf: readonly Parcel[] }) {
  const mail = useMail()
  if (shelf.length === 0) return null
  return (
    <section className="text-danger mt-3 text-left text-sm">
      <p role="status">Not taken; show it to your teacher:</p>
      <ul>
        {shelf.map((parcel) => (
          <li key={parcel.id} className="flex items-center gap-2">
            <span>{sayParcel(parcel.requests).join('; ')}</span>
            <Button small look="bare" onClick={() => mail.again(parcel.id)}>
              Send again
            </Button>
            <Button small look="bare" onClick={() => mail.drop(parcel.id)}>
              Let it go
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

const STUCK_WORDS =
  'Your teacher’s studio cannot open this page at the moment: tell your teacher. What stands here was seen last. '

/** Whether what is ticked here gets through, in one line. */
function Connection({ home }: { home: HomePage }) {
  const { away, stuck, waiting, keeping } = home
  if (!away && !stuck && waiting === 0 && keeping === null) return null
  return (
    <p role="status" className="text-kiln text-sm">
      {stuck ? STUCK_WORDS : ''}
      {away ? 'No connection; ' : ''}
      {waiting > 0 ? `${waiting} kept here until it can be sent. ` : ''}
      {away && waiting === 0 ? 'this is what was last seen. ' : ''}
      {keeping !== null && 'This phone keeps nothing: leave the page open until it is sent.'}
    </p>
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
              <Item key={block.item} block={block} page={page} home={home} />
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
