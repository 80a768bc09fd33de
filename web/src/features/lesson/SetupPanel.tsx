/** Set-up before sound: the pack's points, with numbers where they can be taken, against last time. */
import { useView, useLesson } from '../../data/studentContext'
import { rightBand, wrongNamed } from '@vein-mend/core/packs'
import type { PointFound, SetupPoint } from '@vein-mend/core/packs'
import { factsOf } from '@vein-mend/core/record'
import { lastSetup, setupDue } from '@vein-mend/core/standing'
import type { DuePoint } from '@vein-mend/core/standing'
import type { FoundSetup, Place } from '@vein-mend/core/record'
import { useId } from 'react'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'
import { Choice } from '../../ui/Choice'
import { INPUT_CLASS } from '../../ui/Field'
import { Fold } from '../../ui/Fold'
import { shortDay } from '../../wording/dates'
import { PLACE_WORDS, plural } from '../../wording/words'
import { SETUP_PLACE } from './deskPlaces'
import { WhichParts } from './WhichParts'

interface Draft {
  readonly points: Readonly<Record<string, PointFound>>
  /** As typed. */
  readonly numbers: Readonly<Record<string, string>>
  /** What of a point is not right. */
  readonly wrong?: Readonly<Record<string, readonly string[]>>
}

/** What was kept in this lesson, to be added to: a set-up kept again stands in place of the one before. */
function draftOf(found: FoundSetup | undefined, setup: readonly SetupPoint[]): Draft {
  if (!found) return { points: {}, numbers: {} }
  const { points, numbers } = found
  const wrong = wrongNamed(setup, found)
  const typed = Object.entries(numbers).map(([id, value]) => [id, String(value)] as const)
  return { points, numbers: Object.fromEntries(typed), wrong }
}

function sayWhy({ why, weeks }: DuePoint): string {
  if (why === 'never') return 'not looked at yet'
  if (why === 'wrong') {
    return weeks ? `was not right ${plural(weeks, 'week')} ago` : 'was not right last time'
  }
  return `${plural(weeks ?? 0, 'week')} ago; they grow, so fit it again`
}

interface RowProps {
  readonly point: SetupPoint
  readonly schools: readonly string[]
  readonly draft: Draft
  readonly last: FoundSetup | null
  readonly due: DuePoint | undefined
  readonly onChange: (draft: Draft) => void
}

function NumberField({ point, schools, draft, last, onChange }: RowProps) {
  const id = useId()
  const { number } = point
  if (!number) return null
  const band = rightBand(point, schools)
  const before = last?.numbers[point.id]
  const unit = number.unit === 'degrees' ? '°' : 'cm'
  return (
    <span className="flex items-center gap-2">
      <label htmlFor={id} className="sr-only">
        {point.ask}, {number.unit}
      </label>
      <input
        id={id}
        type="number"
        inputMode="decimal"
        step="0.5"
        min={number.least}
        max={number.most}
        value={draft.numbers[point.id] ?? ''}
        placeholder={before === undefined ? '' : String(before)}
        onChange={(e) =>
          onChange({ ...draft, numbers: { ...draft.numbers, [point.id]: e.target.value } })
        }
        className={`${INPUT_CLASS} max-w-24`}
      />
      <span className="text-kiln text-sm">
        {unit}
        {before !== undefined && `, last time ${before}`}
        {band && `, right from ${band[0]} to ${band[1]}`}
      </span>
    </span>
  )
}

function Row(props: RowProps) {
  const { point, draft, due, last, onChange } = props
  return (
    <li className="border-line flex flex-wrap items-center gap-x-4 gap-y-1 border-b py-1.5">
      <span className="min-w-56 flex-1">
        {point.ask}
        {due && <span className="text-kiln block text-sm">{sayWhy(due)}</span>}
      </span>
      <NumberField {...props} />
      {point.parts.length > 0 && (
        <Choice
          label={point.ask}
          value={draft.points[point.id] ?? null}
          options={[
            ['right', 'right'],
            ['wrong', 'not right'],
          ]}
          onChange={(found) =>
            onChange({ ...draft, points: { ...draft.points, [point.id]: found } })
          }
        />
      )}
      {draft.points[point.id] === 'wrong' && (
        <WhichParts
          point={point}
          chosen={draft.wrong?.[point.id] ?? []}
          onChange={(parts) => onChange({ ...draft, wrong: { ...draft.wrong, [point.id]: parts } })}
        />
      )}
      {last?.points[point.id] === 'wrong' && (
        <span className="text-kiln text-sm">last time not right</span>
      )}
    </li>
  )
}

