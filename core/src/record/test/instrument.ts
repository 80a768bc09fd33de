/** An instrument in small, for requests to be filled out from. */
import type { Fault, Finding, Knowledge, Remedy } from '../../packs'
import { completeAct } from '..'
import type { ActRequest } from '..'
import type { CaseId, LessonId } from '../../kit'
import { Desk } from './desk'

export const BEGINNER = 0.2
const fault = (id: string, more: Partial<Fault> = {}): Fault =>
  ({
    id,
    name: `The ${id}`,
    strand: 'tone',
    severity: 2,
    prior: { beginner: BEGINNER, elementary: BEGINNER, intermediate: BEGINNER, advanced: BEGINNER },
    likelier: [],
    shows: { [`of-${id}`]: 0.9 },
    leadsTo: {},
    ...more,
  }) as unknown as Fault

const finding = (id: string, more: Partial<Finding> = {}): Finding =>
  ({
    id,
    text: `Sign ${id}`,
    strand: 'tone',
    leak: 0.02,
    byCheckOnly: false,
    ...more,
  }) as unknown as Finding

const rung = (id: string, avoid: object = {}) => ({
  id,
  name: id,
  instruction: 'Do it.',
  way: 'parts',
  condition: 'exercise',
  dose: { times: 5, minutes: 4 },
  pass: { kind: 'share', clean: 4, of: 5 },
  avoid,
})

const remedy = (id: string, more: object = {}): Remedy =>
  ({
    id,
    name: `Remedy ${id}`,
    aim: '',
    loads: ['breath'],
    avoid: {},
    rungs: [rung('one'), rung('two')],
    ...more,
  }) as unknown as Remedy

const AFTER_TEETH = { 'small-hands': 'The span is too wide.' }
export const KNOWLEDGE = {
  kind: 'instrument',
  faults: [
    fault('bell-hand', { leadsTo: { thin: 0.8 } }),
    fault('thin', { strand: 'tension', severity: 4 }),
    fault('loud'),
    fault('late'),
    fault('dull'),
    fault('wild'),
  ],
  findings: [
    ...['bell-hand', 'thin', 'loud', 'late', 'dull', 'wild'].map((id) => finding(`of-${id}`)),
    finding('uneven', { measured: { by: 'unevenness', side: 'over', at: 30 } } as Partial<Finding>),
    finding('hurts', {
      text: 'The hand hurts',
      strand: 'tension',
      stop: { part: 'hand', say: '' },
    }),
  ],
  checks: [
    {
      id: 'one-breath',
      name: 'On one breath',
      minutes: 1,
      asks: ['of-thin'],
      outcomes: [
        { id: 'ends', label: 'It ends early', says: { 'of-thin': 'marked' } },
        { id: 'holds', label: 'It holds', says: { 'of-thin': 'absent' } },
      ],
      loads: ['breath'],
      avoid: {},
    },
  ],
  setup: [
    {
      id: 'feet',
      number: null,
      lasts: false,
      parts: [
        { id: 'late', say: 'late', finding: 'of-late' },
        { id: 'else', say: 'something else', finding: null },
      ],
    },
    { id: 'stand', number: { least: 60, most: 120, unit: 'cm' }, parts: [], lasts: false },
  ],
  schools: [],
  equipment: [],
  playing: ['breath', 'hand'],
  remedies: [
    remedy('open'),
    remedy('by-hand', { loads: ['hand'] }),
    remedy('wide', { avoid: AFTER_TEETH }),
    remedy('nothing', { rungs: [rung('one', AFTER_TEETH)] }),
  ],
} as unknown as Knowledge

export const L = 'lesson-1' as LessonId
export const B = 'case-0-b' as CaseId
export const begun = (...flags: 'small-hands'[]) => new Desk({ flags }).open()

export const noted = (sign: string, more: object = {}): ActRequest => ({
  ...{ kind: 'sign-noted', lesson: L, finding: sign, strength: 'marked' },
  ...{ prompted: false, condition: null },
  ...more,
})

/** The act written down, or the code of why not. */
export function ask(desk: Desk, request: ActRequest): unknown {
  const whole = completeAct(request, desk.record, KNOWLEDGE)
  if (!whole.ok) return whole.refusal
  desk.do(whole.value)
  return whole.value
}
