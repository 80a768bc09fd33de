/** Everything the command line can do besides noting signs. */
import type { Check } from '@vein-mend/core/packs'
import { activeProjects, hasSigns } from '@vein-mend/core/record'
import type { CaseState } from '@vein-mend/core/record'
import {
  closeCommand,
  decisionCommand,
  goCommand,
  looksOf,
  lookCommand,
  nextCommands,
  recallCommands,
  rungCommands,
} from './commandsNext'
import type { Command, Desk } from './deskTypes'

function answersOf(check: Check, { lesson, act }: Desk): Command[] {
  return check.outcomes.map((o) => ({
    id: `answer-${check.id}-${o.id}`,
    words: `${o.label} (${check.name})`,
    run: () =>
      act(
        [{ kind: 'check-answered', lesson: lesson.id, check: check.id, outcome: o.id }],
        `${check.name}: noted`,
      ),
  }))
}

function shows({ view, lesson }: Desk): boolean {
  return hasSigns(view.record, lesson, view.knowledge)
}

/** The check that is offered, and after everything else any other by its name. */
function answers(desk: Desk): { readonly offered: Command[]; readonly others: Command[] } {
  const checks = (desk.diagnosis?.checks.ranked ?? []).map((r) => r.check)
  const [best, ...rest] = shows(desk) ? checks : []
  return {
    offered: best ? answersOf(best, desk) : [],
    others: rest.flatMap((check) => answersOf(check, desk)),
  }
}

function settling({ view, diagnosis, actions }: Desk): Command[] {
  const known = new Set(view.record.cases.map((c) => c.fault))
  const first = diagnosis?.rivals.find((r) => !known.has(r.fault.id))
  if (!first) return []
  return [
    {
      id: 'settle',
      words: `Decide on ${first.fault.name}`,
      run: () => actions.settle(first.fault.id),
    },
  ]
}

/** Where a ladder can go: up from a rung that was tried, and off neither end. To skip one a reason is asked for beside it. */
function decisionsOpen({ ladder }: CaseState): readonly ('up' | 'stay' | 'back')[] {
  if (!ladder) return []
  const up = ladder.tries.length > 0 && ladder.at < ladder.rungs.length - 1
  return [...(up ? (['up'] as const) : []), 'stay', ...(ladder.at > 0 ? (['back'] as const) : [])]
}

/** A rung nobody has tried is skipped with a reason, which is asked for beside it. */
function skipping(state: CaseState, { actions }: Desk): readonly Command[] {
  const { ladder } = state
  const rung = ladder?.rungs[ladder.at]
  const untried =
    ladder !== null && ladder.tries.length === 0 && ladder.at < ladder.rungs.length - 1
  if (!rung || !untried) return []
  const words = `Skip the rung “${rung.name}”: ${state.name}`
  return [{ id: `skip-${state.id}`, words, run: () => actions.skip(state.id) }]
}

function forProject(state: CaseState, desk: Desk): readonly Command[] {
  return [
    ...recallCommands(state, desk),
    ...decisionsOpen(state).map((d) => decisionCommand(state, d, desk)),
    ...skipping(state, desk),
  ]
}

const TALLY = /^(\d+)\s*(?:\/|of|\s)\s*(\d+)$/

/** `4 of 5`, `4/5` or `4 5`: a look, at what was not looked at yet before the rest, and a try of the rung. */
function tally(query: string, desk: Desk): readonly Command[] {
  const match = TALLY.exec(query.trim())
  if (!match) return []
  const counted = { clean: Number(match[1]), tries: Number(match[2]) }
  const running = new Set(activeProjects(desk.view.record).map((c) => c.id))
  return looksOf(desk).flatMap((state) => [
    lookCommand(state, counted, desk),
    ...(running.has(state.id) ? rungCommands(state, counted, desk) : []),
  ])
}

function places({ actions }: Desk): Command[] {
  return [
    goCommand(actions),
    { id: 'aim', words: 'One aim today', run: actions.focusAim },
    { id: 'bench', words: 'Bench: what may lie behind it, side by side', run: actions.bench },
    { id: 'sheet', words: 'Sheet', run: actions.sheet },
    closeCommand(actions),
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
  const { offered, others } = answers(desk)
  const decided = desk.view.record.cases.some((c) => c.settledOn === desk.lesson.id)
  const all = [
    // What was noted is followed up first; else what the lesson comes to next.
    ...(decided ? [] : offered),
    ...(decided || offered.length === 0 ? [] : settling(desk)),
    ...nextCommands(desk),
    ...offered,
    ...(parts.length > 0 || shows(desk) ? settling(desk) : []),
    ...activeProjects(desk.view.record).flatMap((c) => forProject(c, desk)),
    ...places(desk),
    ...(parts.length > 0 ? others : []),
  ].filter((c) => matches(c, parts))
  return [...new Map(all.map((c) => [c.id, c])).values()]
}