function numbersOf(draft: Draft): Record<string, number> {
  return Object.fromEntries(
    Object.entries(draft.numbers)
      .filter(([, text]) => text.trim() !== '' && Number.isFinite(Number(text)))
      .map(([id, text]) => [id, Number(text)]),
  )
}

/** The parts of each point that is still called wrong. */
function wrongOf({ points, wrong = {} }: Draft): { wrong?: Record<string, readonly string[]> } {
  const said = Object.entries(wrong).filter(
    ([id, parts]) => points[id] === 'wrong' && parts.length > 0,
  )
  return said.length > 0 ? { wrong: Object.fromEntries(said) } : {}
}

/** What has been found so far in one place, kept while it is being typed. */
function useSetup() {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const [place, keepPlace] = useKept(`setup-place-${lesson.id}`, 'studio')
  const at: Place = place === 'home' ? 'home' : 'studio'
  const [text, keepText] = useKept(`setup-${lesson.id}-${at}`)
  const kept = draftOf(
    lesson.setups.find((s) => s.place === at),
    view.knowledge.setup,
  )
  const draft = text === '' ? kept : (JSON.parse(text) as Draft)
  const change = (next: Draft) => keepText(JSON.stringify(next))
  const judged = view.knowledge.setup.filter((p) => p.parts.length > 0)
  const allRight = () => {
    const right = Object.fromEntries(judged.map((p) => [p.id, 'right' as const]))
    change({ ...draft, points: { ...right, ...draft.points } })
  }
  const keep = () => {
    act(
      [
        {
          kind: 'setup-checked',
          lesson: lesson.id,
          place: at,
          points: draft.points,
          numbers: numbersOf(draft),
          ...wrongOf(draft),
        },
      ],
      'Set-up kept',
    )
    keepText('')
  }
  // Nothing to keep while it says what is kept already.
  const nothing = text === '' || JSON.stringify(draft) === JSON.stringify(kept)
  return { at, keepPlace, draft, change, allRight, keep, nothing }
}

function sayFound(found: FoundSetup | undefined, due: readonly DuePoint[]): string {
  if (found) {
    const count = (as: PointFound) => Object.values(found.points).filter((p) => p === as).length
    return `looked at: ${count('right')} right, ${count('wrong')} not`
  }
  return due.length > 0 ? `${due.length} to look at` : 'all well of late'
}

export function SetupPanel() {
  const lesson = useLesson()
  const view = useView()
  const { at, keepPlace, draft, change, allRight, keep, nothing } = useSetup()
  const due = setupDue(view.record, view.knowledge, view.today)
  const last = lastSetup(view.record, at, lesson.id)
  const schools = Object.values(factsOf(view.record.card, view.knowledge).schools)
  const points = view.knowledge.setup
  if (!lesson.open || points.length === 0) return null
  return (
    <Fold
      id={SETUP_PLACE}
      className="border-line scroll-mt-4 border-b"
      head={
        <>
          <span className="font-medium">Set-up before sound</span>
          <span className="text-kiln ml-auto text-sm">
            {sayFound(
              lesson.setups.find((s) => s.place === at),
              due,
            )}
          </span>
        </>
      }
    >
      <div className="flex flex-wrap items-center gap-4 py-2">
        <Choice
          label="Where"
          value={at}
          options={[
            ['studio', PLACE_WORDS.studio],
            ['home', PLACE_WORDS.home],
          ]}
          onChange={keepPlace}
        />
        {last && <span className="text-kiln text-sm">last time {shortDay(last.date)}</span>}
        <Button small className="ml-auto" onClick={allRight}>
          The rest is right
        </Button>
      </div>
      <ul>
        {points.map((point) => (
          <Row
            key={point.id}
            point={point}
            schools={schools}
            draft={draft}
            last={last}
            due={due.find((d) => d.point.id === point.id)}
            onChange={change}
          />
        ))}
      </ul>
      <div className="py-2">
        <Button look="main" disabled={nothing} onClick={keep}>
          Keep the set-up
        </Button>
      </div>
    </Fold>
  )
}
