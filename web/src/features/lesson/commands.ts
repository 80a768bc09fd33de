/** Everything the command line can do besides noting signs. */
import type { Diagnosis } from '@vein-mend/core/diagnosis'
import { activeProjects } from '@vein-mend/core/record'
import type { ActRequest, CaseState, LessonState } from '@vein-mend/core/record'
import type { StudentView } from '../../data/useStudent'
import type { Setting } from './setting'

export interface Command {
  readonly id: string
  readonly words: string
  readonly run: () => void
}

/** What the desk offers beside acts: dialogs and places to go. */
export interface DeskActions {
  readonly settle: (fault: string) => void
  readonly close: () => void
  readonly sheet: () => void
  readonly bench: () => void
  readonly focusAim: () => void
  /** To where the next step of the lesson is done. */
  readonly next: () => void
}

type Do = (requests: readonly ActRequest[], said?: string) => void

interface Desk {
  readonly view: StudentView
  readonly lesson: LessonState
  readonly diagnosis: Diagnosis | null
  readonly setting: Setting
  readonly act: Do
  readonly actions: DeskActions
}

function answers({ lesson, diagnosis, act }: Desk): Command[] {
  const best = diagnosis?.checks.ranked[0]?.check
  if (!best || lesson.signs.length === 0) return []
  return best.outcomes.map((o) => ({
    id: `answer-${o.id}`,
    words: `${o.label} (${best.name})`,
    run: () =>
      act(
        [{ kind: 'check-answered', lesson: lesson.id, check: best.id, outcome: o.id }],
        `${best.name}: noted`,
      ),
  }))
}

function settling({ view, diagnosis, actions }: Desk): Command[] {
  const known = new Set(view.record.cases.map((c) => c.fault))
  const first = diagnosis?.rivals.find((r) => !known.has(r.fault.id))
  if (!first) return []
  return [
    {
      id: 'settle',
      words: `Settle on ${first.fault.name}`,
      run: () => actions.settle(first.fault.id),
    },
  ]
}

function forProject(state: CaseState, { lesson, act }: Desk): Command[] {
  const inCase = { lesson: lesson.id, case: state.id }
  const recall = (recall: 'alone' | 'hint' | 'not', words: string): Command => ({
    id: `recall-${recall}-${state.id}`,
    words: `Cue ${words}: ${state.name}`,
    run: () => act([{ kind: 'cue-recalled', ...inCase, recall }], `Cue recalled: ${words}`),
  })
  const decide = (decision: 'up' | 'stay' | 'back', words: string): Command => ({
    id: `${decision}-${state.id}`,
    words: `${words}: ${state.name}`,
    run: () => act([{ kind: 'rung-decided', ...inCase, decision }], `${state.name}: ${words}`),
  })
  const asked = state.recalls.some((r) => r.lesson === lesson.id)
  return [
    ...(state.cue && state.cue.since !== lesson.id && !asked
      ? [recall('alone', 'alone'), recall('hint', 'with a hint'), recall('not', 'not recalled')]
      : []),
    decide('up', 'Up a rung'),
    decide('stay', 'Stay'),
    decide('back', 'Step down'),
  ]
}

const TALLY = /^(\d+)\s*(?:\/|of|\s)\s*(\d+)$/

/** `4 of 5`, `4/5` or `4 5`: a look at the first project, and a try of its rung. */
function tally(query: string, desk: Desk): Command[] {
  const match = TALLY.exec(query.trim())
  if (!match) return []
  const [clean, tries] = [Number(match[1]), Number(match[2])]
  const { lesson, act, setting } = desk
  return activeProjects(desk.view.record).flatMap((state) => {
    const inCase = { lesson: lesson.id, case: state.id }
    const rung = state.ladder?.rungs[state.ladder.at]
    const said = `${clean} clean of ${tries}`
    return [
      {
        id: `look-${state.id}`,
        words: `Looked, ${said}: ${state.name}`,
        run: () => act([{ kind: 'look-taken', ...inCase, ...setting, clean, tries }], said),
      },
      ...(rung
        ? [
            {
              id: `rung-${state.id}`,
              words: `Rung “${rung.name}”, ${said}`,
              run: () =>
                act([{ kind: 'rung-tried', ...inCase, rung: rung.id, clean, tries }], said),
            },
          ]
        : []),
    ]
  })
}

function places({ actions }: Desk): Command[] {
  return [
    { id: 'next', words: 'Next step of the lesson', run: actions.next },
    { id: 'aim', words: 'One aim today', run: actions.focusAim },
    { id: 'bench', words: 'Bench: rivals side by side', run: actions.bench },
    { id: 'sheet', words: 'Sheet', run: actions.sheet },
    { id: 'close', words: 'Close the lesson', run: actions.close },
  ]
}

/** Opens the list of commands alone, so that no sign is in the way. */
export const COMMANDS_ONLY = '.'

function matches(command: Command, parts: readonly string[]): boolean {
  const words = command.words.toLowerCase().split(/[^\p{L}\p{N}]+/u)
  return parts.every((part) => words.some((word) => word.startsWith(part)))
}

/** Commands whose words start with every typed part, most useful first; all of them after a lone point. */
export function commandsFor(query: string, desk: Desk): readonly Command[] {
  const text = query.startsWith(COMMANDS_ONLY) ? query.slice(1) : query
  const counted = tally(text, desk)
  if (counted.length > 0) return counted
  const parts = text.toLowerCase().split(/\s+/).filter(Boolean)
  if (parts.length === 0 && !query.startsWith(COMMANDS_ONLY)) return []
  return [
    ...answers(desk),
    ...settling(desk),
    ...activeProjects(desk.view.record).flatMap((c) => forProject(c, desk)),
    ...places(desk),
  ].filter((c) => matches(c, parts))
}
