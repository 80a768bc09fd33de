/** What was done at home by week, without shaming. */
import { useView } from '../../data/studentContext'
import type { PracticeWeekResponse } from '@vein-mend/contract'
import { playedAtHome } from '@vein-mend/core/practice'
import type { KeptDaily } from '@vein-mend/core/record'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { sayMeasure } from '../../wording/measureWords'
import { COMMITMENT_STATE_WORDS, percent } from '../../wording/words'

/** What the ticks say of "practice daily", and the card brought up to it in one move. */
function Daily({ daily }: { daily: KeptDaily }) {
  const view = useView()
  const act = useActs(view.id)
  const { card } = view.record
  const { says, daysPlayed, daysAsked } = daily
  const commitments = { ...card.commitments, 'practice-daily': says }
  return (
    <p className="mt-2 flex flex-wrap items-center gap-x-3">
      <span>
        Practice daily: {COMMITMENT_STATE_WORDS[says]}, {daysPlayed} of the {daysAsked} days asked
        for in four weeks.
      </span>
      {card.commitments['practice-daily'] !== says && (
        <Button
          small
          onClick={() =>
            act([{ kind: 'card-changed', card: { ...card, commitments } }], 'Written on the card')
          }
        >
          Write it on the card
        </Button>
      )}
    </p>
  )
}

/** Takes of home that are shown; older ones stand with their fault. */
const PLAYED_MOST = 6

/** What was tapped or played in at home, with how even it was. */
function PlayedIn() {
  const played = playedAtHome(useView().record).toReversed().slice(0, PLAYED_MOST)
  if (played.length === 0) return null
  return (
    <>
      <h3 className="mt-3 font-medium">Played in at home</h3>
      <ul aria-label="Played in at home">
        {played.map((p) => (
          <li key={`${p.date} ${p.case} ${p.name}`}>
            {shortDay(p.date)}, {p.name}, {p.evenness.tapped ? 'tapped' : 'played'}: uneven by{' '}
            {sayMeasure({ ...p.evenness, unit: 'share' })} of a note
          </li>
        ))}
      </ul>
    </>
  )
}

export function KeptDays({ week }: { week: PracticeWeekResponse }) {
  if (week.kept.length === 0) return null
  return (
    <Section
      title="What was done at home"
      aside="as ticked; not ticking is not the same as not playing"
    >
      <table className="tabular-nums">
        <thead>
          <tr className="text-kiln text-left text-sm">
            <th className="pr-8 font-normal">Week from</th>
            <th className="pr-8 font-normal">Days played</th>
            <th className="font-normal">Minutes kept</th>
          </tr>
        </thead>
        <tbody>
          {week.kept.map((k) => (
            <tr key={k.week}>
              <td className="pr-8">{shortDay(k.week)}</td>
              <td className="pr-8">
                {k.daysPlayed} of {k.daysAsked}
              </td>
              <td>{k.share === null ? 'nothing ticked' : percent(k.share)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <PlayedIn />
      {week.daily && <Daily daily={week.daily} />}
    </Section>
  )
}
