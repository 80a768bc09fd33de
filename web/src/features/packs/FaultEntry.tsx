/** One fault of a pack, opened out. */
import { sayPass, STAGES } from '@vein-mend/core/packs'
import type { PackResponse } from '@vein-mend/contract'
import type { LearnedPrior } from '@vein-mend/core/insight'
import type { Fault, Knowledge } from '@vein-mend/core/packs'
import { Link } from 'react-router'
import { Fold } from '../../ui/Fold'
import { StrandMark } from '../../ui/StrandMark'
import { percent, SOURCE_WORDS, STAGE_WORDS } from '../../wording/words'

interface Props {
  readonly fault: Fault
  readonly packId: string
  readonly pack: PackResponse
}

function sayLearned(l: LearnedPrior): string {
  return `${STAGE_WORDS[l.stage].toLowerCase()}: the pack says ${percent(l.pack)}, decided on in ${l.cases} of ${l.students} here, so ${percent(l.learned)}`
}

function Remedies({
  fault,
  packId,
  knowledge,
}: {
  fault: Fault
  packId: string
  knowledge: Knowledge
}) {
  return fault.remedies.map((id) => {
    const remedy = knowledge.remedies.find((r) => r.id === id)
    return (
      remedy && (
        <div key={id}>
          <h3 className="flex items-baseline gap-3 text-base">
            {remedy.name}
            <Link
              to={`/packs/${packId}/edit/remedies/${id}`}
              className="font-sans text-sm font-normal underline underline-offset-4"
            >
              Change the remedy
            </Link>
          </h3>
          <ol className="list-decimal pl-6">
            {remedy.rungs.map((r) => (
              <li key={r.id}>
                {r.name} <span className="text-kiln">{sayPass(r.pass)}</span>
                {r.school !== undefined && (
                  <span className="text-kiln">
                    {' '}
                    only by {knowledge.schools.find((s) => s.id === r.school)?.name.toLowerCase()}
                  </span>
                )}
              </li>
            ))}
          </ol>
        </div>
      )
    )
  })
}

export function FaultEntry({ fault, packId, pack }: Props) {
  const { knowledge } = pack
  const text = (id: string) => knowledge.findings.find((f) => f.id === id)?.text ?? id
  const own = (pack.own.faults ?? []).includes(fault.id)
  const learned = pack.learned.filter((l) => l.fault === fault.id)
  return (
    <Fold
      className="border-line border-b"
      head={
        <>
          <StrandMark strand={fault.strand} />
          <span className="font-medium">{fault.name}</span>
          {own && <span className="text-kiln text-sm">this studio’s</span>}
          <span className="text-kiln ml-auto text-sm">severity {fault.severity} of 5</span>
        </>
      }
    >
      <div className="space-y-2 pb-4 pl-6">
        <p>{fault.why}</p>
        <p>
          <span className="text-kiln">Shows as:</span>{' '}
          {Object.entries(fault.shows)
            .sort((a, b) => b[1] - a[1])
            .map(([id, w]) => `${text(id).toLowerCase()} (${percent(w)})`)
            .join('; ')}
        </p>
        <p>
          <span className="text-kiln">How often, by stage:</span>{' '}
          {STAGES.map((s) => `${STAGE_WORDS[s].toLowerCase()} ${percent(fault.prior[s])}`).join(
            ', ',
          )}
        </p>
        {learned.length > 0 && (
          <p>
            <span className="text-kiln">Learned here:</span> {learned.map(sayLearned).join('; ')}.
          </p>
        )}
        {fault.likelier.length > 0 && (
          <ul>
            {fault.likelier.map((l) => (
              <li key={l.because}>
                <span className="text-kiln">
                  {l.times >= 1 ? 'Likelier' : 'Less likely'} (odds × {l.times}):
                </span>{' '}
                {l.because}
              </li>
            ))}
          </ul>
        )}
        {Object.keys(fault.leadsTo).length > 0 && (
          <p>
            <span className="text-kiln">Drives:</span>{' '}
            {Object.keys(fault.leadsTo)
              .map((id) => knowledge.faults.find((f) => f.id === id)?.name ?? id)
              .join('; ')}
          </p>
        )}
        <p>
          <span className="text-kiln">Source:</span> {SOURCE_WORDS[fault.source]}.{' '}
          <Link
            to={`/packs/${packId}/edit/faults/${fault.id}`}
            className="underline underline-offset-4"
          >
            Change the fault
          </Link>
        </p>
        <Remedies fault={fault} packId={packId} knowledge={knowledge} />
      </div>
    </Fold>
  )
}
