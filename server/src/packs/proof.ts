/** A pack written out for a teacher of the instrument to read from beginning to end: ./mend packs --read INSTRUMENT. */
import { buildNetwork, posterior, REPORTS } from '@vein-mend/core/diagnosis'
import type { Network } from '@vein-mend/core/diagnosis'
import { decibans } from '@vein-mend/core/kit'
import type { Exercise, Note } from '@vein-mend/core/music'
import { STRANDS, writeOutcome } from '@vein-mend/core/packs'
import type {
  Came,
  Check,
  CheckOutcome,
  Fault,
  Knowledge,
  Remedy,
  StudentFacts,
} from '@vein-mend/core/packs'
import { rungExercise } from '@vein-mend/core/remedy'

/** Moves smaller than this are not worth a reader's time, decibans. */
const WORTH_SAYING = 1
const MOVES_MOST = 6

/** How often a fault shows a sign, as a teacher says it. */
function often(strength: number): string {
  if (strength >= 0.85) return 'nearly always'
  if (strength >= 0.6) return 'mostly'
  if (strength >= 0.4) return 'often'
  return strength >= 0.2 ? 'sometimes' : 'now and then'
}

function faultWords(fault: Fault, k: Knowledge): string[] {
  const text = (id: string) => k.findings.find((f) => f.id === id)?.text ?? id
  const shows = Object.entries(fault.shows).sort((a, b) => b[1] - a[1])
  const remedies = fault.remedies.map((id) => k.remedies.find((r) => r.id === id)?.name ?? id)
  const drives = Object.keys(fault.leadsTo).map(
    (id) => k.faults.find((f) => f.id === id)?.name.toLowerCase() ?? id,
  )
  return [
    `### ${fault.name}`,
    fault.why,
    ...shows.map(([id, strength]) => `- ${often(strength)} (${strength}): ${text(id)}`),
    ...(drives.length > 0 ? [`It can bring: ${drives.join('; ')}.`] : []),
    ...(fault.notThePlayer
      ? ['Not the player: no ladder.']
      : [`Mended by: ${remedies.join('; ')}.`]),
    ...fault.cautions.map((c) => `Caution: ${c}`),
  ]
}

const CAME_SAID: Readonly<Record<Came, string>> = {
  clearly: 'it came',
  partly: 'in part',
  not: 'it did not come',
  open: 'left open',
}

/** How far an outcome by itself moves each fault, largest first. */
function movesOf(outcome: CheckOutcome, k: Knowledge, network: Network): readonly string[] {
  const evidence = Object.entries(outcome.says).flatMap(([id, strength]) => {
    const finding = network.findingIndex.get(id)
    return finding === undefined ? [] : [{ finding, ...REPORTS[strength] }]
  })
  const { probability } = posterior(network, evidence)
  return k.faults
    .map((fault, d) => ({
      name: fault.name.toLowerCase(),
      moved: decibans(probability[d] ?? 0) - decibans(network.faults[d]?.prior ?? 0),
    }))
    .filter((m) => Math.abs(m.moved) >= WORTH_SAYING)
    .sort((a, b) => Math.abs(b.moved) - Math.abs(a.moved))
    .slice(0, MOVES_MOST)
    .map(({ moved, name }) => {
      const times = 10 ** (Math.abs(moved) / 10)
      const ratio = times < 3 ? times.toFixed(1) : Math.round(times)
      return `speaks ${moved > 0 ? 'for' : 'against'} ${name} ${ratio} to 1`
    })
}

function checkWords(check: Check, k: Knowledge, network: Network): string[] {
  const textOf = (id: string) => k.findings.find((f) => f.id === id)?.text ?? id
  const lines = check.outcomes.map((o) => {
    const moves = movesOf(o, k, network)
    const { came, also = {} } = writeOutcome(check.asks, o.label, o.says)
    const cames = typeof came === 'string' ? [came] : Object.values(came)
    const beside = Object.keys(also).map(textOf)
    const what = [...cames.map((c) => CAME_SAID[c]), ...beside.map((b) => `also: ${b}`)].join('; ')
    return `- “${o.label}” [${what}]: ${moves.length > 0 ? moves.join('; ') : 'moves nothing'}`
  })
  const asks = `Asks: ${check.asks.map(textOf).join('; ')}`
  return [`### ${check.name} (${check.minutes} min)`, check.instruction, asks, ...lines]
}

function noteWords(n: Note): string {
  const pitch = n.pitches.length === 0 ? 'rest' : n.pitches.join('+')
  const fingers = n.fingers ? ` ${n.fingers.join('')}` : ''
  const marks = n.marks ? ` ${n.marks.join(' ')}` : ''
  const slur = n.slur ? (n.slur === 'start' ? ' (' : ' )') : ''
  return `${pitch}:${n.beats}${fingers}${marks}${slur}${n.words ? ` “${n.words}”` : ''}`
}

function notesOf(exercise: Exercise): string[] {
  return exercise.lines
    .filter((l) => l.notes.some((n) => n.pitches.length > 0))
    .map((l) => `      ${l.hand ?? 'notes'}: ${l.notes.map(noteWords).join(' ')}`)
}

function remedyWords(remedy: Remedy, k: Knowledge, facts: StudentFacts): string[] {
  const rungs = remedy.rungs.flatMap((rung, i) => {
    const made = rungExercise(rung, k, facts)
    const { times, minutes, hands, tempo } = rung.dose
    const dose = [`${times} times`, `${minutes} min`, hands, tempo].filter(Boolean).join(', ')
    return [
      `${i + 1}. ${rung.name} [${rung.condition}; ${dose}]: ${rung.instruction}`,
      ...(rung.alone === undefined ? [] : [`      alone: ${rung.alone}`]),
      ...(made ? [...notesOf(made), ...made.advice.map((a) => `      (${a})`)] : []),
    ]
  })
  return [`### ${remedy.name}`, remedy.aim, ...rungs]
}

/** The whole pack in words: signs, faults by strand, checks with what each outcome says, ladders beside their notes. */
export function proofOf(k: Knowledge, facts: StudentFacts): string {
  const network = buildNetwork(k, facts)
  const signs = k.findings.map((f) => {
    const causes = k.faults.filter((x) => f.id in x.shows).map((x) => x.name.toLowerCase())
    const kind = f.stop ? 'stops' : f.byCheckOnly ? 'outcome' : f.observed
    return `- ${f.text} [${kind}; by itself ${f.leak}]: ${causes.join('; ') || 'a stop'}`
  })
  return [
    `# ${k.name}`,
    '## Signs and what can bring them',
    ...signs,
    ...STRANDS.flatMap((strand) => [
      `## Faults: ${strand}`,
      ...k.faults.filter((f) => f.strand === strand).flatMap((f) => ['', ...faultWords(f, k)]),
    ]),
    '## Checks',
    ...k.checks.flatMap((c) => ['', ...checkWords(c, k, network)]),
    '## Ladders',
    ...k.remedies.flatMap((r) => ['', ...remedyWords(r, k, facts)]),
  ].join('\n')
}
