/** Acts in words: what each kind is called, and what tells one from another of its kind. */
import { STOP_END_WORDS } from './stops'
import type { Act, ActKind, ActOf, ActRequest } from '@vein-mend/core/record'

interface Words<K extends ActKind> {
  readonly name: string
  readonly detail?: (act: ActOf<K>) => string
}

const tries = (act: { readonly clean: number; readonly tries: number }) =>
  `${act.clean} clean of ${act.tries}`

const WORDS: { readonly [K in ActKind]: Words<K> } = {
  'student-added': { name: 'Student added' },
  'card-changed': { name: 'Card changed' },
  'strength-named': { name: 'Strength named', detail: (a) => a.words },
  'lesson-opened': { name: 'Lesson opened', detail: (a) => a.date },
  'lesson-closed': { name: 'Lesson closed' },
  'setup-checked': { name: 'Set-up looked at' },
  'plan-noted': { name: 'Aim', detail: (a) => a.aim },
  compared: { name: 'Compared', detail: (a) => a.text },
  'sign-noted': { name: 'Sign noted', detail: (a) => `${a.text} (${a.strength})` },
  'sign-measured': { name: 'Sign measured', detail: (a) => a.text },
  'word-noted': { name: 'Noted in your own words', detail: (a) => a.words },
  'words-tied': { name: 'Words tied to a sign', detail: (a) => `${a.words}: ${a.text}` },
  'check-answered': { name: 'Check done', detail: (a) => `${a.name}: ${a.label}` },
  'fault-settled': { name: 'Fault decided on', detail: (a) => a.name },
  'remedy-started': { name: 'Remedy started', detail: (a) => a.name },
  'ladder-edited': { name: 'Ladder changed' },
  'tempo-found': { name: 'Tempo found', detail: (a) => `${a.clean} to ${a.target}` },
  'tempo-tried': { name: 'Tempo tried', detail: (a) => (a.clean ? 'clean' : 'not clean') },
  'case-rested': { name: 'Let rest', detail: (a) => a.reason },
  'case-resumed': { name: 'Taken up again' },
  'slips-counted': { name: 'Slips counted', detail: (a) => String(a.slips.length) },
  'cue-agreed': { name: 'Cue agreed', detail: (a) => a.words },
  'cue-recalled': { name: 'Cue asked for', detail: (a) => a.recall },
  'movement-described': { name: 'Described by the student', detail: (a) => a.words },
  'look-taken': { name: 'Looked', detail: tries },
  'rung-tried': { name: 'Rung tried', detail: tries },
  'rung-decided': {
    name: 'Rung decided',
    detail: (a) => (a.reason === undefined ? a.decision : `${a.decision}: ${a.reason}`),
  },
  'case-mended': { name: 'Called mended' },
  'case-reopened': { name: 'Opened again', detail: (a) => a.reason },
  'relapse-overruled': { name: 'Kept as mended', detail: (a) => a.reason },
  'recheck-moved': { name: 'Second look moved', detail: (a) => a.to ?? 'none' },
  'stuck-dismissed': { name: 'Given time', detail: (a) => a.reason },
  'break-noted': { name: 'Break', detail: (a) => `${a.from} to ${a.to}` },
  'gate-prepared': { name: 'Gate got ready for', detail: (a) => a.name },
  'gate-overruled': { name: 'Gate overruled', detail: (a) => a.name },
  'levels-noted': { name: 'Skills noted' },
  'week-pinned': { name: 'Week changed' },
  'week-wished': { name: 'Wishes for the week' },
  'week-given': { name: 'Week given', detail: (a) => a.week },
  practised: { name: 'Practised at home', detail: (a) => a.date },
  'hurt-at-home': { name: 'Hurt at home', detail: (a) => a.name },
  'hurt-taken-back': { name: 'Taken back at home: it did not hurt' },
  'stop-looked-at': { name: 'Looked at by a professional' },
  'stop-ended': { name: 'A stop ended', detail: (a) => STOP_END_WORDS[a.how].said },
  'home-noted': { name: 'Note from home', detail: (a) => a.words },
  'take-kept': { name: 'Recording or picture kept', detail: (a) => a.words },
  'take-measured': { name: 'Recording measured', detail: (a) => a.analyser },
  'take-removed': { name: 'Recording or picture removed' },
  undone: { name: 'Undone' },
}

/** What the kind is called; a word that is none is shown as it is. */
const isKnown = (kind: string): kind is ActKind => Object.hasOwn(WORDS, kind)

export function actName(kind: string): string {
  return isKnown(kind) ? WORDS[kind].name : `A note not known here (${kind.replaceAll('-', ' ')})`
}

function detailOf<K extends ActKind>(act: ActOf<K>): string {
  const words: Words<K> = WORDS[act.kind]
  return words.detail?.(act) ?? ''
}

/** The words that tell one act from another of its kind. */
export function actDetail(act: Act): string {
  return detailOf(act)
}

/** Fields in which somebody typed words of their own, or which name what it is about. */
const TYPED = ['words', 'note', 'family', 'aim', 'fresh', 'changed', 'reason', 'overruled', 'name']
const ABOUT = ['finding', 'check', 'fault', 'remedy', 'strength', 'outcome', 'date', 'decision']

/** Acts that did not reach the record, a line each, with every word somebody typed. */
export function sayParcel(requests: readonly ActRequest[]): readonly string[] {
  return requests.map((request) => {
    const told = Object.entries(request).flatMap(([key, value]) => {
      if (typeof value !== 'string' || value === '') return []
      if (TYPED.includes(key)) return [`“${value}”`]
      return ABOUT.includes(key) ? [value.replaceAll('-', ' ')] : []
    })
    return [actName(request.kind), ...told].join(' · ')
  })
}
