/** How each note fell beside the beat: a stem up is early, down is late; thumbs are filled, slips have their own marks. */
import type { TakeTimingResponse } from '@vein-mend/contract'
import type { JudgedNote, WhyApart } from '@vein-mend/core/timing'
import { plural } from '../../wording/words'

const STEP = 18
const HALF = 44
const FOOT = 20
/** What is further off than this is drawn at the edge, ms. */
const EDGE_MS = 60
const LABEL = 58
const THUMB = 1

interface Row {
  readonly hand: 'left' | 'right' | null
  readonly round: number
  readonly notes: readonly JudgedNote[]
}

/** A row for each hand and each time the passage was begun. What nobody asked for stands with what was played last. */
function rowsOf(notes: readonly JudgedNote[]): readonly Row[] {
  const rows = new Map<string, { hand: Row['hand']; round: number; notes: JudgedNote[] }>()
  let last: JudgedNote[] = []
  for (const note of notes) {
    if (!note.asked) {
      last.push(note)
      continue
    }
    const hand = note.asked.hand
    const key = `${note.round} ${hand}`
    // What came before the first note of all opens its row.
    const row = rows.get(key) ?? { hand, round: note.round, notes: rows.size === 0 ? last : [] }
    rows.set(key, row)
    row.notes.push(note)
    last = row.notes
  }
  return [...rows.values()]
}

const OF_NOBODY: Readonly<Record<WhyApart, string>> = {
  click: 'a click, not counted',
  layer: 'a second sound of the same key, not counted',
  'count-in': 'counted in, not counted as played',
  bounce: 'the key bounced, not counted',
}

function sayNote({ asked, asideMs, velocity, midi, apart }: JudgedNote): string {
  if (apart) return OF_NOBODY[apart]
  if (!asked) return 'a note too many'
  if (asked.midi !== midi) return 'a wrong note'
  const finger = asked.finger === null ? '' : `finger ${asked.finger}, `
  if (asideMs === null) return `${finger}loudness ${velocity}`
  const ms = Math.round(Math.abs(asideMs))
  const when = ms === 0 ? 'on the beat' : `${ms} ms ${asideMs < 0 ? 'early' : 'late'}`
  return `${finger}${when}, loudness ${velocity}`
}

/** Louder is larger. */
function sizeOf(velocity: number): number {
  return 2 + (velocity / 127) * 4.5
}

function Stem({ note, x }: { note: JudgedNote; x: number }) {
  const { asked, asideMs, midi, apart } = note
  if (apart) {
    const grey = { stroke: 'var(--kiln)', strokeDasharray: '2 2', fill: 'none' }
    return <circle cx={x} cy={HALF} r="4" {...grey} />
  }
  if (!asked || asked.midi !== midi) {
    const r = 4
    return (
      <g stroke="var(--danger)" strokeWidth="2">
        <path d={`M${x - r} ${HALF - r} l${2 * r} ${2 * r}`} />
        {asked && <path d={`M${x - r} ${HALF + r} l${2 * r} ${-2 * r}`} />}
      </g>
    )
  }
  // No run of notes tells where the beat was: only that it was struck.
  if (asideMs === null) return <circle cx={x} cy={HALF} r="1.5" fill="var(--kiln)" />
  const off = Math.max(-EDGE_MS, Math.min(EDGE_MS, asideMs))
  const y = HALF + (off / EDGE_MS) * (HALF - 6)
  const thumb = asked.finger === THUMB
  return (
    <g>
      <path d={`M${x} ${HALF} V${y}`} stroke="var(--ink)" strokeWidth="3" />
      <circle
        cx={x}
        cy={y}
        r={sizeOf(note.velocity)}
        stroke="var(--ink)"
        strokeWidth="1.5"
        fill={thumb ? 'var(--ink)' : 'var(--glaze)'}
      />
    </g>
  )
}

