/** One rival fault: how likely, what can be done with it, and what speaks for and against it. */
import type { Rival } from '@vein-mend/core/diagnosis'
import type { CaseState } from '@vein-mend/core/record'
import { useState } from 'react'
import { Button } from '../../ui/Button'
import { DecibanBar } from '../../ui/DecibanBar'
import { FoldingRow } from '../../ui/FoldingRow'
import { StrandMark } from '../../ui/StrandMark'
import { percent, plural, sayWeight, STRAND_WORDS } from '../../wording/words'

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

export function RivalRow(row: RowProps) {
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
      className="border-line border-b pb-1"
      head={(press) => (
        <>
          <div className="flex items-center gap-3">
            <StrandMark strand={rival.fault.strand} title={STRAND_WORDS[rival.fault.strand]} />
            {press(
              name,
              `min-h-11 flex-1 text-left leading-tight ${first ? 'font-serif text-lg font-semibold' : ''}`,
            )}
            <span
              className={`w-14 text-right tabular-nums ${first ? 'text-lg font-semibold' : ''}`}
            >
              {percent(rival.probability)}
            </span>
            <RivalActs {...row} />
          </div>
          <div className="bg-line ml-7 h-1 rounded" aria-hidden>
            <div
              className="bg-ink h-1 rounded"
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
