/** What the next step of the lesson is done with: offered first after a lone point, so that two keys do it. */
import { activeProjects, restsForPain } from '@vein-mend/core/record'
import { agenda, brief } from '@vein-mend/core/standing'
import type { AgendaKind, AgendaStep } from '@vein-mend/core/standing'
import type { CaseState } from '@vein-mend/core/record'
import { adviseRung, triesAsked } from '@vein-mend/core/remedy'
import type { Tries } from '@vein-mend/core/remedy'
import type { Command, Desk } from './deskTypes'

/** Tries of a look. */
export const TRIES_ASKED = 5

const RECALLS = [
  ['alone', 'alone'],
  ['hint', 'with a hint'],
  ['not', 'not recalled'],
] as const

/** The cue asked back: alone, with a hint, or not. */
export function recallCommands(state: CaseState, { lesson, act }: Desk): readonly Command[] {
  const asked = state.recalls.some((r) => r.lesson === lesson.id)
  if (!state.cue || state.cue.since === lesson.id || asked) return []
  return RECALLS.map(([recall, words]) => ({
    id: `recall-${recall}-${state.id}`,
    words: `Cue ${words}: ${state.name}`,
    run: () =>
      act(
        [{ kind: 'cue-recalled', lesson: lesson.id, case: state.id, recall }],
        `Cue recalled: ${words}`,
      ),
  }))
}

const WORDS = {
  up: 'Up a rung',
  stay: 'Stay',
  back: 'Step down',
} as const

/** A rung up, none, or one down. */
export function decisionCommand(
  state: CaseState,
  decision: keyof typeof WORDS,
  { lesson, act }: Desk,
): Command {
  const words = WORDS[decision]
  return {
    id: `${decision}-${state.id}`,
    words: `${words}: ${state.name}`,
    run: () =>
      act(
        [{ kind: 'rung-decided', lesson: lesson.id, case: state.id, decision }],
        `${state.name}: ${words}`,
      ),
  }
}

function counted({ clean, tries }: Tries): string {
  return clean === tries ? `all ${tries} clean` : `${clean} clean of ${tries}`
}

/** A look with its count, in the setting of the moment. */
export function lookCommand(
  state: CaseState,
  { clean, tries }: Tries,
  { lesson, setting, act }: Desk,
): Command {
  const said = counted({ clean, tries })
  return {
    id: `look-${state.id}-${clean}-${tries}`,
    words: `Looked, ${said}: ${state.name}`,
    run: () =>
      act(
        [{ kind: 'look-taken', lesson: lesson.id, case: state.id, ...setting, clean, tries }],
        said,
      ),
  }
}

/** A try of the rung with its count; nothing without a ladder. */
export function rungCommands(
  state: CaseState,
  { clean, tries }: Tries,
  { lesson, act }: Desk,
): readonly Command[] {
  const rung = state.ladder?.rungs[state.ladder.at]
  if (!rung) return []
  const said = counted({ clean, tries })
  const inCase = { lesson: lesson.id, case: state.id }
  return [
    {
      id: `rung-${state.id}-${clean}-${tries}`,
      words: `Rung “${rung.name}”, ${said}: ${state.name}`,
      run: () => act([{ kind: 'rung-tried', ...inCase, rung: rung.id, clean, tries }], said),
    },
  ]
}

/** Projects and second looks of this lesson that may be played, those not looked at yet first. */
export function looksOf({ view, lesson }: Desk): readonly CaseState[] {
  const { record } = view
  const due = brief(record, lesson.date).items.flatMap((i) =>
    i.kind === 'recheck-due' ? [i.state] : [],
  )
  const looked = (c: CaseState) => c.looks.some((l) => l.lesson === lesson.id)
  return [...activeProjects(record), ...due]
    .filter((c) => !restsForPain(record, c))
    .sort((a, b) => Number(looked(a)) - Number(looked(b)))
}

function stepCommands(step: AgendaStep, desk: Desk): readonly Command[] {
  const { view, lesson, act } = desk
  const { about: state } = step
  if (step.kind === 'what-works') {
    const { strength } = brief(view.record, lesson.date)
    if (strength === null) return []
    const said = { kind: 'strength-named', lesson: lesson.id, words: strength } as const
    const run = () => act([said], `Said first: ${strength}`)
    return [{ id: 'strength', words: `Said what works: ${strength}`, run }]
  }
  if (!state) return []
  if (step.kind === 'recall') return recallCommands(state, desk)
  if (step.kind === 'look' || step.kind === 'recheck') {
    const cleans = [TRIES_ASKED, TRIES_ASKED - 1, TRIES_ASKED - 2]
    return cleans.map((clean) => lookCommand(state, { clean, tries: TRIES_ASKED }, desk))
  }
  const rung = state.ladder?.rungs[state.ladder.at]
  if (step.kind !== 'rung' || !rung) return []
  const tries = triesAsked(rung.pass)
  return [tries, tries - 1].flatMap((clean) => rungCommands(state, { clean, tries }, desk))
}

/** A rung tried in this lesson of which the tries advise to go up or down; staying needs no word. */
function adviceCommands(desk: Desk): readonly Command[] {
  const { view, lesson } = desk
  return activeProjects(view.record).flatMap((state) => {
    const { ladder } = state
    const rung = ladder?.rungs[ladder.at]
    if (!ladder || !rung) return []
    const tries = ladder.tries.filter((t) => t.lesson === lesson.id)
    const sum = {
      clean: tries.reduce((n, t) => n + t.clean, 0),
      tries: tries.reduce((n, t) => n + t.tries, 0),
    }
    const { advice } = adviseRung(rung.pass, sum)
    const end = advice === 'up' ? ladder.rungs.length - 1 : 0
    return advice === 'stay' || ladder.at === end ? [] : [decisionCommand(state, advice, desk)]
  })
}

/** What nobody waits for before the close. */
const LEFT_AT_THE_END: readonly AgendaKind[] = ['set-up', 'music', 'close']

/** The step of the lesson that is next, and what it is done with. */
interface Next {
  readonly step: AgendaStep | null
  readonly commands: readonly Command[]
}

/**
 * The first step that is not done and can be done from the line; else what is left to be noted, else the close. What is
 * marked on the way through the lesson is the same step.
 */
export function nextOf(desk: Desk): Next {
  const { view, lesson, actions } = desk
  const open = agenda(view.record, lesson.id, view.knowledge).filter((step) => !step.done)
  for (const step of open) {
    const commands = stepCommands(step, desk)
    if (commands.length > 0) return { step, commands }
  }
  const left = open.find(({ kind }) => !LEFT_AT_THE_END.includes(kind))
  if (left) return { step: left, commands: [goCommand(actions)] }
  return { step: open.at(-1) ?? null, commands: [closeCommand(actions)] }
}

/** To where the next step is done. */
export function goCommand({ next }: Pick<Desk['actions'], 'next'>): Command {
  return { id: 'next', words: 'Next step of the lesson', run: next }
}

/** The end of the lesson. */
export function closeCommand({ close }: Pick<Desk['actions'], 'close'>): Command {
  return { id: 'close', words: 'Close the lesson', run: close }
}

/** What comes next in the lesson, as commands. */
export function nextCommands(desk: Desk): readonly Command[] {
  return [...adviceCommands(desk), ...nextOf(desk).commands]
}
