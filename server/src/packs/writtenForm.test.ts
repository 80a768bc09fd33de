import {
  resolvePack,
  writeCheck,
  writeFault,
  writeFinding,
  writeRemedy,
} from '@vein-mend/core/packs'
import type { Knowledge, PackFile } from '@vein-mend/core/packs'
import { expect, test } from 'vitest'
import { stringify } from 'yaml'
import { shippedPacks } from '../test/studio'
import { readPackFile } from './readPackFile'

const packs = await shippedPacks()
const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')

function written<T extends { readonly id: string }>(list: readonly T[], write: (x: T) => object) {
  return Object.fromEntries(list.map((x) => [x.id, write(x)]))
}

function asFile(k: Knowledge): PackFile {
  return {
    pack: k.pack.id,
    version: '1.0.0',
    kind: 'instrument',
    name: k.name,
    source: 'Written again.',
    playing: k.playing,
    findings: written(k.findings, writeFinding),
    faults: written(k.faults, writeFault),
    checks: written(k.checks, writeCheck),
    remedies: written(k.remedies, writeRemedy),
  } as PackFile
}

test.each(instruments.map((k) => [k.name, k] as const))(
  '%s, written and read again, is the same knowledge',
  (_name, k) => {
    const reading = readPackFile('again.yaml', stringify(asFile(k)))
    if (!reading.ok) throw new Error(JSON.stringify(reading.troubles))
    const again = resolvePack([reading.pack.file])
    expect(again.findings).toEqual(k.findings)
    expect(again.faults).toEqual(k.faults)
    expect(again.checks).toEqual(k.checks)
    expect(again.remedies).toEqual(k.remedies)
  },
)
