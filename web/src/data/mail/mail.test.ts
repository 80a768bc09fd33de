/** The mail with a world made up round it: a store, a server that answers as told, a clock that is turned by hand. */
import type { CodedRefusal } from '@vein-mend/contract'
import type { ActId, StudentId } from '@vein-mend/core/kit'
import type { IdentifiedRequest } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import { Mail } from './mail'
import type { Posted, Word } from './mail'
import { inOrder, readParcel, split } from './parcel'
import type { Address, Parcel } from './parcel'

const ISLA: Address = { kind: 'student', student: 'student-isla' as StudentId }
const ALDO: Address = { kind: 'student', student: 'student-aldo' as StudentId }
const HOME: Address = { kind: 'home', token: 'token-of-isla' }

let made = 0
function note(words: string): IdentifiedRequest {
  made += 1
  const act = { kind: 'home-noted', date: '2026-03-02' as never, words } as const
  return { ...act, id: `act-${String(made).padStart(6, '0')}` as ActId }
}

const answer = (status: number | null, code: CodedRefusal['code'] | null = null): Posted => ({
  status,
  ours: status !== null,
  onRecord: [],
  code,
  retryAfter: null,
  taken: status === 200 ? 'taken' : null,
  refusal: code === null ? null : { code, path: [] },
})

class World {
  readonly kept = new Map<string, Parcel>()
  readonly sent: string[][] = []
  readonly told: Word[] = []
  time = 1_000_000
  count = 0
  /** The browser keeps nothing. */
  full = false
  studio: string | null = 'studio-loft'
  private timers: { readonly at: number; readonly work: () => void }[] = []
  private mayTurn: () => void = () => undefined
  readonly mail: Mail

  constructor(
    private readonly server: (parcel: Parcel) => Posted,
    { alone = true } = {},
  ) {
    const turn = alone
      ? Promise.resolve()
      : new Promise<void>((mine) => (this.mayTurn = () => mine()))
    this.mail = new Mail({
      store: {
        keep: (parcel) => {
          if (!this.full) this.kept.set(parcel.id, parcel)
          return Promise.resolve(!this.full)
        },
        drop: (id) => Promise.resolve(void this.kept.delete(id)),
        all: () => Promise.resolve([...this.kept.values()]),
      },
      post: (parcel) => {
        this.sent.push(parcel.requests.map((r) => ('words' in r ? r.words : r.kind)))
        const posted = this.server(parcel)
        const taken = posted.status === 200 && posted.ours && posted.onRecord.length === 0
        const onRecord = taken ? parcel.requests.map((r) => r.id) : posted.onRecord
        return Promise.resolve({ ...posted, onRecord })
      },
      studio: () => this.studio,
      now: () => this.time,
      device: () => 'device-of-the-loft',
      nextCount: (above) => (this.count = Math.max(this.count, above) + 1),
      later: (work, ms) => this.timers.push({ at: this.time + ms, work }),
      turn: () => turn,
      tell: (word) => this.told.push(word),
    })
  }

  async start(): Promise<this> {
    await this.mail.start()
    await this.quiet()
    return this
  }

  myTurn(): void {
    this.mayTurn()
  }

  /** Lets everything that is under way come to its end. */
  async quiet(): Promise<void> {
    for (let i = 0; i < 50; i++) await Promise.resolve()
  }

  async pass(ms: number): Promise<void> {
    this.time += ms
    const due = this.timers.filter((t) => t.at <= this.time)
    this.timers = this.timers.filter((t) => t.at > this.time)
    for (const { work } of due) work()
    await this.quiet()
  }
}

const words = (parcels: readonly Parcel[]) =>
  parcels.map((p) => p.requests.map((r) => ('words' in r ? r.words : r.kind)).join('+'))

