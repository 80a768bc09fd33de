/**
 * How well each pack tells its faults apart: ./mend packs [--json FILE]. Also writes docs/packs.md.
 * `--read INSTRUMENT` prints that pack in words instead, for a teacher of the instrument to read. `--phrases FILE` says
 * how typed phrases fare whose meaning somebody has written down; which signs they mean stands in
 * packs/phrase-signs.yml, or in the file named by `--signs`.
 */
import { writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { sharedRemedy } from '@vein-mend/core/packs'
import type { Knowledge, StudentFacts } from '@vein-mend/core/packs'
import { DISTURBED, measureDisturbed, measureSeparability } from '@vein-mend/core/simulate'
import type { DisturbedSeparability, PackSeparability } from '@vein-mend/core/simulate'
import { readLibrary, sayTrouble } from '../packs'
import { readPhrases, readSignsMeant, sayPhrases } from '../packs/phraseFigures'
import { proofOf } from '../packs/proof'
import { judgeCases, judgeWords, readMasterCases } from '../packs/masterCases'

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

/** As measured before the packs and the search were changed for the cases. */
const BEFORE = {
  first: 0.143,
  firstThree: 0.148,
  nothing: 0.844,
  harmRaised: 0.586,
  harmWrongly: 0.008,
  firstCheck: 0.424,
  faultFirst: 0.854,
} as const

const tenths = (share: number) => `${(100 * share).toFixed(1)} %`

function judged(packs: ReadonlyMap<string, Knowledge>): string {
  const told = readMasterCases(join(ROOT, 'packs'))
  const words = judgeWords(packs, told)
  const cases = judgeCases(packs, told, FACTS)
  const now = { ...words.figures, ...cases.figures }
  const row = (what: string, key: keyof typeof BEFORE) =>
    `| ${what} | ${tenths(BEFORE[key])} | ${tenths(now[key])} |`
  const missed = words.missed.map((m) => `“${m.typed}” (${m.pack})`)
  const bad = cases.bad.map((b) => `${b.c.pack}: *${b.c.fault}*, offered *${b.first ?? 'none'}*`)
  return `## Cases of a master teacher

\`packs/master-cases.yml\`: ${now.cases} cases over all instruments, each with three phrases as a hurried teacher types them (${now.phrases}), and
${told.harm.length} ways to tell of harm. They were written, as a teacher would and from memory, before the packs and the search were changed, and not
changed after. Whoever wrote them also wrote the words the packs answer to, so words that nobody thought of fare worse than these. The
answers of the checks are the pack's own likeliest outcomes: the last two rows say that knowledge and offer fit together.

| | before | now |
|---|---|---|
${row('the sign is the first hit for the phrase, exactly as typed', 'first')}
${row('it is among the first three', 'firstThree')}
${row('nothing is found', 'nothing')}
${row('words of harm raise a stop, on every instrument', 'harmRaised')}
${row('other phrases raise one', 'harmWrongly')}
${row('the first check offered is one the teacher of the case would do', 'firstCheck')}
${row('the fault stands first after at most two checks', 'faultFirst')}

Not among the first three: ${missed.join(', ')}.

Another first check, or another fault first: ${bad.join('; ')}.
`
}

interface Result {
  readonly m: PackSeparability
  readonly disturbed: DisturbedSeparability
  readonly k: Knowledge
}

function disturbedRow({ k, disturbed: { rankedFirst, baselines, truthKnown } }: Result): string {
  const shares = [rankedFirst, baselines.byPrior, baselines.random, truthKnown]
  return `| ${[k.name, ...shares.map(percent)].join(' | ')} |`
}

const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length

function disturbedTable(results: readonly Result[]): string {
  const all = results.map(({ disturbed }) => disturbed)
  return `## The same under a disturbed truth

Students drawn from a truth that is not what the pack says: every link off by up to ${DISTURBED.strength}, leaks times ${DISTURBED.leak}, one link in ${1 / DISTURBED.missing} missing, one
thing in ${1 / DISTURBED.wrong} noted or answered wrongly. The diagnosis goes by the pack as it stands. Mean over the packs: ${percent(mean(all.map((d) => d.rankedFirst)))}; checks by prior
${percent(mean(all.map((d) => d.baselines.byPrior)))}, random checks ${percent(mean(all.map((d) => d.baselines.random)))}. The last column is what the same few looks and checks would
give to somebody who knows the disturbed truth itself, link by link: ${percent(mean(all.map((d) => d.truthKnown)))}. So much is lost to wrong and missing observations,
whatever a pack says; the rest is lost to not knowing the truth.

| instrument | ranked first | checks by prior | random checks | truth known |
|---|---|---|---|---|
${results.map(disturbedRow).join('\n')}
`
}

function page(results: readonly Result[], packs: ReadonlyMap<string, Knowledge>): string {
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

${disturbedTable(results)}
## Pairs that are hard to tell apart

Faults ranked first in less than 90 % after at most three checks, with the fault each is most often taken for. A pair that is still mistaken
in a tenth of the students after *every* check of the pack cannot be separated, and then both must be mended by the same remedy.

${pairs.length === 0 ? 'None below 90 %.' : pairs.join('\n')}

${judged(packs)}`
}

const library = await readLibrary(join(ROOT, 'packs'))
if (!library.ok) {
  console.error(library.troubles.map(sayTrouble).join('\n'))
  process.exit(1)
}
/** Prints it and ends once all of it is out: into a pipe it goes in pieces. */
async function endWith(text: string): Promise<never> {
  await new Promise((done) => {
    process.stdout.write(`${text}\n`, done)
  })
  process.exit(0)
}

/** Prints one instrument for a person to read, and does nothing else. */
function readOut(packs: ReadonlyMap<string, Knowledge>): Promise<never> {
  const named = process.argv[process.argv.indexOf('--read') + 1]
  const known = [...packs.values()].filter((k) => k.kind === 'instrument').map((k) => k.pack.id)
  const k = named !== undefined && known.includes(named) ? packs.get(named) : undefined
  if (!k) {
    console.error(`--read needs an instrument: ${known.join(', ')}.`)
    process.exit(2)
  }
  return endWith(proofOf(k, FACTS))
}

/** The argument after an option; null where the option is not there. */
function optionOf(name: string): string | null {
  const at = process.argv.indexOf(name)
  if (at < 0) return null
  const value = process.argv[at + 1]
  if (value !== undefined) return value
  console.error(`${name} needs the name of a file.`)
  process.exit(2)
}

/** Prints how the phrases of a file fare, and does nothing else. */
function readPhrasesOut(packs: ReadonlyMap<string, Knowledge>, file: string): Promise<never> {
  try {
    const meant = readSignsMeant(optionOf('--signs') ?? join(ROOT, 'packs', 'phrase-signs.yml'))
    return endWith(sayPhrases(packs, readPhrases(file), meant))
  } catch (error) {
    console.error(`${file}: ${error instanceof Error ? error.message : String(error)}`)
    process.exit(2)
  }
}

if (process.argv.includes('--read')) await readOut(library.packs)
const phrases = optionOf('--phrases')
if (phrases !== null) await readPhrasesOut(library.packs, phrases)
const results = [...library.packs.values()]
  .filter((k) => k.kind === 'instrument')
  .map((k) => {
    const students = { perFault: PER_FAULT, seed: SEED }
    const m = measureSeparability(k, FACTS, students)
    const disturbed = measureDisturbed(k, FACTS, students)
    console.log(
      `${k.name.padEnd(14)} ${percent(m.rankedFirst).padStart(5)} in ${m.minutes.toFixed(1)} min; by prior ${percent(m.baselines.byPrior)}, random ${percent(m.baselines.random)}`,
    )
    return { m, disturbed, k }
  })
for (const line of results.flatMap(({ m, k }) => weakPairs(m, k))) console.log(line)
writeFileSync(join(ROOT, 'docs', 'packs.md'), page(results, library.packs))
const file = optionOf('--json')
if (file !== null) {
  const rows = results.map(({ m, disturbed, k }) => ({
    pack: `${k.pack.id} ${k.pack.version}`,
    instrument: k.name,
    faults: k.faults.length,
    findings: k.findings.length,
    checks: k.checks.length,
    remedies: k.remedies.length,
    rankedFirst: m.rankedFirst,
    minutes: m.minutes,
    baselines: m.baselines,
    disturbed,
  }))
  writeFileSync(file, `${JSON.stringify(rows, null, 2)}\n`)
}
