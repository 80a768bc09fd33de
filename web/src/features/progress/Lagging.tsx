/** What has fallen behind, and whether reading or the pieces have run ahead of the hands. */
import { useView } from '../../data/studentContext'
import { LEVELS } from '@vein-mend/core/record'
import type { Levels } from '@vein-mend/core/record'
import { HANDS, lagOf } from '@vein-mend/core/watch'
import type { Lag, Load } from '@vein-mend/core/watch'
import { STRANDS } from '@vein-mend/core/packs'
import { Link } from 'react-router'
import { useActs } from '../../data/useActs'
import { Pick } from '../../ui/Inputs'
import { Section } from '../../ui/Page'
import { StrandMark } from '../../ui/StrandMark'
import { shortDay } from '../../wording/dates'
import { HAND_WORDS, sayLag } from '../../wording/lag'
import { STRAND_WORDS } from '../../wording/words'

const SKILLS = ['hands', 'reading', 'ear', 'pieces'] as const
const SKILL_WORDS: Record<keyof Levels, string> = {
  hands: 'Hands',
  reading: 'Reading',
  ear: 'Ear',
  pieces: 'Pieces wanted',
}
const NOTHING_SAID: Levels = { hands: null, reading: null, ear: null, pieces: null }

function Trend({ load }: { load: Load }) {
  if (load.before === null) return <>too few lessons before</>
  const change = load.now - load.before
  if (Math.abs(change) < 0.3) return <>as before</>
  return change > 0 ? <>more than before</> : <>less than before</>
}

function Loads({ lag }: { lag: Lag }) {
  const most = Math.max(
    1,
    ...[...Object.values(lag.hands), ...Object.values(lag.strands)].map((l) => l.now),
  )
  const row = (key: string, name: React.ReactNode, load: Load) => (
    <tr key={key} className="border-line border-b">
      <th scope="row" className="py-1 pr-4 text-left font-normal">
        {name}
      </th>
      <td className="w-48 pr-4">
        <span className="bg-line block h-2">
          <span className="bg-ink block h-2" style={{ width: `${(100 * load.now) / most}%` }} />
        </span>
      </td>
      <td className="pr-4 tabular-nums">{load.now.toFixed(1)}</td>
      <td className="text-kiln">
        <Trend load={load} />
      </td>
    </tr>
  )
  return (
    <table>
      <caption className="text-kiln pb-1 text-left text-sm">
        Trouble of the last six lessons: severity of each fault times how sure it is still there, a
        lesson’s mean
      </caption>
      <tbody>
        {HANDS.map((hand) => row(hand, HAND_WORDS[hand], lag.hands[hand]))}
        {STRANDS.map((strand) =>
          row(
            strand,
            <span className="inline-flex items-center gap-2">
              <StrandMark strand={strand} /> {STRAND_WORDS[strand]}
            </span>,
            lag.strands[strand],
          ),
        )}
      </tbody>
    </table>
  )
}

const STEPS = Array.from({ length: LEVELS.most }, (_, i) => String(i + LEVELS.least))

function Skills() {
  const view = useView()
  const act = useActs(view.id)
  const last = view.record.levels.at(-1)
  const now: Levels = last ?? NOTHING_SAID
  return (
    <div>
      <p className="text-kiln mb-1 text-sm">
        Where the skills stand, in your own steps from 1 to 8
        {last && `; last said ${shortDay(last.date)}`}
      </p>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        {SKILLS.map((skill) => (
          <Pick
            key={skill}
            label={SKILL_WORDS[skill]}
            value={now[skill] === null ? '' : String(now[skill])}
            options={STEPS.map((s) => [s, s] as const)}
            onChange={(step) =>
              act(
                [{ kind: 'levels-noted', ...now, date: view.today, [skill]: Number(step) }],
                `${SKILL_WORDS[skill]}: step ${step}`,
              )
            }
          />
        ))}
      </div>
    </div>
  )
}

export function Lagging() {
  const view = useView()
  const lag = lagOf(view.record, view.knowledge, view.today)
  return (
    <Section title="What lags" aside={lag.tooFew ? 'too few lessons to count' : undefined}>
      {lag.found.length === 0 ? (
        <p className="mb-3">Nothing has fallen behind.</p>
      ) : (
        <ul className="mb-3 space-y-1">
          {lag.found.map((found, i) => (
            <li key={i}>
              {found.kind === 'unseen' ? (
                <Link
                  className="underline underline-offset-4"
                  to={`/students/${view.id}/faults/${found.case}`}
                >
                  {sayLag(found, view.record.cases)}
                </Link>
              ) : (
                sayLag(found, view.record.cases)
              )}
            </li>
          ))}
        </ul>
      )}
      <div className="grid gap-x-10 gap-y-5 lg:grid-cols-2">
        <Loads lag={lag} />
        <Skills />
      </div>
    </Section>
  )
}
