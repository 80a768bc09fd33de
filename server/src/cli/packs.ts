/** How well each pack tells its faults apart: ./mend packs [--json FILE]. Also writes docs/packs.md. */
import { writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { sharedRemedy } from '@vein-mend/core/packs'
import type { Knowledge, StudentFacts } from '@vein-mend/core/packs'
import { measureSeparability } from '@vein-mend/core/simulate'
import type { PackSeparability } from '@vein-mend/core/simulate'
import { readLibrary, sayTrouble } from '../packs'

const ROOT = resolve(fileURLToPath(import.meta.url), '../../../..')
const PER_FAULT = 40
const SEED = 1990
/** Share that the goal asks for, and below which a fault is named with the one it is taken for. */
const GOAL = 0.9
/** Share still mistaken after every check from which on a pair counts as one that cannot be separated. */
const INSEPARABLE = 0.1

const FACTS: StudentFacts = {
  stage: 'elementary',
  ageBand: 'child',
  flags: [],
  equipment: {},
  schools: {},
}

const percent = (share: number) => `${Math.round(share * 100)} %`

function summaryRow(m: PackSeparability, k: Knowledge): string {
  const cells = [
    k.name,
    k.faults.length,
    k.findings.length,
    k.checks.length,
    k.remedies.length,
    percent(m.rankedFirst),
    m.minutes.toFixed(1),
    percent(m.baselines.byPrior),
    percent(m.baselines.random),
  ]
  return `| ${cells.join(' | ')} |`
}

function weakPairs(m: PackSeparability, k: Knowledge): string[] {
  return m.faults
    .filter((f) => f.rankedFirst < GOAL && f.mistakenFor !== null)
    .map((f) => {
      const rival = k.faults.find((x) => x.id === f.mistakenFor)
      const shared = rival && sharedRemedy(k, f.fault, rival.id)
      return `- ${k.name}: *${f.name}* is ranked first in ${percent(f.rankedFirst)}; most often taken for *${rival?.name ?? ''}* (${percent(f.mistakenShare)}); after every check of the pack ${percent(f.stillMistakenShare)}${f.stillMistakenShare >= INSEPARABLE ? ', **cannot be separated**' : ''}${shared === undefined ? '' : `; both are mended by *${shared}*`}.`
    })
}

function page(results: readonly { m: PackSeparability; k: Knowledge }[]): string {
  const pairs = results.flatMap(({ m, k }) => weakPairs(m, k))
  return `# How well the packs tell faults apart

Measured by \`./mend packs\` (seed ${SEED}, ${PER_FAULT} simulated students for each fault, elementary stage). Each student is drawn from the
pack's own network with one fault as the complaint and all others by their priors; up to four of its signs are noted and up to three
checks done. *Ranked first* is the share of students in whom no absent fault stood above it. The last two columns are the same students
with the checks taken by prior and in random order.

The figures say how well a pack separates what it describes; they do not say that what it describes is true. That is for settled cases.

| instrument | faults | signs and outcomes | checks | remedies | ranked first | minutes | checks by prior | random checks |
|---|---|---|---|---|---|---|---|---|
${results.map(({ m, k }) => summaryRow(m, k)).join('\n')}

## Pairs that are hard to tell apart

Faults ranked first in less than 90 % after at most three checks, with the fault each is most often taken for. A pair that is still mistaken
in a tenth of the students after *every* check of the pack cannot be separated, and then both must be mended by the same remedy.

${pairs.length === 0 ? 'None below 90 %.' : pairs.join('\n')}
`
}

const library = await readLibrary(join(ROOT, 'packs'))
if (!library.ok) {
  console.error(library.troubles.map(sayTrouble).join('\n'))
  process.exit(1)
}
const results = [...library.packs.values()]
  .filter((k) => k.kind === 'instrument')
  .map((k) => {
    const m = measureSeparability(k, FACTS, { perFault: PER_FAULT, seed: SEED })
    console.log(
      `${k.name.padEnd(14)} ${percent(m.rankedFirst).padStart(5)} in ${m.minutes.toFixed(1)} min; by prior ${percent(m.baselines.byPrior)}, random ${percent(m.baselines.random)}`,
    )
    return { m, k }
  })
for (const line of results.flatMap(({ m, k }) => weakPairs(m, k))) console.log(line)
writeFileSync(join(ROOT, 'docs', 'packs.md'), page(results))
const at = process.argv.indexOf('--json')
const file = process.argv[at + 1]
if (at >= 0 && file === undefined) {
  console.error('--json needs the name of a file to write to.')
  process.exit(2)
}
if (at >= 0 && file !== undefined) {
  const rows = results.map(({ m, k }) => ({
    pack: `${k.pack.id} ${k.pack.version}`,
    instrument: k.name,
    faults: k.faults.length,
    findings: k.findings.length,
    checks: k.checks.length,
    remedies: k.remedies.length,
    rankedFirst: m.rankedFirst,
    minutes: m.minutes,
    baselines: m.baselines,
  }))
  writeFileSync(file, `${JSON.stringify(rows, null, 2)}\n`)
}
