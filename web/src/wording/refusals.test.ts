import { readdirSync, readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { describe, expect, test } from 'vitest'
import { sayRefusal } from './refusals'

const ROOT = resolve(import.meta.dirname, '../../..')

/** Every code that core or the server refuses an act with, read out of the sources. */
function codes(): readonly string[] {
  const files = ['core/src', 'server/src'].flatMap((folder) =>
    readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
      .map((name) => readFileSync(join(ROOT, folder, name), 'utf8')),
  )
  const found = files.flatMap((text) => [...text.matchAll(/(?:refuse|no)\(\s*'([a-z_]+)'/g)])
  return [...new Set(found.map((m) => m[1] ?? ''))].sort()
}

describe('refusals in words', () => {
  test('the sources are read', () => {
    expect(codes().length).toBeGreaterThan(40)
    expect(codes()).toContain('two_projects_already')
  })

  test.each(codes())('%s has a sentence of its own', (code) => {
    const said = sayRefusal({ code, path: [] })
    expect(said).not.toBe(sayRefusal({ code: 'a_code_nobody_knows', path: [] }))
    expect(said).not.toContain('_')
  })
})
