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
import { FoldingRow } from '../../ui/FoldingRow'
import { DecibanBar } from '../../ui/DecibanBar'
import { Section } from '../../ui/Page'
import { StrandMark } from '../../ui/StrandMark'
import { sayRefusal } from '../../wording/refusals'
import { percent, plural, sayWeight, STRAND_WORDS } from '../../wording/words'
import { Settle } from '../../parts/Settle'

const SHOWN_AT_FIRST = 5

function Reasons({ rival }: { rival: Rival }) {
  const told = rival.reasons.filter((r) => Math.abs(r.decibans) >= 0.05)
  return (
    <div className="mt-2 text-sm">
      <p>{rival.fault.why}</p>
      <table className="mt-2">
        <caption className="sr-only">What speaks for and against {rival.fault.name}</caption>
        <tbody>
          <tr>
            <th scope="row" className="pr-3 text-left font-normal">
              Before any sign of this lesson
              {rival.notTaughtYet && ' (not taught yet: a quarter of its usual odds)'}
            </th>
            <td />
            <td className="pl-2 text-right tabular-nums">{percent(rival.prior)}</td>
          </tr>
          {rival.failed.remedies > 0 && (
            <tr>
              <th scope="row" className="pr-3 text-left font-normal">
                {plural(rival.failed.remedies, 'remedy', 'remedies')} for it did not help
              </th>
              <td>
                <DecibanBar decibans={rival.failed.decibans} />
              </td>
              <td className="pl-2 text-right tabular-nums">{sayWeight(rival.failed.decibans)}</td>
            </tr>
          )}
          {told.map((r) => (
            <tr key={r.finding.id}>
              <th scope="row" className="pr-3 text-left font-normal">
                {r.finding.text}
              </th>
              <td>
                <DecibanBar decibans={r.decibans} />
              </td>
              <td className="pl-2 text-right tabular-nums">{sayWeight(r.decibans)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-kiln mt-1">
        Taken together, {percent(rival.probability)}. Filled bars speak for it, hollow ones against.
      </p>
      {rival.unseen.length > 0 && (
        <p className="mt-1">
          <span className="text-kiln">Not looked at yet:</span>{' '}
          {rival.unseen
            .slice(0, 4)
            .map((u) => u.finding.text.toLowerCase())
            .join('; ')}
        </p>
      )}
    </div>
  )
}

interface RowProps {
  readonly rival: Rival
  readonly first: boolean
  readonly status: CaseState['status']['state'] | null
  readonly closed: boolean
  readonly onSettle: () => void
  readonly onComeBack: () => void
}

/** What can be done with a rival, by where it stands on record. */
function RivalActs({ rival, first, status, closed, onSettle, onComeBack }: RowProps) {
  if (status === 'mended') {
    return closed ? null : (
      <Button
        small
        className="w-24"
        onClick={onComeBack}
        aria-label={`${rival.fault.name} has come back`}
      >
        Come back
      </Button>
    )
  }
  if (status !== null) return <span className="text-kiln w-20 text-right text-sm">on record</span>
  return closed ? null : (
    <Button
      small
      look={first ? 'main' : 'plain'}
      className="w-20"
      onClick={onSettle}
      aria-label={`Decide on ${rival.fault.name}`}
    >
      Decide
    </Button>
  )
}

function RivalRow(row: RowProps) {
  const { rival, first } = row
  const [open, setOpen] = useState(false)
  const name = (
    <>
      {rival.fault.name}
      <span className="text-kiln ml-2 font-sans text-sm font-normal underline">
        {open ? 'less' : 'why?'}
      </span>
    </>
  )
  return (
    <FoldingRow
      open={open}
      onOpenChange={setOpen}
      className="border-line border-b py-2"
      head={(press) => (
        <>
          <div className="flex items-center gap-3">
            <StrandMark strand={rival.fault.strand} title={STRAND_WORDS[rival.fault.strand]} />
            {press(
              name,
              `min-h-10 flex-1 text-left ${first ? 'font-serif text-lg font-semibold' : ''}`,
            )}
            <span
              className={`w-14 text-right tabular-nums ${first ? 'text-lg font-semibold' : ''}`}
            >
              {percent(rival.probability)}
            </span>
            <RivalActs {...row} />
          </div>
          <div className="bg-line ml-7 h-1.5 rounded" aria-hidden>
            <div
              className="bg-ink h-1.5 rounded"
              style={{ width: `${Math.max(0.5, rival.probability * 100)}%` }}
            />
          </div>
        </>
      )}
    >
      <Reasons rival={rival} />
    </FoldingRow>
  )
}

function GroupWord({ children }: { children: string }) {
  return <p className="text-kiln mt-3 text-sm">{children}</p>
}

/** What explains what was noted, what is on record anyway, and what is merely common. Before any sign all are alike. */
function grouped(
  rivals: readonly Rival[],
  isOnRecord: (rival: Rival) => boolean,
  nothingNoted: boolean,
) {
  const [onRecord, others] = [rivals.filter(isOnRecord), rivals.filter((r) => !isOnRecord(r))]
  return {
    explain: nothingNoted ? others : others.filter((r) => r.explains),
    onRecord,
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
  const { explain, onRecord, common } = groups
  const shown = all ? explain : explain.slice(0, SHOWN_AT_FIRST)
  return (
    <>
      {shown.length > 0 && headed && <GroupWord>Explain what was noted</GroupWord>}
      {shown.length > 0 && <ol aria-label="What may lie behind it">{shown.map(row)}</ol>}
      {onRecord.length > 0 && <GroupWord>On record already</GroupWord>}
      {onRecord.length > 0 && <ol aria-label="Faults on record">{onRecord.map(row)}</ol>}
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
  const groups = grouped(diagnosis.rivals, (r) => caseOf(r.fault.id) !== undefined, nothing)
  const explaining = new Set([...groups.explain, ...groups.onRecord].map((r) => r.fault.id))
  // What nobody noted anything of, and nobody settled on, is not to be mended first.
  const urgent = diagnosis.mendFirst.find(
    (u) => explaining.has(u.fault.id) && u.probability > 0.3 && u.downstream > 0.2,
  )
  const row = (r: Rival) => (
    <RivalRow
      key={r.fault.id}
      rival={r}
      first={!nothing && r === groups.explain[0]}
      status={caseOf(r.fault.id)?.status.state ?? null}
      closed={!lesson.open}
      onSettle={() => onSettling(r.fault.id)}
      onComeBack={() => comeBack(r, caseOf(r.fault.id))}
    />
  )
  return (
    <Section
      title={nothing ? 'Common at this stage' : 'What may lie behind it'}
      aside={
        diagnosis.method === 'exact'
          ? undefined
          : `so many signs: up to three faults at once are weighed; at most ${percent(diagnosis.missedAtMost)} is left out`
      }
    >
      <RivalGroups groups={groups} all={all} headed={!nothing} row={row} />
      <div className="flex flex-wrap items-center gap-2">
        <Button small look="bare" onClick={() => setAll(!all)}>
          {all ? 'Show the likeliest' : `Show all ${diagnosis.rivals.length}`}
        </Button>
        <Link
          className="min-h-9 px-2.5 py-1.5 text-sm underline underline-offset-4"
          to={`/students/${view.id}/lessons/${lesson.id}/bench`}
        >
          Side by side on the bench
        </Link>
      </div>
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
