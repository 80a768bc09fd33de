/** What the set-up said, among the signs: what was not right, part by part, and what therefore is not there. */
import { wrongNamed, wrongParts } from '@vein-mend/core/packs'
import type { SetupPart, SetupPoint } from '@vein-mend/core/packs'
import { setupSaid } from '@vein-mend/core/record'
import type { FoundSetup } from '@vein-mend/core/record'
import { X } from 'lucide-react'
import { useLesson, useView } from '../../data/studentContext'
import { useActs } from '../../data/useActs'
import { WhichParts } from './WhichParts'

type Kept = Pick<FoundSetup, 'points' | 'wrong'>

/** The same set-up with other answers; it stands in place of the one before. */
function useAnswers(setup: FoundSetup) {
  const act = useActs(useView().id)
  return (kept: Kept, said: string) => {
    const { lesson, place, numbers } = setup
    const { points, wrong = {} } = kept
    const named = Object.entries(wrong).filter(([, parts]) => parts.length > 0)
    act(
      [
        {
          ...({ kind: 'setup-checked', lesson, place, points, numbers } as const),
          ...(named.length > 0 ? { wrong: Object.fromEntries(named) } : {}),
        },
      ],
      said,
    )
  }
}

interface WrongProps {
  readonly setup: FoundSetup
  readonly point: SetupPoint
}

function WrongPart({ setup, point, part }: WrongProps & { part: SetupPart }) {
  const lesson = useLesson()
  const answer = useAnswers(setup)
  const named = wrongNamed(useView().knowledge.setup, setup)
  const takeBack = () => {
    const left = wrongParts(point, setup)
      .map((p) => p.id)
      .filter((id) => id !== part.id)
    const others = Object.fromEntries(
      Object.entries(setup.points).filter(([id]) => id !== point.id),
    )
    answer(
      {
        points: left.length > 0 ? setup.points : others,
        wrong: { ...named, [point.id]: left },
      },
      `Taken back: ${part.say}`,
    )
  }
  const words = part.say === 'not right' ? `${point.ask} Not right` : part.say
  return (
    <li className="border-line flex items-center gap-2.5 border-b py-0.5">
      <span className="text-kiln text-sm">set-up</span>
      <span>{words}</span>
      <span className={part.finding === null ? 'text-kiln text-sm' : 'font-semibold'}>
        {part.finding === null ? 'kept; speaks for no fault' : 'seen before sound'}
      </span>
      {lesson.open && (
        <button
          type="button"
          className="ml-auto grid size-9 place-items-center"
          aria-label={`Take back: ${words}`}
          onClick={takeBack}
        >
          <X aria-hidden size={16} />
        </button>
      )}
    </li>
  )
}

/** Not right, and nobody has said what: it says nothing until somebody does. */
function AskWhich({ setup, point }: WrongProps) {
  const lesson = useLesson()
  const answer = useAnswers(setup)
  const named = wrongNamed(useView().knowledge.setup, setup)
  return (
    <li className="border-line border-b py-1">
      <span className="text-kiln text-sm">set-up</span> {point.ask} Not right
      {lesson.open ? (
        <WhichParts
          point={point}
          chosen={[]}
          onChange={(parts) =>
            answer({ points: setup.points, wrong: { ...named, [point.id]: parts } }, 'Set-up kept')
          }
        />
      ) : (
        <span className="text-kiln text-sm">, and not said what: it speaks for no fault</span>
      )}
    </li>
  )
}

/** Every row of the set-up of this lesson in the studio. */
export function SetupNoted({ setup }: { setup: FoundSetup }) {
  const { knowledge, record } = useView()
  const says = setupSaid(record, useLesson(), knowledge)
  const textOf = (id: string) => knowledge.findings.find((f) => f.id === id)?.text ?? id
  const bySize = says.filter(
    (s) =>
      s.strength === 'marked' &&
      !knowledge.setup.some((p) => wrongParts(p, setup).some((w) => w.finding === s.finding)),
  )
  const absent = says.filter((s) => s.strength === 'absent')
  return (
    <>
      {knowledge.setup
        .filter((point) => setup.points[point.id] === 'wrong')
        .map((point) => {
          const parts = wrongParts(point, setup)
          if (parts.length === 0) return <AskWhich key={point.id} setup={setup} point={point} />
          return parts.map((part) => (
            <WrongPart key={`${point.id} ${part.id}`} setup={setup} point={point} part={part} />
          ))
        })}
      {bySize.map((s) => (
        <li key={s.finding} className="border-line flex items-center gap-2.5 border-b py-0.5">
          <span className="text-kiln text-sm">set-up</span> {textOf(s.finding)}
          <span className="font-semibold">measured before sound</span>
        </li>
      ))}
      {absent.length > 0 && (
        <li className="border-line text-kiln border-b py-1 text-sm">
          set-up, not there: {absent.map((s) => textOf(s.finding)).join('; ')}
        </li>
      )}
    </>
  )
}
