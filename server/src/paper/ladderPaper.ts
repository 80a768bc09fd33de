/** A ladder on paper: each rung with its dose, its pass rule and its notes. */
import { sayPass } from '@vein-mend/core/packs'
import type { LadderRung } from '@vein-mend/core/remedy'
import type { Content } from 'pdfmake/interfaces'
import { PRINT_WIDTH, settable } from './onPaper'
import { pdfOf } from './pdf'

export interface PaperRung {
  readonly rung: LadderRung
  /** Engraved notes; null for a rung without. */
  readonly svg: string | null
  readonly advice: readonly string[]
}

function rungContent({ rung, svg, advice }: PaperRung, number: number): Content {
  const { dose } = rung
  const facts = [
    `${dose.times} times`,
    `about ${dose.minutes} min`,
    ...(dose.tempo ? [dose.tempo] : []),
    ...(dose.hands ? [`hands: ${dose.hands}`] : []),
    `passed with ${sayPass(rung.pass)}`,
  ]
  return {
    unbreakable: true,
    stack: [
      { text: `${number}. ${settable(rung.name)}`, style: 'heading' },
      { text: settable(rung.instruction) },
      { text: facts.join(' · '), style: 'quiet' },
      ...(svg === null ? [] : [{ svg, width: PRINT_WIDTH, margin: [0, 4, 0, 0] } as Content]),
      ...advice.map((line) => ({ text: settable(line), style: 'quiet' })),
    ],
  }
}

export function ladderPaper(
  name: string,
  student: string,
  rungs: readonly PaperRung[],
): Promise<Buffer> {
  return pdfOf(name, [
    { text: settable(name), style: 'title' },
    { text: student, style: 'quiet' },
    ...rungs.map((r, i) => rungContent(r, i + 1)),
  ])
}
