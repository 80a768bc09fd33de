/** A few of the spoiled recordings; the whole bank is run by hand: ./mend cases --spoiled-sounds. */
import { join } from 'node:path'
import { describe, expect, test } from 'vitest'
import type { StudentFacts } from '@vein-mend/core/packs'
import { readLibrary } from '../packs'
import { judgeSpoiledSounds } from './judgeSpoiledSounds'

const ANYBODY: StudentFacts = {
  ...{ stage: 'elementary', ageBand: 'child', flags: [], equipment: {}, schools: {} },
}

describe('recordings with something in them that is not the student', () => {
  test.each([
    ['nothing', 0],
    ['spoken before', 2],
    ['spoken after', 2],
    ['one dead channel', 2],
    ['eight bits', 2],
  ])('%s: nothing false is told, and what stands there is said', async (only, said) => {
    const packs = await readLibrary(join(import.meta.dirname, '../../../packs'))
    if (!packs.ok) throw new Error('the packs cannot be read')
    const winds = ['horn', 'oboe', 'cello'].flatMap((id) => packs.packs.get(id) ?? [])
    const rows = judgeSpoiledSounds(winds, ANYBODY, { seed: 5, takes: 2, only })
    expect(rows).toHaveLength(1)
    expect(rows[0]).toMatchObject({ takes: 2, falselyTold: 0, named: said })
  })
})
