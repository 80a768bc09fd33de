/** The seam: a student's whole history as one picture, in numbers. */
export { layoutSeam } from './layoutSeam'
export type { SeamColumn, SeamLayout, SeamSize, Vein, VeinPiece, VeinState } from './layoutSeam'
