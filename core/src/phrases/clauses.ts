/**
 * What a typed phrase tells: how it is, what works, what is not there, what is told of the past, or an order to the
 * student. By its form alone, whatever is played; common practice, no source.
 */
import { plain } from './typed'

/** What a phrase tells of. */
export type Tells = 'how-it-is' | 'works' | 'not-there' | 'past' | 'order'

const PRAISE =
  /\b(worked|works|helped|helps|sorted|fixed|solved|cured|paid off|spot on|bang on|ace|great(?: (?:today|sound|tone|line|job|work|lesson))?$|nice|nicely|lovely|beautiful|beautifully|gorgeous|perfect|perfectly|brilliant|super|excellent|superb|fab|wonderful|smooth|smoothly|silky|singing|relaxed|supple|effortless|easily|at last|finally|improved|improving|coming through|comes through|came through|pops? out|clicked|got it|nailed|proud|confident|secure|big fat|well done|like a bell|springy|bouncy|steady|tidy|comfortable|balanced|freely)\b/u
/** What is more than before is better, unless it is one of these. */
const MORE = /\b(\w{2,}er|less|more \w+) than\b/u
const BETTER =
  /\b(better|easier|freer|smoother|cleaner|clearer|safer|steadier|rounder|fuller|warmer|calmer|evener|quicker|straighter|firmer|looser|lighter)\b/u
const WORSE =
  /\b(worse|wobblier|tenser|stiffer|slower|sloppier|messier|rougher|harsher|wider|shakier|weaker|thinner|airier|flatter|sharper|higher|lower|heavier|louder|bumpier|scratchier|shorter|noisier|more \w+) than\b/u
const STILL =
  /\b((?<!(?:kept|stayed|held|stands?|sits?|sit|stand) )still|yet again|as ever|even so|worse)\b/u

/** Said of something that was, in this lesson: it was not there. */
const WAS_NOT =
  /\b(wasnt|werent|didnt|hasnt|havent|hadnt|did not|was not|were not|not once|not a single)\b/u
const NO_LONGER =
  /\b(no more|no longer|any ?more|gone|stopped|vanished|disappeared|without|never once|zero)\b/u
const STAYED =
  /\b(stayed|kept|remained) (in|up|down|put|still|flat|loose|soft|round|low|quiet|together|there|on|level|straight|upright|open)\b/u
const NO = /\b(?:no|not a|not any) ([\p{L} ]+)/u
/** What is missed when it is not there; anything else that is not there is a fault less. */
const NEEDED =
  /^(?:(?:real|clear|good|more|proper|steady|left|right|wrist|bow|lip|finger|hand|low|high|top|clean|inner|arm|feel of|sense of) )?(air|arch|articulation|balance|base|bend|bounce|bow|bows|breath|breathing|buzz when|centre|closing|colou?r|contact|control|core|count|counting|crescendo|direction|dynamics?|energy|feel|feeling|flick|flow|follow|follow through|freedom|grip on|hand shape|idea|intonation|lean|legato|legs?|lift|line|lip|memory|middle|movement|nails|notes?|phrasing|posture|power|practice|projection|pulse|rebound|release|resonance|rest|rhythm|ring|room|rosin|shape|slurs?|sound|space|steady|strength|substitution|support|swing|tempo|thumb|time|tone|tongue|tonguing|touch|vibrato|voice|weight|wrist)\b/u

const PAST =
  /\b(ago|healed|used to|recovered|history of|as a (kid|child|baby)|(in|since) y(ear )?\d+|last (year|yr)|years? back|(19|20)\d\d|came (over )?from|previous teacher|first year|ok'?d by|cleared by|all clear)\b/u

const ORDER_BEGINS =
  /^(dont|do not|please|pls|try|remember|keep|let|let go|get|drop|move|sit|stand|breathe|relax|loosen|release|lift|lower|bring|put|listen|curve|straighten|soften|eyes|think|use|stop \w+ing)\b/u
const ORDER_HAS =
  /!|\b(pls|please|should be|should go|should stay|must|has to|needs to|want you|for me)\b/u

const clausesOf = (text: string) =>
  text
    .split(/[,;:.()–—]|\b(?:but|though|tho|although|yet|except|however)\b/u)
    .map((c) => c.trim())
    .filter((c) => c !== '')

function isNotThere(clause: string): boolean {
  if (STAYED.test(clause)) return true
  if (WAS_NOT.test(clause)) return true
  if (NO_LONGER.test(clause)) return true
  const no = NO.exec(clause)
  return no !== null && !NEEDED.test(no[1]?.trim() ?? '')
}

function tellsOfClause(clause: string): Tells {
  if (PAST.test(clause)) return 'past'
  if (STILL.test(clause) || WORSE.test(clause)) return 'how-it-is'
  if (isNotThere(clause)) return 'not-there'
  if (PRAISE.test(clause) || BETTER.test(clause) || MORE.test(clause)) return 'works'
  return 'how-it-is'
}

/** A phrase and what it tells; the words are those that tell it, without praise that stands beside a fault. */
export interface ToldClauses {
  readonly tells: Tells
  readonly words: string
  /** What it tells if nothing is found for the words: “bench one block up, sorted”. */
  readonly beside: Tells
}

/** Letters enough to be a fault. */
const SAYS_HOW = /\p{L}{3,}/u

/** What a typed phrase tells. */
export function toldBy(text: string): ToldClauses {
  const low = plain(text)
  const clauses = clausesOf(low).map((words) => ({ words, tells: tellsOfClause(words) }))
  const faults = clauses.filter((c) => c.tells === 'how-it-is' && SAYS_HOW.test(c.words))
  const other = clauses.find((c) => c.tells !== 'how-it-is')?.tells ?? 'how-it-is'
  const beside = STILL.test(low) && other === 'works' && faults.length > 0 ? 'how-it-is' : other
  const isOrder = ORDER_HAS.test(low) || (beside === 'how-it-is' && ORDER_BEGINS.test(low.trim()))
  if (isOrder) return { tells: 'order', words: low, beside: 'order' }
  // A fault that is named beside a praise stays one: “lovely sound, elbow still jammed”. One beside a history does not.
  if (other === 'how-it-is' || other === 'past' || faults.length === 0)
    return { tells: other, words: low, beside }
  return { tells: 'how-it-is', words: faults.map((c) => c.words).join(' '), beside }
}
