/** The knowledge at hand, by family. */
import type { PackListed } from '@vein-mend/contract'
import { Link } from 'react-router'
import { usePacks } from '../../data/useStudio'
import { Troubles } from '../../parts/Troubles'
import { ImportPack } from './ImportPack'
import { Failed } from '../../data/Failed'
import { Loading, Section } from '../../ui/Page'

/** The pack's own version, without what it rests on. */
export function ownVersion(version: string): string {
  return version.split('+')[0] ?? version
}

function Family({ family, packs }: { family: PackListed; packs: readonly PackListed[] }) {
  return (
    <Section title={family.name} aside={`version ${ownVersion(family.version)}`}>
      <table className="w-full">
        <thead className="text-kiln text-left text-sm">
          <tr>
            <th className="font-medium">Instrument</th>
            <th className="font-medium">Faults</th>
            <th className="font-medium">Signs and outcomes</th>
            <th className="font-medium">Checks</th>
            <th className="font-medium">Remedies</th>
          </tr>
        </thead>
        <tbody>
          {packs.map((p) => (
            <tr key={p.id} className="border-line border-b">
              <th scope="row" className="w-1/3 py-2 text-left">
                <Link className="font-medium underline underline-offset-4" to={`/packs/${p.id}`}>
                  {p.name}
                </Link>
                {(p.own || p.changed) && (
                  <span className="text-kiln text-sm font-normal">
                    {' '}
                    {p.own ? 'this studio’s own' : 'changed in this studio'}
                  </span>
                )}
              </th>
              <td className="tabular-nums">{p.counts.faults}</td>
              <td className="tabular-nums">{p.counts.findings}</td>
              <td className="tabular-nums">{p.counts.checks}</td>
              <td className="tabular-nums">{p.counts.remedies}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Section>
  )
}

export function Packs() {
  const { data, error } = usePacks()
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the knowledge" />
  // An instrument that stands alone, as the carillon does, is a family of its own.
  const families = data.packs.filter(
    (p) => p.kind === 'family' || (p.kind === 'instrument' && p.family === p.id),
  )
  return (
    <>
      <h1 className="mt-6 text-3xl">Knowledge</h1>
      <p className="text-kiln mb-3 max-w-prose">
        What the diagnosis and the ladders rest on. Every record keeps the version it was made with.
      </p>
      <ImportPack />
      {data.setAside.length > 0 && (
        <div role="alert" className="bg-dangerwash mt-3 max-w-3xl rounded p-3">
          Some of this studio’s packs no longer fit and are left aside until they do:
          <Troubles troubles={data.setAside} />
        </div>
      )}
      {families.map((family) => (
        <Family
          key={family.id}
          family={family}
          packs={data.packs.filter((p) => p.kind === 'instrument' && p.family === family.id)}
        />
      ))}
    </>
  )
}
