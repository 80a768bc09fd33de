/** Every kind of act there is. All other lists of kinds come from this one. */
import type { Shape } from '../../kit'
import type { ActModule, Stamp } from '../actModule'
import { breakNoted } from './breakNoted'
import { cardChanged } from './cardChanged'
import { caseMended } from './caseMended'
import { caseReopened } from './caseReopened'
import { caseRested } from './caseRested'
import { caseResumed } from './caseResumed'
import { checkAnswered } from './checkAnswered'
import { compared } from './compared'
import { cueAgreed } from './cueAgreed'
import { cueRecalled } from './cueRecalled'
import { faultSettled } from './faultSettled'
import { gateOverruled } from './gateOverruled'
import { gatePrepared } from './gatePrepared'
import { homeNoted } from './homeNoted'
import { hurtAtHome } from './hurtAtHome'
import { hurtTakenBack } from './hurtTakenBack'
import { ladderEdited } from './ladderEdited'
import { lessonClosed } from './lessonClosed'
import { lessonOpened } from './lessonOpened'
import { levelsNoted } from './levelsNoted'
import { lookTaken } from './lookTaken'
import { movementDescribed } from './movementDescribed'
import { planNoted } from './planNoted'
import { practised } from './practised'
import { recheckMoved } from './recheckMoved'
import { relapseOverruled } from './relapseOverruled'
import { remedyStarted } from './remedyStarted'
import { rungDecided } from './rungDecided'
import { rungTried } from './rungTried'
import { setupChecked } from './setupChecked'
import { signMeasured } from './signMeasured'
import { signNoted } from './signNoted'
import { slipsCounted } from './slipsCounted'
import { stopEnded } from './stopEnded'
import { stopLookedAt } from './stopLookedAt'
import { strengthNamed } from './strengthNamed'
import { stuckDismissed } from './stuckDismissed'
import { studentAdded } from './studentAdded'
import { takeKept } from './takeKept'
import { takeMeasured } from './takeMeasured'
import { takeRemoved } from './takeRemoved'
import { tempoFound } from './tempoFound'
import { tempoTried } from './tempoTried'
import { undone } from './undone'
import { weekGiven } from './weekGiven'
import { weekPinned } from './weekPinned'
import { weekWished } from './weekWished'
import { wordNoted } from './wordNoted'
import { wordsTied } from './wordsTied'

/** The kinds by name; what is not here is refused everywhere. */
export const ACTS = {
  'student-added': studentAdded,
  'card-changed': cardChanged,
  'strength-named': strengthNamed,
  'lesson-opened': lessonOpened,
  'lesson-closed': lessonClosed,
  'setup-checked': setupChecked,
  'plan-noted': planNoted,
  compared: compared,
  'sign-noted': signNoted,
  'sign-measured': signMeasured,
  'word-noted': wordNoted,
  'words-tied': wordsTied,
  'check-answered': checkAnswered,
  'fault-settled': faultSettled,
  'remedy-started': remedyStarted,
  'ladder-edited': ladderEdited,
  'tempo-found': tempoFound,
  'tempo-tried': tempoTried,
  'case-rested': caseRested,
  'case-resumed': caseResumed,
  'slips-counted': slipsCounted,
  'cue-agreed': cueAgreed,
  'cue-recalled': cueRecalled,
  'movement-described': movementDescribed,
  'look-taken': lookTaken,
  'rung-tried': rungTried,
  'rung-decided': rungDecided,
  'case-mended': caseMended,
  'case-reopened': caseReopened,
  'relapse-overruled': relapseOverruled,
  'recheck-moved': recheckMoved,
  'stuck-dismissed': stuckDismissed,
  'break-noted': breakNoted,
  'gate-prepared': gatePrepared,
  'gate-overruled': gateOverruled,
  'levels-noted': levelsNoted,
  'week-pinned': weekPinned,
  'week-wished': weekWished,
  'week-given': weekGiven,
  practised: practised,
  'hurt-at-home': hurtAtHome,
  'hurt-taken-back': hurtTakenBack,
  'stop-ended': stopEnded,
  'stop-looked-at': stopLookedAt,
  'home-noted': homeNoted,
  'take-kept': takeKept,
  'take-measured': takeMeasured,
  'take-removed': takeRemoved,
  undone: undone,
} as const

/** The name of a kind. */
export type ActKind = keyof typeof ACTS

type Asked = {
  readonly [K in ActKind]: (typeof ACTS)[K] extends { readonly asked: Shape<infer Q> } ? Q : never
}
type KeptContents = {
  readonly [K in ActKind]: (typeof ACTS)[K] extends { readonly kept: Shape<infer B> } ? B : never
}

/** An act as the screen asks for it; facts that are looked up are still missing. */
export type RequestOf<K extends ActKind> = { readonly kind: K } & Asked[K]
/** What an act of the kind holds when it is whole. */
export type ActOf<K extends ActKind> = { readonly kind: K } & KeptContents[K]

/** The same, known by its kind alone. */
export type ContentsOf<K extends ActKind> = KeptContents[K]

/** Any act as the screen asks for it. */
export type ActRequest = Asked[ActKind]
/** Any act whole, without who noted it and when. */
export type ActBody = KeptContents[ActKind]
/** An act as it stands in the record. */
export type Act = ActBody & Stamp

/** The kinds once more, so typed that a kind and its contents go together. */
export const MODULES: { readonly [K in ActKind]: ActModule<K, Asked[K], KeptContents[K]> } = ACTS

/** Whether the word names a kind of act. */
export function isActKind(word: unknown): word is ActKind {
  return typeof word === 'string' && Object.hasOwn(ACTS, word)
}

/** Every kind, in the order of the list above. */
export const ACT_KINDS = Object.keys(ACTS).filter(isActKind)

/** What the family may add by the link to the home page. */
export const HOME_ACTS = ACT_KINDS.filter((kind) => MODULES[kind].scope === 'home')
