import * as z from 'zod';
import { buildSchema } from '../build';
import { runEventSchema, runRecordSchema } from '../run';
import { movementSchema } from '../stock';
import { workshopSchema } from '../workshop';

/** A file beside the records: a tape, a sheet, a photo. */
export interface BackupFile {
  id: string;
  bytes: Uint8Array;
  /** of sheets; photos have a type only */
  name?: string;
  type?: string;
  runId?: string;
}
export const recordsSchema = z.object({
  workshop: workshopSchema.nullable(),
  /** what else is remembered: cuts, ways of Run; checked where it is used */
  settings: z.record(z.string().max(60), z.json()),
  builds: z.array(buildSchema).max(20_000),
  runs: z.array(z.object({ run: runRecordSchema, events: z.array(z.object({ n: z.int().min(0), event: runEventSchema })).max(100_000) })).max(100_000),
  movements: z.array(movementSchema).max(200_000),
}); // prettier-ignore
/** Everything a workroom is, in plain records. */
export interface WorkroomData extends z.infer<typeof recordsSchema> {
  tapes: BackupFile[];
  sheets: BackupFile[];
  photos: BackupFile[];
}
export const emptyWorkroom = (): WorkroomData => ({
  workshop: null,
  settings: {},
  builds: [],
  runs: [],
  movements: [],
  tapes: [],
  sheets: [],
  photos: [],
});
