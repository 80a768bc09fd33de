/** Rivals in columns, findings in rows: what was noted, and what each expects that nobody has looked at. */
import type { Rival } from '@vein-mend/core/diagnosis'
import type { Finding, Strength } from '@vein-mend/core/packs'
import type { LessonState } from '@vein-mend/core/record'
import { useLesson, useView } from '../../data/studentContext'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { Button } from '../../ui/Button'
import { DecibanBar } from '../../ui/DecibanBar'
import { Section } from '../../ui/Page'
import { Select } from '../../ui/Select'
import { StrandMark } from '../../ui/StrandMark'
import { percent, sayWeight, STRAND_WORDS, STRENGTH_WORDS } from '../../wording/words'

interface Props {
  readonly rivals: readonly Rival[]
  readonly columns: readonly Rival[]
  readonly onPut: (place: number, fault: string) => void
  readonly onSettle: (fault: string) => void
}

/** Signs not looked at that are shown; more would not be looked at in a lesson. */
const UNSEEN_MOST = 8

function Heads({ rivals, columns, onPut, onSettle }: Props) {
  const view = useView()
  const lesson = useLesson()
  return (
    <tr className="align-top">
      <td className="w-[28%]" />
      {columns.map((r, place) => {
        const onRecord = view.record.cases.some((c) => c.fault === r.fault.id)
        return (
          <th key={r.fault.id} scope="col" className="border-line border-l px-3 pb-2 text-left">
            <div className="flex items-center gap-2">
              <StrandMark strand={r.fault.strand} title={STRAND_WORDS[r.fault.strand]} />
              <span className="text-2xl font-semibold tabular-nums">{percent(r.probability)}</span>
            </div>
            <div className="bg-line my-1 h-1.5 rounded" aria-hidden>
              <div
                className="bg-ink h-1.5 rounded"
                style={{ width: `${Math.max(0.5, r.probability * 100)}%` }}
              />
            </div>
            <Select
              aria-label={`Fault in column ${place + 1}`}
              value={r.fault.id}
              options={rivals.map((x) => [x.fault.id, x.fault.name])}
              onChange={(fault) => onPut(place, fault)}
              className="min-h-14 w-full rounded py-1"
            >
              <span className="font-serif text-base leading-tight font-semibold whitespace-normal">
                {r.fault.name}
              </span>
            </Select>
            <p className="text-kiln mb-2 text-sm font-normal">{r.fault.why}</p>
            {onRecord ? (
              <span className="text-kiln text-sm font-normal">on record already</span>
            ) : (
              lesson.open && (
                <Button
                  small
                  look={r === rivals[0] ? 'main' : 'plain'}
                  onClick={() => onSettle(r.fault.id)}
                  aria-label={`Decide on ${r.fault.name}`}
                >
                  Decide
                </Button>
              )
            )}
          </th>
        )
      })}
    </tr>
  )
}

/** What was noted, in the order noted, with its latest strength. */
function notedOf(view: StudentView, lesson: LessonState) {
  const all = [
    ...lesson.signs.map((s) => [s.finding, s.strength] as const),
    ...lesson.checks.flatMap((c) => Object.entries(c.says)),
  ]
  return [...new Map(all)].flatMap(([id, strength]) => {
    const finding = view.knowledge.findings.find((f) => f.id === id)
    return finding ? [{ finding, strength }] : []
  })
}

const NOTHING = sayWeight(0)

function WeightCell({ decibans }: { decibans: number | undefined }) {
  const words = decibans === undefined ? NOTHING : sayWeight(decibans)
  return (
    <td className="border-line border-l px-3 py-1">
      {decibans !== undefined && words !== NOTHING ? (
        <>
          <DecibanBar decibans={decibans} />
          <span className="text-sm tabular-nums">{words}</span>
        </>
      ) : (
        <span className="text-kiln text-sm">{NOTHING}</span>
      )}
    </td>
  )
}

function NotedRow({
  finding,
  strength,
  columns,
}: {
  finding: Finding
  strength: Strength
  columns: readonly Rival[]
}) {
  return (
    <tr className="border-line border-t">
      <th scope="row" className="py-1.5 pr-3 text-left font-normal">
        {finding.text} <span className="text-kiln text-sm">{STRENGTH_WORDS[strength]}</span>
      </th>
      {columns.map((r) => (
        <WeightCell
          key={r.fault.id}
          decibans={r.reasons.find((x) => x.finding.id === finding.id)?.decibans}
        />
      ))}
    </tr>
  )
}