describe('what was noted', () => {
  test('goes in its order, once, and is let go when it is on record', async () => {
    const world = await new World(() => answer(200)).start()
    const taken: string[] = []
    world.mail.onTaken((parcel) => taken.push(...words([parcel])))
    world.mail.add(ISLA, [note('one')])
    world.mail.add(ISLA, [note('two'), note('three')])
    await world.quiet()
    expect(world.sent).toEqual([['one'], ['two', 'three']])
    expect(taken).toEqual(['one', 'two+three'])
    expect(world.kept.size).toBe(0)
  })

  test('is kept before it is sent, and sent by the next page when this one is gone', async () => {
    const first = new World(() => answer(null))
    await first.start()
    first.mail.add(ISLA, [note('kept')])
    expect([...first.kept.values()]).toHaveLength(1)
    const second = new World(() => answer(200))
    for (const [id, parcel] of first.kept) second.kept.set(id, parcel)
    await second.start()
    expect(second.sent).toEqual([['kept']])
    expect(second.kept.size).toBe(0)
  })

  test('waits while nobody answers, and is sent as soon as somebody does', async () => {
    let there = false
    const world = await new World(() => answer(there ? 200 : null)).start()
    world.mail.add(ISLA, [note('one')])
    await world.quiet()
    expect(world.mail.snapshot()).toMatchObject({ away: true, waiting: [{}] })
    there = true
    await world.pass(2000)
    expect(world.mail.snapshot()).toMatchObject({ away: false, waiting: [] })
  })

  test('waits as long as the server asks for', async () => {
    let calls = 0
    const world = await new World(() => {
      calls += 1
      return calls === 1 ? { ...answer(429, 'too_many_requests'), retryAfter: 30 } : answer(200)
    }).start()
    world.mail.add(ISLA, [note('one')])
    await world.quiet()
    await world.pass(5000)
    expect(calls).toBe(1)
    await world.pass(26_000)
    expect(calls).toBe(2)
    expect(world.kept.size).toBe(0)
  })

  test('that cannot be lies on the shelf with its words until it is sent again or let go', async () => {
    let closed = true
    const world = await new World(() =>
      closed ? answer(422, 'lesson_closed') : answer(200),
    ).start()
    const said: string[] = []
    world.mail.onRefused((_, refusal) => said.push(refusal.code))
    world.mail.add(ISLA, [note('late')])
    await world.quiet()
    const [shelved] = world.mail.snapshot().shelf
    expect(said).toEqual(['lesson_closed'])
    expect(words([shelved!])).toEqual(['late'])
    expect(world.kept.get(shelved!.id)!.refused).toMatchObject({ code: 'lesson_closed' })
    closed = false
    world.mail.again(shelved!.id)
    await world.quiet()
    expect(world.mail.snapshot()).toMatchObject({ shelf: [], waiting: [] })
  })

  test('on the shelf is still there after a reload, and gone when it is let go', async () => {
    const world = await new World(() => answer(422, 'lesson_closed')).start()
    world.mail.add(ISLA, [note('late')])
    await world.quiet()
    const again = new World(() => answer(200))
    for (const [id, parcel] of world.kept) again.kept.set(id, parcel)
    await again.start()
    expect(again.sent).toEqual([])
    const [shelved] = again.mail.snapshot().shelf
    again.mail.drop(shelved!.id)
    expect(again.mail.snapshot().shelf).toEqual([])
    expect(again.kept.size).toBe(0)
  })

  test('of one student holds up nobody else, however often the server breaks on it', async () => {
    const world = await new World((p) =>
      p.to.kind === 'student' && p.to.student === ISLA.student
        ? answer(500, 'server_fault')
        : answer(200),
    ).start()
    world.mail.add(ISLA, [note('hard')])
    world.mail.add(ISLA, [note('behind it')])
    world.mail.add(ALDO, [note('easy')])
    world.mail.add(HOME, [note('from home')])
    await world.quiet()
    expect(words(world.mail.snapshot().waiting)).toEqual(['hard', 'behind it'])
    expect(world.mail.snapshot().faulty).toEqual(['student-isla'])
    for (let i = 0; i < 6; i++) await world.pass(60_000)
    expect(words(world.mail.snapshot().waiting)).toEqual(['hard', 'behind it'])
    world.mail.setAside('student-isla')
    await world.quiet()
    expect(words(world.mail.snapshot().shelf)).toEqual(['hard'])
  })

  test('too much at once goes in halves, in order, until it is taken', async () => {
    const world = await new World((p) => answer(...sizeOf(p))).start()
    const many = Array.from({ length: 9 }, (_, i) => note(String(i)))
    world.mail.add(HOME, many)
    world.mail.add(HOME, [note('after')])
    await world.quiet()
    const taken = world.sent.filter((s) => s.length <= 2).flat()
    expect(taken).toEqual([...many.keys()].map(String).concat('after'))
    expect(world.kept.size).toBe(0)
  })

  test('waits for a sign-in, and nothing of it is dropped', async () => {
    let signedIn = false
    const world = await new World(() => answer(signedIn ? 200 : 401)).start()
    world.mail.add(ISLA, [note('one')])
    await world.quiet()
    expect(world.mail.snapshot()).toMatchObject({ signIn: true, waiting: [{}], shelf: [] })
    signedIn = true
    await world.pass(2000)
    expect(world.mail.snapshot()).toMatchObject({ signIn: false, waiting: [] })
  })

  test('for one studio is never sent to another, and goes when its own is there again', async () => {
    const world = await new World(() => answer(200)).start()
    world.studio = 'studio-loft'
    const away = new World(() => answer(null))
    await away.start()
    away.mail.add(ISLA, [note('of the loft')])
    for (const [id, parcel] of away.kept) world.kept.set(id, parcel)
    world.studio = 'studio-demo'
    await world.mail.start()
    await world.quiet()
    expect(world.sent).toEqual([])
    expect(words(world.mail.snapshot().elsewhere)).toEqual(['of the loft'])
    world.studio = 'studio-loft'
    world.mail.add(ALDO, [note('more')])
    await world.quiet()
    expect(world.sent.flat().sort()).toEqual(['more', 'of the loft'])
  })

  test('for another studio is told as such as soon as this one is known, before it is this tab’s turn', async () => {
    const away = await new World(() => answer(null)).start()
    away.mail.add(ISLA, [note('of the loft')])
    const here = new World(() => answer(200), { alone: false })
    for (const [id, parcel] of away.kept) here.kept.set(id, parcel)
    here.studio = null
    void here.mail.start()
    await here.quiet()
    expect(words(here.mail.snapshot().waiting)).toEqual(['of the loft'])
    here.studio = 'studio-demo'
    here.mail.studioChanged()
    here.myTurn()
    await here.quiet()
    expect(here.sent).toEqual([])
    expect(here.mail.snapshot().waiting).toEqual([])
    expect(words(here.mail.snapshot().elsewhere)).toEqual(['of the loft'])
  })

  test('is let go for nobody but the studio: another program says 200 in vain, and so does an answer that names nothing', async () => {
    let from: 'stranger' | 'ours, of something else' | 'ours' = 'stranger'
    const world = await new World(() => ({
      ...answer(200),
      ours: from !== 'stranger',
      ...(from === 'ours' ? {} : { onRecord: ['act-of-something-else'] }),
    })).start()
    world.mail.add(HOME, [note('my wrist hurts a lot')])
    await world.quiet()
    expect(world.mail.snapshot()).toMatchObject({ away: true, stranger: true, shelf: [] })
    expect(words(world.mail.snapshot().waiting)).toEqual(['my wrist hurts a lot'])
    from = 'ours, of something else'
    await world.pass(2000)
    expect(words(world.mail.snapshot().waiting)).toEqual(['my wrist hurts a lot'])
    expect(world.kept.size).toBe(1)
    from = 'ours'
    for (let i = 0; i < 4; i++) await world.pass(60_000)
    expect(world.mail.snapshot()).toMatchObject({ waiting: [], stranger: false })
    expect(world.kept.size).toBe(0)
  })

  test('goes in its order though the clock was put back', async () => {
    let there = false
    const world = await new World(() => answer(there ? 200 : null)).start()
    world.mail.add(ISLA, [note('one')])
    world.time -= 3_600_000
    world.mail.add(ISLA, [note('undo of one')])
    await world.quiet()
    there = true
    world.sent.length = 0
    world.mail.wake()
    await world.quiet()
    expect(world.sent).toEqual([['one'], ['undo of one']])
  })

  test('made before it was known what waits goes behind that', async () => {
    const before = await new World(() => answer(null)).start()
    for (const w of ['one', 'two', 'three']) before.mail.add(ISLA, [note(w)])
    const world = new World(() => answer(200))
    for (const [id, parcel] of before.kept) world.kept.set(id, parcel)
    world.mail.add(ISLA, [note('early')])
    await world.start()
    expect(world.sent.flat()).toEqual(['one', 'two', 'three', 'early'])
  })

  test.each([
    ['is asked to come at once', { ...answer(429, 'too_many_requests'), retryAfter: 0 }],
    ['is sent to its own studio, which says it is another', answer(409, 'other_studio')],
    ['is taken by a page that breaks', answer(200)],
  ])('has a pause where it %s', async (_, posted) => {
    const world = await new World(() => posted).start()
    world.mail.onTaken(() => {
      throw new Error('this page breaks')
    })
    world.mail.add(ISLA, [note('one')])
    for (let i = 0; i < 20; i++) await world.quiet()
    expect(world.sent).toHaveLength(1)
    // The lane is free again: what comes after it goes.
    world.mail.add(ISLA, [note('two')])
    for (let i = 0; i < 3; i++) await world.pass(60_000)
    expect(world.sent.length).toBeGreaterThan(1)
  })

  test('and that the browser cannot keep is told to be in this page alone, until it is sent', async () => {
    let there = false
    const world = new World(() => answer(there ? 200 : null))
    world.full = true
    await world.start()
    world.mail.add(ISLA, [note('only here')])
    await world.quiet()
    expect(words(world.mail.snapshot().unkept)).toEqual(['only here'])
    there = true
    await world.pass(2000)
    expect(world.mail.snapshot()).toMatchObject({ unkept: [], waiting: [] })
    world.full = false
    there = false
    world.mail.add(ISLA, [note('kept')])
    await world.quiet()
    expect(world.mail.snapshot()).toMatchObject({ unkept: [], waiting: [{}] })
  })

  test('is sent by one tab, and heard of by the others', async () => {
    const sender = await new World(() => answer(200)).start()
    const other = new World(() => answer(200), { alone: false })
    void other.mail.start()
    await other.quiet()
    other.mail.add(ISLA, [note('from the other tab')])
    await other.quiet()
    expect(other.sent).toEqual([])
    for (const word of other.told) sender.mail.hear(word)
    await sender.quiet()
    expect(sender.sent).toEqual([['from the other tab']])
    for (const word of sender.told) other.mail.hear(word)
    expect(other.mail.snapshot().waiting).toEqual([])
    other.myTurn()
    await other.quiet()
    other.mail.add(ISLA, [note('mine now')])
    await other.quiet()
    expect(other.sent).toEqual([['mine now']])
  })
})

