/** One instrument's knowledge, fault by fault. */
import type { Fault, Knowledge } from '@vein-mend/core/packs'
import { Link, useParams } from 'react-router'
import { usePack } from '../../data/useStudent'
import { Failed, Loading, Section } from '../../ui/Page'
import { StrandMark } from '../../ui/StrandMark'
import { percent, sayPass, STAGE_WORDS, STRAND_WORDS } from '../../wording/words'
import { STAGES, STRANDS } from '@vein-mend/core/packs'
import { ownVersion } from './Packs'

function FaultEntry({ fault, knowledge }: { fault: Fault; knowledge: Knowledge }) {
  const text = (id: string) => knowledge.findings.find((f) => f.id === id)?.text ?? id
  return (
    <details className="border-line border-b">
      <summary className="flex min-h-11 cursor-pointer items-center gap-2.5 py-1">
        <StrandMark strand={fault.strand} />
        <span className="font-medium">{fault.name}</span>
        <span className="text-kiln ml-auto text-sm">severity {fault.severity} of 5</span>
      </summary>
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
        {Object.keys(fault.leadsTo).length > 0 && (
          <p>
            <span className="text-kiln">Drives:</span>{' '}
            {Object.keys(fault.leadsTo)
              .map((id) => knowledge.faults.find((f) => f.id === id)?.name ?? id)
              .join('; ')}
          </p>
        )}
        {fault.remedies.map((id) => {
          const remedy = knowledge.remedies.find((r) => r.id === id)
          return (
            remedy && (
              <div key={id}>
                <h3 className="text-base">{remedy.name}</h3>
                <ol className="list-decimal pl-6">
                  {remedy.rungs.map((r) => (
                    <li key={r.id}>
                      {r.name} <span className="text-kiln">{sayPass(r.pass)}</span>
                    </li>
                  ))}
                </ol>
              </div>
            )
          )
        })}
      </div>
    </details>
  )
}

export function Pack() {
  const { packId } = useParams()
  const { data, error } = usePack(packId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the pack" />
  const topics = [...new Set(data.schools.map((s) => s.topic))]
  return (
    <div className="mx-auto max-w-4xl">
      <p className="mt-5">
        <Link to="/packs" className="underline underline-offset-4">
          All knowledge
        </Link>
      </p>
      <h1 className="mt-2 text-3xl">{data.name}</h1>
      <p className="text-kiln">Version {ownVersion(data.pack.version)}</p>
      {STRANDS.map((strand) => (
        <Section key={strand} title={STRAND_WORDS[strand]}>
          {data.faults
            .filter((f) => f.strand === strand)
            .map((f) => (
              <FaultEntry key={f.id} fault={f} knowledge={data} />
            ))}
        </Section>
      ))}
      {topics.length > 0 && (
        <Section title="Where teachers differ">
          {topics.map((topic) => (
            <div key={topic} className="border-line border-b py-2">
              <h3 className="text-base capitalize">{topic}</h3>
              <ul className="ml-5 list-disc">
                {data.schools
                  .filter((s) => s.topic === topic)
                  .map((s) => (
                    <li key={s.id}>
                      <span className="font-medium">{s.name}:</span> {s.reason} {s.advice}
                    </li>
                  ))}
              </ul>
            </div>
          ))}
        </Section>
      )}
      <Section title="Cautions">
        <ul className="ml-5 list-disc">
          {data.cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      </Section>
    </div>
  )
}
