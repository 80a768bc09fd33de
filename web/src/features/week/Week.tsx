/** The week at home: what fits, why each block is where it is, what gave way, and what more time would bring. */
import { StudentContext, useView } from '../../data/studentContext'
import { keepPreviousData } from '@tanstack/react-query'
import type { PracticeWeekResponse } from '@vein-mend/contract'
import { addDays, parseDay } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import { blocksToGive } from '@vein-mend/core/practice'
import type { Block } from '@vein-mend/core/practice'
import { mondayOf } from '@vein-mend/core/record'
import type { ActRequest } from '@vein-mend/core/record'
import { useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { api } from '../../data/api'
import { useActs } from '../../data/useActs'
import { useShown } from '../../data/useShown'
import { useStudent } from '../../data/useStudent'
import { Button, buttonClass } from '../../ui/Button'
import { Failed } from '../../data/Failed'
import { GiveWeek } from '../../parts/GiveWeek'
import { Loading, Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { plural, WEEKDAY_WORDS } from '../../wording/words'
import { Forecasts } from './Forecasts'
import { HomeLinks } from './HomeLinks'
import { KeptDays } from './KeptDays'
import { WeekGrid } from './WeekGrid'
import type { Chosen } from './WeekGrid'
import { Wishes } from './Wishes'
import { WHY_WORDS } from './words'

const LAST_DAY = 6

function Why({
  block,
  onMove,
  onLetGo,
}: {
  block: Block
  onMove: (to: number | null) => void
  onLetGo: () => void
}) {
  const { item, day, reasons } = block
  const instruction = item.rung?.instruction ?? item.instruction
  return (
    <div className="border-line bg-glaze mt-3 flex flex-wrap items-center gap-x-6 gap-y-2 rounded-md border px-4 py-3">
      <div className="flex-1">
        <p className="font-medium">
          {item.name}, {WEEKDAY_WORDS[day]}
        </p>
        <p>Why here: {reasons.map((r) => WHY_WORDS[r]).join('; ')}.</p>
        {instruction !== null && <p className="text-kiln max-w-prose">{instruction}</p>}
      </div>
      <div className="flex flex-wrap gap-2">
        <Button disabled={day === 0} onClick={() => onMove(day - 1)}>
          A day earlier
        </Button>
        <Button disabled={day === LAST_DAY} onClick={() => onMove(day + 1)}>
          A day later
        </Button>
        <Button onClick={() => onMove(null)}>Not this day</Button>
        {reasons.includes('pinned') && <Button onClick={onLetGo}>Let it go</Button>}
      </div>
    </div>
  )
}

function Fit({ week, onLetAllGo }: { week: PracticeWeekResponse; onLetAllGo: () => void }) {
  const isGroup = useView().record.home.wishes.group !== null
  const { gaveWay, days } = week.plan
  const spare = Math.round(days.reduce((sum, d) => sum + d.playing - d.minutes, 0))
  if (days.every((d) => d.blocks.length === 0)) {
    return (
      <Section title="Nothing to play">
        <p>
          The week comes back when what stops the playing has been answered. Listening to the
          pieces, singing them and reading the notes away from the instrument load nothing.
        </p>
      </Section>
    )
  }
  return (
    <Section title={gaveWay.length === 0 ? 'All of it fits' : 'What gave way'}>
      {week.pinsLetGo && (
        <p className="bg-dangerwash mb-2 rounded px-3 py-2">
          What you placed by hand does not fit the minutes together, so the week is shown without
          it.{' '}
          <Button look="bare" small onClick={onLetAllGo}>
            Let it go
          </Button>
        </p>
      )}
      {gaveWay.length === 0 && (
        <p>
          {spare === 0
            ? 'Every minute has its place.'
            : `${plural(spare, 'minute')} of the week ${spare === 1 ? 'stays' : 'stay'} free${isGroup ? ': on the day of the group the group is the music' : ''}.`}
        </p>
      )}
      {!week.best && (
        <p className="text-kiln mb-1">
          There are many ways to lay this week; this is the best found in the time there was.
        </p>
      )}
      <ul>
        {gaveWay.map(({ item, asked, got }) => (
          <li key={item.id}>
            {item.name}: {got === 0 ? 'no day' : plural(got, 'day')} of {asked}
          </li>
        ))}
      </ul>
      {gaveWay.length > 0 && (
        <p className="mt-2">
          <span className="text-kiln">{week.more.minutes} minutes more a day would bring:</span>{' '}
          {week.more.gained.length === 0
            ? 'more of their own music.'
            : week.more.gained
                .map(({ item, days }) => `${item.name}, ${plural(days, 'more day', 'more days')}`)
                .join(' · ')}
        </p>
      )}
    </Section>
  )
}

/** What the teacher places by hand: one block on one day, moved, taken off, or all let go. */
function usePins(monday: IsoDate, onMoved: (chosen: Chosen | null) => void) {
  const view = useView()
  const act = useActs(view.id)
  const pin = (item: string, day: number, on: boolean | null): ActRequest => ({
    kind: 'week-pinned',
    week: monday,
    item,
    day,
    on,
  })
  return {
    move: (item: string, from: number, to: number | null) => {
      const pins = [pin(item, from, false), ...(to === null ? [] : [pin(item, to, true)])]
      act(pins, to === null ? `Off ${WEEKDAY_WORDS[from]}` : `Moved to ${WEEKDAY_WORDS[to]}`)
      onMoved(to === null ? null : { item, day: to })
    },
    put: (item: string, day: number) => {
      act([pin(item, day, true)], `On ${WEEKDAY_WORDS[day]}`)
      onMoved({ item, day })
    },
    letGo: (item: string, day: number) => act([pin(item, day, null)], 'Let go'),
    letAllGo: () => {
      const placed = view.record.home.pins.filter((p) => p.week === monday)
      act(
        placed.map((p) => pin(p.item, p.day, null)),
        'Let go',
      )
    },
  }
}

function WeekHead({ monday, week }: { monday: IsoDate; week: PracticeWeekResponse }) {
  const view = useView()
  return (
    <div className="mt-4 flex flex-wrap items-center gap-2">
      <Link className={buttonClass()} to={`?day=${addDays(monday, -7)}`}>
        Week before
      </Link>
      <Link className={buttonClass()} to={`?day=${addDays(monday, 7)}`}>
        Week after
      </Link>
      <span className="ml-auto flex flex-wrap gap-2">
        <Link className={buttonClass()} to={`/students/${view.id}/sheet?day=${monday}`}>
          Sheet of this week
        </Link>
        {(['ics', 'csv'] as const).map((kind) => (
          <a
            key={kind}
            className={buttonClass()}
            href={`/api/students/${view.id}/practice.${kind}?day=${monday}`}
          >
            {{ ics: 'Calendar', csv: 'Table' }[kind]}
          </a>
        ))}
        <GiveWeek week={week.week} blocks={blocksToGive(week.plan)} />
      </span>
    </div>
  )
}

function WeekOf({ monday }: { monday: IsoDate }) {
  const view = useView()
  const [chosen, setChosen] = useState<Chosen | null>(null)
  const act = useActs(view.id)
  const pins = usePins(monday, setChosen)
  const { data: week, error } = useShown({
    // Remembered by where the record stands: the same record has the same week.
    queryKey: ['week', view.id, monday, view.head, view.digest],
    queryFn: () => api.week(view.id, monday),
    placeholderData: keepPreviousData,
  })
  if (error) return <Failed error={error} />
  if (!week) return <Loading what="the week" />
  const { card } = view.record
  const block = week.plan.days
    .flatMap((d) => d.blocks)
    .find((b) => b.item.id === chosen?.item && b.day === chosen.day)
  return (
    <>
      <WeekHead monday={monday} week={week} />
      <WeekGrid
        monday={monday}
        today={view.today}
        plan={week.plan}
        faults={Object.fromEntries(view.record.cases.map((c) => [c.id, c]))}
        chosen={chosen}
        onChoose={setChosen}
        onMove={pins.move}
        onPut={pins.put}
        group={view.record.home.wishes.group}
        homeMinutes={card.homeMinutes}
        onMinutes={(day, minutes) => {
          const homeMinutes = card.homeMinutes.map((m, d) => (d === day ? minutes : m))
          act(
            [{ kind: 'card-changed', card: { ...card, homeMinutes } }],
            `${minutes} minutes on ${WEEKDAY_WORDS[day]}`,
          )
        }}
      />
      {block ? (
        <Why
          block={block}
          onMove={(to) => pins.move(block.item.id, block.day, to)}
          onLetGo={() => pins.letGo(block.item.id, block.day)}
        />
      ) : week.plan.days.some((d) => d.blocks.length > 0) ? (
        <p className="text-kiln mt-3">
          Touch a block to see why it is where it is. Drag it, or move it with the arrow keys; an
          empty day takes it by a touch. What you place stays.
        </p>
      ) : null}
      <Wishes />
      <div className="grid gap-x-8 lg:grid-cols-2">
        <div>
          <Fit week={week} onLetAllGo={pins.letAllGo} />
          <KeptDays week={week} />
        </div>
        <div>
          <Forecasts
            plan={week.plan}
            roomier={week.more.plan}
            moreMinutes={week.more.minutes}
            first={week.first}
          />
          <HomeLinks student={view.id} />
        </div>
      </div>
    </>
  )
}

export function Week() {
  const { studentId = '' } = useParams()
  const [query] = useSearchParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the week" />
  const monday = mondayOf(parseDay(query.get('day') ?? '') ?? data.today)
  return (
    <StudentContext value={data}>
      <h1 className="mt-5 text-2xl">
        Practice week of{' '}
        <Link to={`/students/${data.id}`} className="underline underline-offset-4">
          {data.record.card.name}
        </Link>
        <span className="text-kiln text-lg">, from {shortDay(monday)}</span>
      </h1>
      <WeekOf key={monday} monday={monday} />
    </StudentContext>
  )
}