interface Unseen {
  readonly finding: Finding
  /** How strongly each column expects it, [0, 1]. */
  readonly expected: readonly number[]
}

/** What the columns expect, with what parts them most first. */
function unseenOf(columns: readonly Rival[]): readonly Unseen[] {
  const findings = new Map(
    columns.flatMap((r) => r.unseen.map((u) => [u.finding.id, u.finding] as const)),
  )
  const spread = (u: Unseen) => Math.max(...u.expected) - Math.min(...u.expected)
  return [...findings.values()]
    .filter((f) => !f.byCheckOnly)
    .map((finding) => ({
      finding,
      expected: columns.map(
        (r) => r.unseen.find((u) => u.finding.id === finding.id)?.strength ?? 0,
      ),
    }))
    .sort((a, b) => spread(b) - spread(a))
    .slice(0, UNSEEN_MOST)
}

function ExpectedCell({ strength }: { strength: number }) {
  return (
    <td className="border-line border-l px-3 py-1 text-sm">
      {strength === 0 ? (
        <span className="text-kiln">not expected</span>
      ) : (
        <span className="flex items-center gap-2">
          <span className="border-kiln h-2.5 w-24 rounded-sm border" aria-hidden>
            <span
              className="bg-kiln block h-full"
              style={{ width: `${Math.round(strength * 100)}%` }}
            />
          </span>
          <span className="ml-auto tabular-nums">{percent(strength)}</span>
        </span>
      )}
    </td>
  )
}

function UnseenRow({
  row,
  columns,
  onNote,
}: {
  row: Unseen
  columns: readonly Rival[]
  onNote: ((finding: Finding, strength: Strength) => void) | null
}) {
  return (
    <tr className="border-line border-t">
      <th scope="row" className="py-1.5 pr-3 text-left font-normal">
        {row.finding.text}
        {onNote && (
          <span className="mt-1 flex gap-1">
            {(['marked', 'slight', 'absent'] as const).map((strength) => (
              <Button
                key={strength}
                small
                onClick={() => onNote(row.finding, strength)}
                aria-label={`${row.finding.text}: ${STRENGTH_WORDS[strength]}`}
              >
                {STRENGTH_WORDS[strength]}
              </Button>
            ))}
          </span>
        )}
      </th>
      {columns.map((r, i) => (
        <ExpectedCell key={r.fault.id} strength={row.expected[i] ?? 0} />
      ))}
    </tr>
  )
}

function Divider({ words, width }: { words: string; width: number }) {
  return (
    <tr>
      <th scope="rowgroup" colSpan={width + 1} className="text-kiln pt-4 pb-1 text-left text-sm">
        {words}
      </th>
    </tr>
  )
}

export function RivalTable(props: Props) {
  const view = useView()
  const lesson = useLesson()
  const { columns } = props
  const act = useActs(view.id)
  const noted = notedOf(view, lesson)
  const unseen = unseenOf(columns)
  const note = (finding: Finding, strength: Strength) =>
    act(
      [
        {
          kind: 'sign-noted',
          lesson: lesson.id,
          finding: finding.id,
          strength,
          prompted: false,
          condition: null,
        },
      ],
      `${finding.text}: ${STRENGTH_WORDS[strength]}`,
    )
  return (
    <Section title="Side by side" aside="filled speaks for, hollow against">
      <table className="w-full table-fixed">
        <thead>
          <Heads {...props} />
        </thead>
        <tbody>
          <Divider words="What was noted, and what it says for each" width={columns.length} />
          <tr className="border-line border-t">
            <th scope="row" className="py-1.5 pr-3 text-left font-normal">
              Before any sign
            </th>
            {columns.map((r) => (
              <td key={r.fault.id} className="border-line border-l px-3 py-1 text-sm tabular-nums">
                {percent(r.prior)}
              </td>
            ))}
          </tr>
          {columns.some((r) => r.failed.remedies > 0) && (
            <tr className="border-line border-t">
              <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                Remedies that did not help
              </th>
              {columns.map((r) => (
                <WeightCell key={r.fault.id} decibans={r.failed.decibans} />
              ))}
            </tr>
          )}
          {noted.map((n) => (
            <NotedRow key={n.finding.id} {...n} columns={columns} />
          ))}
          <Divider words="Not looked at yet: how often each shows it" width={columns.length} />
          {unseen.map((row) => (
            <UnseenRow
              key={row.finding.id}
              row={row}
              columns={columns}
              onNote={lesson.open ? note : null}
            />
          ))}
        </tbody>
      </table>
    </Section>
  )
}
