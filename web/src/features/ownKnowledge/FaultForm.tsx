/** A fault: how often, how grave, what it shows, what it drives and what mends it. */
import { STAGES, STRANDS } from '@vein-mend/core/packs'
import type { FaultEntry, Knowledge, Stage } from '@vein-mend/core/packs'
import { Num, Pick, Text } from '../../ui/Inputs'
import { Rows } from '../../ui/Rows'
import { STAGE_WORDS, STRAND_WORDS } from '../../wording/words'
import type { FaultDraft } from './drafts'
import { fromRows, pairs, percentOf, shareOf, toRows } from '../../wording/entryFields'

interface Props {
  readonly knowledge: Knowledge
  readonly draft: FaultDraft
  readonly onChange: (draft: FaultDraft) => void
}

function priorAt(entry: FaultEntry, stage: Stage): number {
  return typeof entry.prior === 'number' ? entry.prior : entry.prior[stage]
}

function withPrior(entry: FaultEntry, stage: Stage, value: number): FaultEntry['prior'] {
  const all = Object.fromEntries(STAGES.map((s) => [s, priorAt(entry, s)])) as Record<Stage, number>
  return { ...all, [stage]: value }
}

interface LinksProps {
  readonly legend: string
  readonly help: string
  readonly add: string
  readonly links: Readonly<Record<string, number>>
  readonly options: readonly (readonly [string, string])[]
  readonly onChange: (links: Record<string, number>) => void
}

/** Links with a strength each, in hundreds. */
function Links({ legend, help, add, links, options, onChange }: LinksProps) {
  return (
    <Rows
      legend={legend}
      help={help}
      rows={toRows(links)}
      fresh={() => ['', 0.5] as const}
      add={add}
      onChange={(rows) => onChange(fromRows(rows))}
    >
      {([id, strength], change, i) => (
        <div className="grid grid-cols-[1fr_6rem] gap-2">
          <Pick
            bare
            label={`${legend} ${i + 1}`}
            value={id}
            options={options}
            onChange={(next) => change([next, strength])}
          />
          <Num
            bare
            label={`${legend} ${i + 1}, of a hundred`}
            value={percentOf(strength)}
            min={1}
            max={99}
            onChange={(n) => change([id, shareOf(n)])}
          />
        </div>
      )}
    </Rows>
  )
}

interface SharesProps {
  readonly entry: FaultEntry
  readonly onChange: (prior: FaultEntry['prior']) => void
}

/** How common the fault is at each stage. */
function Shares({ entry, onChange }: SharesProps) {
  return (
    <fieldset>
      <legend className="mb-1 font-medium">Of a hundred students who are looked at</legend>
      <div className="grid gap-3 sm:grid-cols-4">
        {STAGES.map((stage) => (
          <Num
            key={stage}
            label={STAGE_WORDS[stage]}
            value={percentOf(priorAt(entry, stage))}
            min={1}
            max={99}
            onChange={(n) => onChange(withPrior(entry, stage, shareOf(n)))}
          />
        ))}
      </div>
    </fieldset>
  )
}

export function FaultForm({ knowledge, draft, onChange }: Props) {
  const { entry } = draft
  const put = (fields: Partial<FaultEntry>) =>
    onChange({ ...draft, entry: { ...entry, ...fields } })
  return (
    <>
      <Text label="Name" value={entry.name} autoFocus onChange={(name) => put({ name })} />
      <Text
        label="What goes wrong, and why"
        value={entry.why}
        lines={2}
        onChange={(why) => put({ why })}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <Pick
          label="Strand"
          value={entry.strand}
          options={pairs(STRANDS, STRAND_WORDS)}
          onChange={(strand) => put({ strand })}
        />
        <Num
          label="Severity, 1 a blemish to 5 may do harm"
          value={entry.severity}
          min={1}
          max={5}
          onChange={(severity) => put({ severity })}
        />
      </div>
      <Shares entry={entry} onChange={(prior) => put({ prior })} />
      <Links
        legend="It shows as"
        help="In how many of a hundred students who have it; answers of checks count too."
        add="Another sign"
        links={entry.shows}
        options={knowledge.findings.map((f) => [f.id, f.text] as const)}
        onChange={(shows) => put({ shows })}
      />
      <Links
        legend="It drives"
        help="Faults further down, with how strongly."
        add="Another fault"
        links={entry.leads_to ?? {}}
        options={knowledge.faults.map((f) => [f.id, f.name] as const)}
        onChange={(leads_to) => put({ leads_to })}
      />
      <Rows
        legend="Mended by"
        rows={entry.remedies}
        fresh={() => ''}
        add="Another remedy"
        ordered
        onChange={(remedies) => put({ remedies })}
      >
        {(id, change, i) => (
          <Pick
            bare
            label={`Remedy ${i + 1}`}
            value={id}
            options={knowledge.remedies.map((r) => [r.id, r.name] as const)}
            onChange={change}
          />
        )}
      </Rows>
      <Text
        label="Cautions"
        help="One on each line; always shown when the fault is settled."
        value={(entry.cautions ?? []).join('\n')}
        lines={2}
        onChange={(text) => put({ cautions: text === '' ? [] : text.split('\n') })}
      />
    </>
  )
}
