/**
 * Measures a folder of takes with known truth and says how near we come: ./mend cases FOLDER [--json FILE]. A row a
 * measure: how many, the median and the 95th percentile of the error, what was not measured at all, and what was told
 * of takes into which it was not put.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import type { Judged } from './judged'
import { judgeMidi } from './midiCases'
import { judgeRuns, judgeTones } from './toneCases'

const PERCENTILE = 0.95

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
  const cells = [
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
  ]
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

const [folderName] = process.argv.slice(2).filter((a) => !a.startsWith('--'))
if (folderName === undefined) fail('Which folder? ./mend cases FOLDER [--json FILE]')
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
const at = process.argv.indexOf('--json')
if (at >= 0) {
  const file = process.argv[at + 1]
  if (file === undefined) fail('--json needs the name of a file to write to.')
  writeFileSync(file, `${JSON.stringify({ rows, takes: judged }, null, 2)}\n`)
}
