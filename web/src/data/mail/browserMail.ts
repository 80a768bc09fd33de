/** The mail as a browser has it: one tab sends, the others hear of it. */
import type { Parcel } from './parcel'
import { BrowserParcels } from './parcelStore'
import { Mail } from './mail'
import type { Posted, Word } from './mail'
import { api, ApiError } from '../api'
import { onStudioSeen, studioSeen } from '../studioSeen'

const CHANNEL = 'vein-mend-mail'
/** Only the tab that holds this lock sends, so that the order stays that of the lesson. */
const SENDER = 'vein-mend-sender'

/** Resolves when this tab is the sender. Where the browser has no locks, every tab is: ids make twice the same as once. */
function turn(): Promise<void> {
  // Pages over plain http have no locks, whatever the types say.
  const locks = 'locks' in navigator ? navigator.locks : null
  if (!locks) return Promise.resolve()
  return new Promise((mine) => {
    void locks.request(SENDER, () => {
      mine()
      return new Promise(() => undefined)
    })
  })
}

/** Before the first answer nobody knows which studio is here: it is asked, without a word of the parcel. */
async function isHere(studio: string | null): Promise<boolean> {
  if (studio === null) return true
  if (studioSeen() === null) await api.health()
  return studioSeen() === studio
}

const ELSEWHERE: Posted = {
  status: 409,
  code: 'other_studio',
  retryAfter: null,
  taken: null,
  refusal: null,
}

async function post({ to, requests, studio, knowledge }: Parcel): Promise<Posted> {
  const body = {
    acts: requests,
    ...(studio === null ? {} : { studio }),
    ...(knowledge === null ? {} : { knowledge }),
  }
  try {
    if (to.kind === 'student' && !(await isHere(studio))) return ELSEWHERE
    const taken: unknown =
      to.kind === 'student'
        ? await api.record(to.student, body)
        : await api.recordHome(to.token, body)
    return { status: 200, code: null, retryAfter: null, taken, refusal: null }
  } catch (error) {
    if (!(error instanceof ApiError)) {
      return { status: null, code: null, retryAfter: null, taken: null, refusal: null }
    }
    const { status, refusal, retryAfter } = error
    return { status, code: refusal?.code ?? null, retryAfter, taken: null, refusal }
  }
}

/** The mail of this tab; `onGone` hears what another tab has sent. */
export function browserMail(onGone: (lane: string) => void): Mail {
  const others = new BroadcastChannel(CHANNEL)
  const mail = new Mail({
    store: new BrowserParcels(),
    post,
    studio: studioSeen,
    now: () => Date.now(),
    later: (work, ms) => setTimeout(work, ms),
    turn,
    tell: (word) => {
      others.postMessage(word)
    },
  })
  others.onmessage = (event: MessageEvent<Word>) => {
    mail.hear(event.data)
    if (event.data.kind === 'gone') onGone(event.data.lane)
  }
  window.addEventListener('online', () => mail.wake())
  onStudioSeen(() => mail.studioChanged())
  return mail
}
