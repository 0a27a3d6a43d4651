/**
 * What goes out and comes in: the build file, the stitch list, and the reading as scripts see it. Zod at the border.
 */
export { buildFileSchema, readBuildFile, writeBuildFile } from './build-file';
export { readingReport, readingReportSchema } from './reading-report';
export { csvToTape, stitchListSchema, tapeToCsv } from './stitch-list';
export { fromBase64, tapeFromBase64, toBase64 } from './base64';
export { changeBySheet, countSheet, laySheet, toldLines, type SheetHand, type ToldLine } from './lay-sheet';
export { isPdf, linesOfPage } from './pdf-lines';
export { plainStop, readSheetLines, stopsOf, type SheetLine } from './sheet';
export { MOST_SHEET, readBundle, sheetType, type Bundle, type BundleEntry } from './bundle';
export {
  planReport,
  planReportSchema,
  planRequestSchema,
  type PlanReport,
  type PlanRequest,
} from './plan-report';
export { composeRequestSchema } from './compose-request';
export { outlineRequestSchema } from './outline-request';
export { arrangeAnswerSchema, arrangeRequestSchema } from './arrange-report';
export {
  bobbinsAnswerSchema,
  bobbinsRequestSchema,
  stopOrderAnswerSchema,
  stopOrderRequestSchema,
} from './thread-report';
export { layoutAnswerSchema, layoutReportSchema, layoutRequestSchema } from './layout-report';
export {
  HEARTBEAT_MS,
  OWNER_HEADER,
  headName,
  machineCommandSchema,
  machineLoadSchema,
  machineStateSchema,
  ownerToken,
  type MachineCommand,
  type MachineLoad,
} from './machine-messages';
export { priceAnswerSchema, priceRequestSchema } from './price-report';
export { scheduleAnswerSchema, scheduleRequestSchema } from './schedule-report';
