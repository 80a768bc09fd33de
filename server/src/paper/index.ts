/** What leaves the studio as files: engraved notes, MIDI, PDF; and pieces that come in. */
export { engrave } from './engrave'
export { ladderPaper, rungContent, sayPassRule } from './ladderPaper'
export type { PaperRung } from './ladderPaper'
export { midiFile } from './midiFile'
export { pdfOf, PRINT_WIDTH, settable } from './pdf'
export { readPassage } from './readPiece'
