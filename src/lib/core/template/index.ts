/**
 * Templates at true scale: a piece, or a sheet with all its pieces, drawn and as SVG. mm, y up.
 */
export { mirrorIf as rightSideUp, pieceShape, quarterTurned, type PieceShape } from './shape';
export { CHECK_BAR_MM, pieceTemplate, sheetTemplate, type TemplateDrawing } from './drawing';
export { templateSvg } from './svg';
