/** Nine in ten of what core exports says what it is. */
import { readdirSync, readFileSync } from 'node:fs'
import ts from 'typescript'

const FOLDER = 'core/src/'
const LEAST = 0.9

const isSource = (name) =>
  name.endsWith('.ts') &&
  !/\.test\.ts$|(^|\/)test\//.test(name) &&
  // A door only hands on; the list of acts is more than a door.
  (!name.endsWith('index.ts') || name === 'record/acts/index.ts')

function exportsOf(name) {
  const text = readFileSync(FOLDER + name, 'utf8')
  const file = ts.createSourceFile(name, text, ts.ScriptTarget.Latest, true)
  return file.statements
    .filter((s) => s.modifiers?.some((m) => m.kind === ts.SyntaxKind.ExportKeyword))
    .map((s) => {
      const comments = ts.getLeadingCommentRanges(text, s.getFullStart()) ?? []
      const documented = comments.some((c) => text.startsWith('/**', c.pos))
      const called = s.declarationList?.declarations[0]?.name ?? s.name
      return { documented, called: `${name}: ${called?.getText() ?? ''}` }
    })
}

const all = readdirSync(FOLDER, { recursive: true, encoding: 'utf8' })
  .filter(isSource)
  .flatMap(exportsOf)
const silent = all.filter((e) => !e.documented)
const share = 1 - silent.length / all.length
console.log(`${Math.round(share * 1000) / 10} % of core's ${all.length} exports are documented.`)
if (share < LEAST) {
  console.error(silent.map((e) => e.called).join('\n'))
  process.exit(1)
}
