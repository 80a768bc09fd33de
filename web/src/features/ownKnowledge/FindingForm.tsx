/** A sign: how it reads, where it is seen, and which faults bring it out. */
import { OBSERVED, STRANDS } from '@vein-mend/core/packs'
import type { Knowledge } from '@vein-mend/core/packs'
import { Num, Pick, Text } from '../../ui/Inputs'
import { Rows } from '../../ui/Rows'
import { OBSERVED_WORDS, STRAND_WORDS } from '../../wording/words'
import type { FindingDraft } from './drafts'
import { percentOf, pairs, shareOf } from '../../wording/entryFields'

interface Props {
  readonly knowledge: Knowledge
  readonly draft: FindingDraft
  readonly onChange: (draft: FindingDraft) => void
}

export function FindingForm({ knowledge, draft, onChange }: Props) {
  const { entry, causes } = draft
  const put = (fields: Partial<typeof entry>) =>
    onChange({ ...draft, entry: { ...entry, ...fields } })
  return (
    <>
      <Text
        label="What is seen, heard or felt"
        value={entry.text}
        autoFocus
        onChange={(text) => put({ text })}
      />
      <div className="grid gap-4 sm:grid-cols-3">
        <Pick
          label="Strand"
          value={entry.strand}
          options={pairs(STRANDS, STRAND_WORDS)}
          onChange={(strand) => put({ strand })}
        />
        <Text label="Where" value={entry.place} onChange={(place) => put({ place })} />
        <Pick
          label="How"
          value={entry.observed}
          options={pairs(OBSERVED, OBSERVED_WORDS)}
          onChange={(observed) => put({ observed })}
        />
      </div>
      <Text
        label="Also found by typing"
        help="Words with commas between them."
        value={(entry.aliases ?? []).join(', ')}
        onChange={(words) =>
          put({
            aliases: words
              .split(',')
              .map((w) => w.trimStart())
              .filter((w, i) => w !== '' || i > 0),
          })
        }
      />
      <Num
        label="In how many of a hundred lessons is it there though no listed fault is?"
        value={percentOf(entry.leak ?? 0.04)}
        min={1}
        max={50}
        onChange={(n) => put({ leak: shareOf(n) })}
      />
      <Rows
        legend="Which faults bring it out"
        help="And in how many of a hundred students who have the fault."
        rows={causes}
        fresh={() => ({ fault: '', strength: 0.8 })}
        add="Another fault"
        onChange={(rows) => onChange({ ...draft, causes: rows })}
      >
        {(row, change, i) => (
          <div className="grid grid-cols-[1fr_6rem] gap-2">
            <Pick
              bare
              label={`Fault ${i + 1}`}
              value={row.fault}
              options={knowledge.faults.map((f) => [f.id, f.name] as const)}
              onChange={(fault) => change({ ...row, fault })}
            />
            <Num
              bare
              label={`Of a hundred with fault ${i + 1}`}
              value={percentOf(row.strength)}
              min={1}
              max={99}
              onChange={(n) => change({ ...row, strength: shareOf(n) })}
            />
          </div>
        )}
      </Rows>
    </>
  )
}
