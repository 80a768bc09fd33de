/** The seam: a student's whole history as one picture, in numbers. */
export { layoutChain } from './layoutChain'
export type { Chain, ChainFault, ChainLink, PlacedFault } from './layoutChain'
export { layoutSeam } from './layoutSeam'
export type { SeamColumn, SeamLayout, SeamSize, Vein, VeinPiece, VeinState } from './layoutSeam'
