/**
 * Templates at true scale: a piece, or a sheet with all its pieces, drawn and as SVG. mm, y up.
 */
export { outlineShape, pieceShape } from './shape';
export { mirrorIf as rightSideUp, quarterTurned, type PieceShape } from './turned';
export { CHECK_BAR_MM, pieceTemplate, sheetTemplate, type TemplateDrawing } from './drawing';
export { placingTemplate } from './placing';
export { templateSvg } from './svg';
