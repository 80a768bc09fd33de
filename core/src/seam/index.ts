/** The seam: a student's whole history as one picture, in numbers. */
export type { Place } from './crack'
export { layoutChain } from './layoutChain'
export type { Chain, ChainFault, ChainLink, PlacedFault } from './layoutChain'
export { layoutSeam, VEIN_PIXELS, wholeWindow, xOfDay } from './layoutSeam'
export type {
  Reached,
  SeamColumn,
  SeamLayout,
  SeamSize,
  SeamWindow,
  Vein,
  VeinPiece,
  VeinState,
} from './layoutSeam'
export { readSeam } from './readSeam'
export type { SeamReading } from './readSeam'
export { lastDays, moved, WINDOW_DAYS, zoomed } from './zoom'
