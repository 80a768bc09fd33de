/** One thing to practise at home: tick it, play it, say how it went or that it hurts. */
import type { HomeResponse } from '@vein-mend/contract'
import type { HomeEvenness } from '@vein-mend/core/record'
import { useState } from 'react'
import { Button } from '../../ui/Button'
import { LargeCheckBox } from '../../ui/CheckBox'
import { PlayBar } from '../../ui/PlayBar'
import { PlayItIn } from './PlayItIn'
import type { useHome } from './useHome'

type Rung = HomeResponse['rungs'][number]

function Notes({ svg, name }: { svg: string; name: string }) {
  return (
    <img
      alt={`Notes of ${name}`}
      src={`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`}
      className="mt-2 w-full rounded bg-white p-2"
    />
  )
}

function TempoReached({ tempo, onSay }: { tempo: number | null; onSay: (bpm: number) => void }) {
  const [text, setText] = useState(tempo === null ? '' : String(tempo))
  return (
    <label className="text-kiln flex items-center gap-2">
      beat reached
      <input
        inputMode="numeric"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => {
          const bpm = Number(text)
          if (bpm >= 20 && bpm <= 300 && bpm !== tempo) onSay(bpm)
        }}
        className="border-line bg-glaze text-ink min-h-11 w-16 rounded border px-2"
      />
    </label>
  )
}

/** What to listen for, how and until when, and the words for it. */
function HowToPlay({ rung }: { rung: Rung }) {
  return (
    <>
      {rung.aim && (
        <p className="mt-1">
          <span className="text-kiln">Listen and feel:</span> {rung.aim}
        </p>
      )}
      <p className="text-kiln mt-1">
        {rung.lines.how} {rung.lines.ready}
      </p>
      {rung.cue && <p className="mt-1 font-serif text-xl italic">“{rung.cue}”</p>}
    </>
  )
}

interface Props {
  readonly block: HomeResponse['days'][number]['blocks'][number]
  readonly page: HomeResponse
  readonly home: ReturnType<typeof useHome>
}

/** The tick of the block today, and how more is said with it: a tempo alone takes nothing back. */
function useTick({ block, page, home }: Props) {
  const tick = page.ticks.find((t) => t.date === page.today && t.item === block.item)
  const said = { kind: 'practised' as const, date: page.today, item: block.item }
  const say = (done: boolean, more: { tempo?: number; evenness?: HomeEvenness } = {}) => {
    const evenness = done ? (more.evenness ?? tick?.evenness) : undefined
    const tempo = done ? (more.tempo ?? tick?.tempo ?? null) : null
    const { minutes } = block
    home.add({ ...said, minutes, done, tempo, ...(evenness ? { evenness } : {}) })
  }
  return { tick, say }
}

type Tick = ReturnType<typeof useTick>

/** Tick, name, how long, and the way to say that it hurts. */
function Head({ block, page, home, rung, tick, say }: Props & Tick & { rung: Rung | undefined }) {
  return (
    <div className="flex items-start gap-3">
      <LargeCheckBox
        checked={tick !== undefined}
        label={`Done: ${block.name}`}
        onChange={(done) => say(done)}
      />
      <div className="min-w-0 flex-1">
        <h2 className="text-xl leading-tight">{block.name}</h2>
        <p className="text-kiln">
          {[`${block.minutes} min`, ...(rung ? [rung.lines.dose] : [])].join(', ')}
        </p>
      </div>
      <Button
        className="text-danger shrink-0"
        onClick={() => {
          const { item, name } = block
          home.add({ kind: 'hurt-at-home', date: page.today, item, name })
        }}
      >
        It hurts
      </Button>
    </div>
  )
}

/** What to play: its notes, how it sounds, how it goes, and the tempo reached. */
function ToPlay({ rung, name, tick, say }: Tick & { rung: Rung; name: string }) {
  const { svg, exercise, tempo } = rung
  return (
    <>
      <HowToPlay rung={rung} />
      {svg && <Notes svg={svg} name={name} />}
      {exercise && (
        <>
          <div className="mt-2">
            <PlayBar exercise={exercise} />
          </div>
          <PlayItIn
            exercise={exercise}
            evenness={tick?.evenness ?? null}
            onSay={(evenness) => say(true, { evenness })}
          />
        </>
      )}
      {(tempo ?? svg) && (
        <div className="mt-2">
          <TempoReached tempo={tick?.tempo ?? null} onSay={(bpm) => say(true, { tempo: bpm })} />
        </div>
      )}
    </>
  )
}

export function HomeItem(props: Props) {
  const { block, page } = props
  const ticked = useTick(props)
  const rung = page.rungs.find((r) => r.item === block.item)
  const instruction =
    rung?.instruction ?? page.plain.find((p) => p.item === block.item)?.instruction
  return (
    <li className="border-line border-t py-3">
      <Head {...props} {...ticked} rung={rung} />
      {instruction !== undefined && <p className="mt-2 text-lg leading-snug">{instruction}</p>}
      {rung && <ToPlay rung={rung} name={block.name} {...ticked} />}
    </li>
  )
}
