/** One instrument's knowledge, fault by fault, with what this studio changed and learned. */
import type { PackResponse } from '@vein-mend/contract'
import { gatesFor, schoolsFor, schoolTopics, STRANDS } from '@vein-mend/core/packs'
import type { Knowledge } from '@vein-mend/core/packs'
import { Link, useParams } from 'react-router'
import { usePack } from '../../data/useStudio'
import { Failed } from '../../data/Failed'
import { Fold } from '../../ui/Fold'
import { Loading, Section } from '../../ui/Page'
import { StrandMark } from '../../ui/StrandMark'
import { OBSERVED_WORDS, STRAND_WORDS } from '../../wording/words'
import { FaultEntry } from './FaultEntry'
import { PackTools } from './PackTools'
import { ownVersion } from './Packs'

function EditLink({ packId, section, id }: { packId: string; section: string; id: string }) {
  return (
    <Link
      to={`/packs/${packId}/edit/${section}/${id}`}
      className="ml-auto min-h-9 px-2 py-1.5 text-sm underline underline-offset-4"
    >
      Change
    </Link>
  )
}

function SignsAndChecks({ packId, pack }: { packId: string; pack: PackResponse }) {
  const { knowledge, own } = pack
  const isOwn = (section: string, id: string) => (own[section] ?? []).includes(id)
  const mark = (section: string, id: string) =>
    isOwn(section, id) ? <span className="text-kiln text-sm">this studio’s</span> : null
  return (
    <div className="grid gap-x-10 lg:grid-cols-2">
      <Fold
        className="mt-6"
        headClass="font-serif text-lg font-semibold"
        head={<span>{knowledge.findings.length} signs and outcomes</span>}
      >
        <ul>
          {knowledge.findings.map((f) => (
            <li key={f.id} className="border-line flex items-center gap-2 border-b">
              <StrandMark strand={f.strand} title={STRAND_WORDS[f.strand]} />
              <span>
                {f.text}{' '}
                <span className="text-kiln text-sm">
                  {f.byCheckOnly ? 'by a check' : OBSERVED_WORDS[f.observed]}
                </span>
              </span>
              {mark('findings', f.id)}
              <EditLink packId={packId} section="findings" id={f.id} />
            </li>
          ))}
        </ul>
      </Fold>
      <Fold
        className="mt-6"
        headClass="font-serif text-lg font-semibold"
        head={<span>{knowledge.checks.length} checks</span>}
      >
        <ul>
          {knowledge.checks.map((c) => (
            <li key={c.id} className="border-line flex items-center gap-2 border-b">
              <span>
                {c.name} <span className="text-kiln text-sm">{c.minutes} min</span>
              </span>
              {mark('checks', c.id)}
              <EditLink packId={packId} section="checks" id={c.id} />
            </li>
          ))}
        </ul>
      </Fold>
    </div>
  )
}

function Schools({ knowledge }: { knowledge: Knowledge }) {
  const topics = schoolTopics(knowledge)
  if (topics.length === 0) return null
  return (
    <Section title="Where teachers differ" aside={<Link to="/studio">Choose for the studio</Link>}>
      {topics.map((topic) => (
        <div key={topic} className="border-line border-b py-2">
          <h3 className="text-base first-letter:uppercase">{topic}</h3>
          <ul className="ml-5 list-disc">
            {knowledge.schools
              .filter((s) => s.topic === topic)
              .map((s) => (
                <li key={s.id}>
                  <span className="font-medium">{s.name}</span>
                  {s.usual && <span className="text-kiln"> (as in this studio)</span>}: {s.reason}{' '}
                  {s.advice}
                </li>
              ))}
          </ul>
        </div>
      ))}
    </Section>
  )
}

function Gates({ knowledge }: { knowledge: Knowledge }) {
  const gates = gatesFor(knowledge, schoolsFor(knowledge, {}))
  if (gates.length === 0) return null
  const nameOf = (id: string) => gates.find((g) => g.id === id)?.name.toLowerCase() ?? id
  return (
    <Section title="Gates" aside="ready when these hold most of the time; never by the calendar">
      <ul>
        {gates.map((g) => (
          <li key={g.id} className="border-line border-b py-1.5">
            <span className="font-medium">{g.name}</span>
            {g.after.length > 0 && (
              <span className="text-kiln"> after {g.after.map(nameOf).join(' and ')}</span>
            )}
            : {g.needs.map((n) => n.text.toLowerCase()).join('; ')}
          </li>
        ))}
      </ul>
    </Section>
  )
}

export function Pack() {
  const { packId = '' } = useParams()
  const { data, error } = usePack(packId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the pack" />
  const { knowledge } = data
  return (
    <div className="mx-auto max-w-5xl">
      <p className="mt-5">
        <Link to="/packs" className="underline underline-offset-4">
          All knowledge
        </Link>
      </p>
      <h1 className="mt-2 text-3xl">{knowledge.name}</h1>
      <p className="text-kiln">Version {ownVersion(knowledge.pack.version)}</p>
      <PackTools packId={packId} pack={data} />
      {STRANDS.map((strand) => (
        <Section key={strand} title={STRAND_WORDS[strand]}>
          {knowledge.faults
            .filter((f) => f.strand === strand)
            .map((f) => (
              <FaultEntry key={f.id} fault={f} packId={packId} pack={data} />
            ))}
        </Section>
      ))}
      <SignsAndChecks packId={packId} pack={data} />
      <Gates knowledge={knowledge} />
      <Schools knowledge={knowledge} />
      <Section title="Cautions">
        <ul className="ml-5 list-disc">
          {knowledge.cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      </Section>
    </div>
  )
}
