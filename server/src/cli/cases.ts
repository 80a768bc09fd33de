/**
 * Measures a folder of takes with known truth and says how near we come: ./mend cases FOLDER [--json FILE]. A row a
 * measure: how many, the median and the 95th percentile of the error, what was not measured at all, and what was told
 * of takes into which it was not put. With --spoiled SEED takes of every rung are made here and spoiled in every way we
 * know, and a row for each says what was told of them all the same; with --spoiled-sounds SEED [TAKES] recordings, so many
 * of each way, and each that was told of falsely.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import type { StudentFacts } from '@vein-mend/core/packs'
import { readLibrary } from '../packs'
import type { Judged } from './judged'
import { judgeSpoiled } from './judgeSpoiled'
import { judgeSpoiledSounds } from './judgeSpoiledSounds'
import { judgeMidi } from './midiCases'
import { judgeRuns, judgeTones } from './toneCases'

const PERCENTILE = 0.95
/** Nobody in particular: takes are made of what a pack asks of anybody. */
const ANYBODY: StudentFacts = {
  ...{ stage: 'elementary', ageBand: 'child', flags: [], equipment: {}, schools: {} },
}

export interface Row {
  readonly measure: string
  readonly unit: string
  readonly count: number
  readonly median: number | null
  readonly p95: number | null
  readonly misses: number
  readonly falseFinds: number
}

/** The value below which that share lies; null of none. */
function quantile(sorted: readonly number[], share: number): number | null {
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? null
}

function rowOf(measure: string, judged: readonly Judged[]): Row {
  const all = judged.filter((j) => j.measure === measure)
  const own = all.filter((j) => j.falseFinds === 0)
  const errors = own.flatMap((j) => (j.error === null ? [] : [Math.abs(j.error)]))
  errors.sort((a, b) => a - b)
  return {
    measure,
    unit: all[0]?.unit ?? '',
    count: own.length,
    median: quantile(errors, 0.5),
    p95: quantile(errors, PERCENTILE),
    misses: own.filter((j) => j.error === null).length,
    falseFinds: all.reduce((sum, j) => sum + j.falseFinds, 0),
  }
}

const figure = (value: number | null) => (value === null ? '-' : value.toFixed(3))

function table(rows: readonly Row[]): string {
  return lined([
    ['measure', 'unit', 'count', 'median error', '95th percentile', 'misses', 'false finds'],
    ...rows.map((r) => [
      r.measure,
      r.unit,
      String(r.count),
      figure(r.median),
      figure(r.p95),
      String(r.misses),
      String(r.falseFinds),
    ]),
  ])
}

/** Cells in columns. */
function lined(cells: readonly (readonly string[])[]): string {
  const widths = cells[0]?.map((_, c) => Math.max(...cells.map((row) => row[c]?.length ?? 0))) ?? []
  return cells
    .map((row) =>
      row
        .map((cell, c) => cell.padEnd(widths[c] ?? 0))
        .join('  ')
        .trimEnd(),
    )
    .join('\n')
}

function fail(words: string): never {
  process.stderr.write(`${words}\n`)
  process.exit(2)
}

/** What stands after a word of the command; null where the word does not stand there. */
function after(word: string): string | null {
  const at = process.argv.indexOf(word)
  return at < 0 ? null : (process.argv[at + 1] ?? '')
}

async function instruments() {
  const packs = await readLibrary(join(import.meta.dirname, '../../../packs'))
  if (!packs.ok) fail('The shipped packs cannot be read.')
  return [...packs.packs.values()].filter((k) => k.kind === 'instrument')
}

const share = (n: number, of: number) => `${((100 * n) / of).toFixed(1)} %`
const sayBy = (by: Readonly<Record<string, number>>) =>
  Object.entries(by)
    .map(([name, n]) => `${name} ${n}`)
    .join(', ')

async function spoiledTable(seed: number): Promise<string> {
  const rows = judgeSpoiled(await instruments(), ANYBODY, seed)
  return lined([
    ['spoiled by', 'takes', 'told falsely', 'by', 'slips a take', 'said to be set apart'],
    ...rows.map((r) => [
      r.spoiler,
      String(r.takes),
      `${r.falselyTold} (${share(r.falselyTold, r.takes)})`,
      sayBy(r.by),
      r.slips.toFixed(1),
      share(r.named, r.takes),
    ]),
  ])
}

async function spoiledSoundsTable(seed: number, takes: number): Promise<string> {
  const say = (line: string) => process.stdout.write(`${line}\n`)
  const rows = judgeSpoiledSounds(await instruments(), ANYBODY, { seed, takes }, say)
  return lined([
    [
      ...['recordings spoiled by', 'takes', 'told falsely', 'by'],
      ...['said to stand in the way', 'measured though prevented'],
    ],
    ...rows.map((r) => [
      r.spoiler,
      String(r.takes),
      `${r.falselyTold} (${share(r.falselyTold, r.takes)})`,
      sayBy(r.by),
      share(r.named, r.takes),
      r.leaks === null ? '-' : share(r.leaks, r.takes),
    ]),
  ])
}

function wholeFrom1(text: string, usual: number, what: string): number {
  const number = Number(text || usual)
  if (!Number.isInteger(number) || number < 1) fail(`${what} takes a whole number from 1.`)
  return number
}

/** Recordings of each way, where nobody says how many. */
const TAKES = 8

const spoiledBy = after('--spoiled')
if (spoiledBy !== null) {
  process.stdout.write(`${await spoiledTable(wholeFrom1(spoiledBy, 1, '--spoiled'))}\n`)
  process.exit()
}
const soundsBy = after('--spoiled-sounds')
if (soundsBy !== null) {
  const takes = process.argv[process.argv.indexOf('--spoiled-sounds') + 2] ?? ''
  const seed = wholeFrom1(soundsBy, 1, '--spoiled-sounds')
  const table = await spoiledSoundsTable(seed, wholeFrom1(takes, TAKES, '--spoiled-sounds'))
  process.stdout.write(`${table}\n`)
  process.exit()
}
const [folderName] = process.argv.slice(2).filter((a) => !a.startsWith('--'))
if (folderName === undefined)
  fail(
    'Which folder? ./mend cases FOLDER [--json FILE] | --spoiled [SEED] | --spoiled-sounds [SEED [TAKES]]',
  )
const folder = resolve(folderName)
const KINDS = [
  ['midi', judgeMidi],
  ['audio', judgeTones],
  ['timing', judgeRuns],
] as const
const judged: Judged[] = []
let kinds = 0
for (const [kind, judge] of KINDS) {
  const list = join(folder, kind, 'cases.json')
  if (!existsSync(list)) continue
  kinds += 1
  const found = await judge(join(folder, kind), JSON.parse(readFileSync(list, 'utf8')))
  if (!found.ok) fail(`${kind}/cases.json: ${found.why}`)
  judged.push(...found.value)
}
if (kinds === 0) fail(`No midi, audio or timing with a cases.json in ${folderName}.`)
const rows = [...new Set(judged.map((j) => j.measure))].map((m) => rowOf(m, judged))
process.stdout.write(`${table(rows)}\n`)
const file = after('--json')
if (file !== null) {
  if (file === '') fail('--json needs the name of a file to write to.')
  writeFileSync(file, `${JSON.stringify({ rows, takes: judged }, null, 2)}\n`)
}
