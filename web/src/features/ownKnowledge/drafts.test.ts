/** What a teacher writes of the knowledge: opened as it stands, saved with all that has to change with it. */
import type { PackResponse } from '@vein-mend/contract'
import type { Knowledge } from '@vein-mend/core/packs'
import { describe, expect, test } from 'vitest'
import { entriesOf, openDraft } from './drafts'
import type { Draft, FindingDraft } from './drafts'

const finding = (id: string, text: string) => ({
  id,
  text,
  strand: 'tone' as const,
  place: 'sound',
  observed: 'heard' as const,
  aliases: [],
  leak: 0.04,
  stop: null,
  byCheckOnly: false,
})
const fault = (id: string, shows: Record<string, number>) => ({
  id,
  name: `Fault ${id}`,
  strand: 'tone' as const,
  severity: 3,
  prior: { beginner: 0.2, elementary: 0.1, intermediate: 0.1, advanced: 0.1 },
  likelier: [],
  shows,
  leadsTo: {},
  why: 'because',
  remedies: ['whole-breath'],
  cautions: [],
  cues: [{ words: 'send it all', image: null }],
  source: 'studio',
})
const knowledge = {
  findings: [finding('muted', 'Muted'), finding('muted-2', 'Muted again')],
  faults: [fault('air', { muted: 0.3, weak: 0.8 }), fault('bell', { muted: 0.9 })],
  checks: [],
  remedies: [
    { id: 'whole-breath', name: 'The whole breath', aim: 'Air', loads: [], avoid: {}, rungs: [] },
  ],
} as unknown as Knowledge
const pack = { knowledge, learned: [] } as unknown as PackResponse

const opened = (id: string) => openDraft('findings', id, pack) as FindingDraft

describe('opening', () => {
  test('a sign comes with every fault that brings it out', () => {
    expect(opened('muted').causes).toEqual([
      { fault: 'air', strength: 0.3 },
      { fault: 'bell', strength: 0.9 },
    ])
  })

  test('a fault shows the priors that were written, not those the studio’s cases moved', () => {
    const learned = [{ fault: 'air', stage: 'beginner', pack: 0.05, now: 0.2 }]
    const draft = openDraft('faults', 'air', { ...pack, learned } as unknown as PackResponse)
    expect(draft).toMatchObject({ entry: { prior: { beginner: 0.05, elementary: 0.1 } } })
  })

  test('what is not there cannot be opened', () => {
    for (const section of ['findings', 'faults', 'checks', 'remedies'] as const) {
      expect(openDraft(section, 'nothing', pack)).toBeNull()
    }
  })

  test('each kind begins with what it cannot do without', () => {
    const fresh = (section: Parameters<typeof openDraft>[0]) =>
      openDraft(section, undefined, pack) as Draft
    expect((fresh('findings') as FindingDraft).causes).toHaveLength(1)
    expect(fresh('faults').entry).toMatchObject({ remedies: ['whole-breath'] })
    expect(fresh('checks').entry).toMatchObject({ outcomes: [{ label: '' }, { label: '' }] })
    expect(fresh('remedies').entry).toMatchObject({ rungs: [{ pass: '3 of 4' }] })
  })
})

describe('saving', () => {
  test('a sign as it was changes no fault', () => {
    const entries = entriesOf(opened('muted'), 'muted', knowledge)
    expect(entries.map((e) => [e.section, e.id])).toEqual([['findings', 'muted']])
  })

  test('a link that is stronger, gone or new changes its fault and leaves the fault’s other signs', () => {
    const draft: FindingDraft = { ...opened('muted'), causes: [{ fault: 'air', strength: 0.6 }] }
    const [, ...faults] = entriesOf(draft, 'muted', knowledge)
    expect(faults).toEqual([
      { section: 'faults', id: 'air', entry: { shows: { weak: 0.8, muted: 0.6 } } },
      { section: 'faults', id: 'bell', entry: { shows: {} } },
    ])
  })

  test('a fresh entry gets a short name of its own', () => {
    const named = (text: string) => {
      const fresh = openDraft('findings', undefined, pack) as FindingDraft
      return entriesOf(
        { ...fresh, entry: { ...fresh.entry, text }, causes: [] },
        undefined,
        knowledge,
      )[0]!.id
    }
    expect(named('Fades early')).toBe('fades-early')
    expect(named('Muted')).toBe('muted-3')
    expect(named('8 bars late')).toBe('x8-bars-late')
    expect(named('…')).toBe('own')
  })
})