function Strip({ row }: { row: Row }) {
  const width = LABEL + row.notes.length * STEP + 8
  const line = (ms: number) => HALF + (ms / EDGE_MS) * (HALF - 6)
  return (
    <svg
      role="img"
      aria-label={`${row.hand === null ? 'The notes' : `The ${row.hand} hand`} beside the beat, note by note`}
      viewBox={`0 0 ${width} ${2 * HALF + FOOT}`}
      style={{ width, minWidth: width }}
      className="block"
    >
      {[-30, 0, 30].map((ms) => (
        <path
          key={ms}
          d={`M${LABEL - 8} ${line(ms)} H${width}`}
          stroke="var(--line)"
          strokeDasharray={ms === 0 ? undefined : '3 4'}
        />
      ))}
      {[
        [-30, '30 early'],
        [0, 'beat'],
        [30, '30 late'],
      ].map(([ms, words]) => (
        <text key={words} x="0" y={line(Number(ms)) + 4} fontSize="11" fill="var(--kiln)">
          {words}
        </text>
      ))}
      {row.notes.map((note, i) => {
        const x = LABEL + i * STEP + STEP / 2
        return (
          <g key={`${note.onMs} ${note.midi}`}>
            <title>{sayNote(note)}</title>
            <rect x={x - STEP / 2} y="0" width={STEP} height={2 * HALF} fill="transparent" />
            <Stem note={note} x={x} />
            <text x={x} y={2 * HALF + 13} fontSize="11" textAnchor="middle" fill="var(--kiln)">
              {note.asked?.finger ?? ''}
            </text>
          </g>
        )
      })}
    </svg>
  )
}

const APART: Readonly<Record<WhyApart, (count: number) => string>> = {
  click: (n) => `${plural(n, 'click')} on the drum channel`,
  layer: (n) => `${plural(n, 'note')} of a second sound on the same keys`,
  'count-in': (n) => `${plural(n, 'note')} counted in before the first`,
  bounce: (n) => `${plural(n, 'key')} that bounced`,
}

/** What was in the file and is not the student's, or not where it was asked, and what the file does not tell. */
function SetApart({ timing: { apart, octaves, releases } }: { timing: TakeTimingResponse }) {
  const words = (Object.keys(APART) as WhyApart[]).flatMap((why) => {
    const count = apart[why] ?? 0
    return count > 0 ? [APART[why](count)] : []
  })
  const far = Math.abs(octaves) === 1 ? 'an octave' : plural(Math.abs(octaves), 'octave')
  return (
    <>
      {words.length > 0 && (
        <p className="text-kiln text-sm">
          Set apart (dotted rings) and counted nowhere: {words.join(', ')}.
        </p>
      )}
      {octaves !== 0 && (
        <p className="text-kiln text-sm">
          All of it was played {far} {octaves > 0 ? 'higher' : 'lower'} than asked, and is measured
          as if that were meant.
        </p>
      )}
      {releases.pedal !== undefined && (
        <p className="text-kiln text-sm">
          {plural(releases.pedal, 'note')} ended under the pedal: how these join is not measured.
        </p>
      )}
      {releases.unsent !== undefined && (
        <p className="text-kiln text-sm">
          Of {plural(releases.unsent, 'note')} the keyboard never said that the key came up: how
          these join is not measured.
        </p>
      )}
    </>
  )
}

export function NoteStrips({ timing }: { timing: TakeTimingResponse }) {
  const rows = rowsOf(timing.notes)
  const left = timing.missing.length
  if (timing.notes.every((n) => n.asideMs === null)) {
    return (
      <>
        <p className="text-kiln">Too few notes in a row to say where each fell beside the beat.</p>
        <SetApart timing={timing} />
      </>
    )
  }
  return (
    <>
      {rows.map((row) => (
        <div key={`${row.hand} ${row.round}`} className="mb-3">
          {(rows.length > 1 || row.hand !== null) && (
            <p className="text-kiln text-sm">
              {row.hand === null ? '' : `${row.hand === 'left' ? 'Left' : 'Right'} hand`}
              {row.round > 0 ? `, begun again (${row.round + 1})` : ''}
            </p>
          )}
          <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Strip of notes">
            <Strip row={row} />
          </div>
        </div>
      ))}
      {left > 0 && (
        <p className="text-kiln text-sm">
          {left === 1 ? 'One note was left out.' : `${left} notes were left out.`}
        </p>
      )}
      <SetApart timing={timing} />
    </>
  )
}