/** A server that takes two acts at once and no more. */
function sizeOf(parcel: Parcel): [number, CodedRefusal['code'] | null] {
  return parcel.requests.length > 2 ? [422, 'too_many'] : [200, null]
}

describe('a parcel', () => {
  const parcel: Parcel = {
    id: 'p',
    device: 'device-of-the-loft',
    count: 7,
    at: 1,
    to: ISLA,
    studio: null,
    knowledge: null,
    requests: [note('a'), note('b'), note('c')],
    refused: null,
  }

  test('kept before parcels had an address is read as what it was', () => {
    const { requests } = parcel
    expect(readParcel({ id: 'p', at: 1, student: ISLA.student, requests })).toEqual({
      ...{ ...parcel, device: '', count: 0 },
    })
    expect(readParcel(parcel)).toEqual(parcel)
    expect(readParcel({ id: 'p' })).toBeNull()
    expect(readParcel('half a li')).toBeNull()
  })

  test('split keeps everything, in order, before what was made later', () => {
    const [first, rest] = split(parcel)
    expect([...first.requests, ...rest.requests]).toEqual(parcel.requests)
    const [earlier, later] = split(first)
    const next = { ...parcel, id: 'a-later-one', count: 8 }
    const made = [next, rest, later, earlier].sort(inOrder)
    expect(made).toEqual([earlier, later, rest, next])
  })

  test('one that was not counted goes before those that were, by its clock', () => {
    const counted = { ...parcel, count: 1, at: 5 }
    const before = [3, 9, 4].map((at) => ({ ...parcel, id: `p-${at}`, count: 0, at }))
    expect([counted, ...before].sort(inOrder).map((p) => p.at)).toEqual([3, 4, 9, 5])
  })
})
