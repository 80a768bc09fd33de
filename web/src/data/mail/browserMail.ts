/** The mail as a browser has it: one tab sends, the others hear of it. */
import type { ActsTaken } from '@vein-mend/contract'
import type { Parcel } from './parcel'
import { BrowserParcels } from './parcelStore'
import { Mail } from './mail'
import type { Posted, Word } from './mail'
import { api, ApiError } from '../api'
import { deviceName, nextCount } from '../device'
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

const NOTHING = { onRecord: [], code: null, retryAfter: null, taken: null, refusal: null } as const
const NOBODY: Posted = { ...NOTHING, status: null, ours: false }
const ELSEWHERE: Posted = { ...NOTHING, status: 409, ours: true, code: 'other_studio' }

/** The acts an answer names as on record; none where it is no answer to such a parcel. */
function onRecordIn(taken: Partial<ActsTaken> | null, { to }: Parcel): readonly string[] {
  const about = to.kind === 'home' || taken?.id === to.student
  const named: unknown = about ? taken?.onRecord : null
  return Array.isArray(named) ? named.filter((id): id is string => typeof id === 'string') : []
}

async function post(parcel: Parcel): Promise<Posted> {
  const { to, requests, studio, knowledge, device, count } = parcel
  const body = {
    acts: requests,
    ...(studio === null ? {} : { studio }),
    ...(knowledge === null ? {} : { knowledge }),
    ...(device === '' || count === 0 ? {} : { sent: { device, count } }),
  }
  try {
    if (to.kind === 'student' && !(await isHere(studio))) return ELSEWHERE
    const taken =
      to.kind === 'student'
        ? await api.record(to.student, body)
        : await api.recordHome(to.token, body)
    return { ...NOTHING, status: 200, ours: true, taken, onRecord: onRecordIn(taken, parcel) }
  } catch (error) {
    if (!(error instanceof ApiError)) return NOBODY
    const { status, refusal, retryAfter, ours } = error
    return { ...NOTHING, status, ours, code: refusal?.code ?? null, retryAfter, refusal }
  }
}

/** Asks before a page is closed that alone holds what nobody else has. */
function askOnLeaving(mail: Mail): void {
  window.addEventListener('beforeunload', (event) => {
    if (mail.snapshot().unkept.length > 0) event.preventDefault()
  })
}

/** The mail of this tab; `onGone` hears what another tab has sent. */
export function browserMail(onGone: (lane: string) => void): Mail {
  const others = new BroadcastChannel(CHANNEL)
  const mail = new Mail({
    store: new BrowserParcels(),
    post,
    studio: studioSeen,
    now: () => Date.now(),
    device: deviceName,
    nextCount,
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
  askOnLeaving(mail)
  return mail
}
