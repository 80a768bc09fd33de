/** The rival faults, likeliest first, each with what speaks for and against it. */
import { useView, useLesson } from '../../data/studentContext'
import type { Diagnosis, Rival } from '@vein-mend/core/diagnosis'
import { hasSigns } from '@vein-mend/core/record'
import type { CaseState } from '@vein-mend/core/record'
import { useEffect, useState } from 'react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { toast } from 'sonner'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { Section } from '../../ui/Page'
import { sayRefusal } from '../../wording/refusals'
import { percent } from '../../wording/words'
import { Settle } from '../../parts/Settle'
import { RivalRow } from './RivalRow'

const SHOWN_AT_FIRST = 3

function GroupWord({ children }: { children: string }) {
  return <p className="text-kiln mt-3 text-sm">{children}</p>
}

/**
 * What explains what was noted, what was mended before, what is worked on anyway, and what is merely common. Before any
 * sign all are alike.
 */
function grouped(
  rivals: readonly Rival[],
  stateOf: (rival: Rival) => CaseState['status']['state'] | null,
  nothingNoted: boolean,
) {
  const others = rivals.filter((r) => stateOf(r) === null)
  return {
    workedOn: rivals.filter((r) => stateOf(r) !== null && stateOf(r) !== 'mended'),
    explain: nothingNoted ? others : others.filter((r) => r.explains),
    mended: rivals.filter((r) => stateOf(r) === 'mended'),
    common: nothingNoted ? [] : others.filter((r) => !r.explains),
  }
}

interface GroupsProps {
  readonly groups: ReturnType<typeof grouped>
  /** Those that are merely common too. */
  readonly all: boolean
  readonly headed: boolean
  readonly row: (rival: Rival) => ReactNode
}

function RivalGroups({ groups, all, headed, row }: GroupsProps) {
  const { explain, mended, workedOn, common } = groups
  const shown = all ? explain : explain.slice(0, SHOWN_AT_FIRST)
  return (
    <>
      {shown.length > 0 && headed && all && <GroupWord>Explain what was noted</GroupWord>}
      {shown.length > 0 && <ol aria-label="What may lie behind it">{shown.map(row)}</ol>}
      {mended.length > 0 && <GroupWord>Mended before</GroupWord>}
      {mended.length > 0 && <ol aria-label="Faults mended before">{mended.map(row)}</ol>}
      {workedOn.length > 0 && !all && (
        <p className="text-kiln mt-1 text-sm">
          On record already:{' '}
          {workedOn.map((r) => `${r.fault.name} ${percent(r.probability)}`).join('; ')}
        </p>
      )}
      {all && workedOn.length > 0 && (
        <>
          <GroupWord>On record already</GroupWord>
          <ol aria-label="Faults on record">{workedOn.map(row)}</ol>
        </>
      )}
      {all && common.length > 0 && (
        <>
          <GroupWord>Merely common at this stage; nothing noted speaks for them</GroupWord>
          <ol aria-label="Common faults">{common.map(row)}</ol>
        </>
      )}
    </>
  )
}

/** A mended fault is seen again: it goes on from where it stood. */
function useComeBack() {
  const lesson = useLesson()
  const act = useActs(useView().id)
  return (rival: Rival, known: CaseState | undefined) => {
    if (!known) return
    const reason = 'Seen again in the lesson'
    act(
      [{ kind: 'case-reopened', lesson: lesson.id, case: known.id, reason }],
      `Come back: ${rival.fault.name}`,
    )
  }
}

/** Another tab may settle on the fault while the panel for it is open here. */
function useShutWhenSettled(
  settled: boolean,
  rival: Rival | undefined,
  onSettling: (fault: string | null) => void,
): void {
  useEffect(() => {
    if (!settled) return
    const name = rival?.fault.name ?? ''
    toast.error(sayRefusal({ code: 'fault_already_settled', path: ['fault'], facts: { name } }))
    onSettling(null)
  }, [settled, rival, onSettling])
}

/** To all of them, and to the bench where they stand beside each other. */
function Ways({ all, onAll, of }: WaysProps) {
  const lesson = useLesson()
  const view = useView()
  return (
    <span className="text-ink -my-3 flex flex-wrap items-center">
      <Button small look="bare" onClick={() => onAll(!all)}>
        {all ? 'Show the likeliest' : `Show all ${of}`}
      </Button>
      <Link
        className="inline-flex min-h-11 items-center px-2.5 underline underline-offset-4"
        to={`/students/${view.id}/lessons/${lesson.id}/bench`}
      >
        Side by side
      </Link>
    </span>
  )
}

interface WaysProps {
  readonly all: boolean
  readonly onAll: (all: boolean) => void
  /** How many there are. */
  readonly of: number
}

export function Rivals({
  diagnosis,
  settling,
  onSettling,
}: {
  diagnosis: Diagnosis
  /** The fault whose settling is open; null when none is. */
  settling: string | null
  onSettling: (fault: string | null) => void
}) {
  const lesson = useLesson()
  const view = useView()
  const [all, setAll] = useState(false)
  const comeBack = useComeBack()
  const caseOf = (fault: string) => view.record.cases.find((c) => c.fault === fault)
  const candidates = diagnosis.rivals.filter(
    (r) => !view.record.cases.some((c) => c.fault === r.fault.id),
  )
  const rivalSettling = diagnosis.rivals.find((r) => r.fault.id === settling)
  const settledElsewhere = settling !== null && caseOf(settling) !== undefined
  useShutWhenSettled(settledElsewhere, rivalSettling, onSettling)
  const nothing = lesson.checks.length === 0 && !hasSigns(view.record, lesson, view.knowledge)
  const stateOf = (r: Rival) => caseOf(r.fault.id)?.status.state ?? null
  const groups = grouped(diagnosis.rivals, stateOf, nothing)
  const explaining = new Set(
    [...groups.explain, ...groups.mended, ...groups.workedOn].map((r) => r.fault.id),
  )
  // What nobody noted anything of, and nobody settled on, is not to be mended first.
  const urgent = diagnosis.mendFirst.find(
    (u) => explaining.has(u.fault.id) && u.probability > 0.3 && u.downstream > 0.2,
  )
  const row = (r: Rival) => (
    <RivalRow
      key={r.fault.id}
      rival={r}
      first={!nothing && r === groups.explain[0]}
      status={stateOf(r)}
      closed={!lesson.open}
      onSettle={() => onSettling(r.fault.id)}
      onComeBack={() => comeBack(r, caseOf(r.fault.id))}
    />
  )
  return (
    <Section
      title={nothing ? 'Common at this stage' : 'What may lie behind it'}
      aside={<Ways all={all} onAll={setAll} of={diagnosis.rivals.length} />}
    >
      <RivalGroups groups={groups} all={all} headed={!nothing} row={row} />
      {diagnosis.method !== 'exact' && (
        <p className="text-kiln mt-1 text-sm">
          So many signs: up to three faults at once are weighed; at most{' '}
          {percent(diagnosis.missedAtMost)} is left out.
        </p>
      )}
      {!nothing && urgent && (
        <p className="mt-1 text-sm">
          <span className="font-medium">Mend first:</span> {urgent.fault.name}. It can bring:{' '}
          {urgent.drives.map((d) => d.fault.name.toLowerCase()).join('; ')}.
        </p>
      )}
      {rivalSettling && (
        <Settle
          rival={rivalSettling}
          first={candidates[0] === rivalSettling}
          firstName={candidates[0]?.fault.name ?? ''}
          onDone={() => onSettling(null)}
        />
      )}
    </Section>
  )
}
