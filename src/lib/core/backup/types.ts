import * as z from 'zod';
import { buildSchema } from '../build';
import { MOST_EVENTS, runEventSchema, runRecordSchema } from '../run';
import { areUnique, uniqueIds } from '../base';
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
/** Numbered from 0 without a gap: they are their keys, and the next one follows the last. */
const eventsSchema = z
  .array(z.object({ n: z.int().min(0), event: runEventSchema }))
  .max(MOST_EVENTS)
  .refine((events) => events.every(({ n }, i) => n === i), 'the events are not numbered one after the other');
/** The records of a workroom as they stand in a backup; files lie beside them. */
export const recordsSchema = z.object({
  workshop: workshopSchema.nullable(),
  /** what else is remembered: cuts, ways of Run; checked where it is used */
  settings: z.record(z.string().max(60), z.json()),
  builds: uniqueIds(z.array(buildSchema).max(20_000)),
  runs: z
    .array(z.object({ run: runRecordSchema, events: eventsSchema }))
    .max(100_000)
    .refine((runs) => areUnique(runs.map((r) => r.run.id)), 'two have the same id'),
  movements: uniqueIds(z.array(movementSchema).max(200_000)),
});
/** Everything a workroom is, in plain records. */
export interface WorkroomData extends z.infer<typeof recordsSchema> {
  tapes: BackupFile[];
  sheets: BackupFile[];
  photos: BackupFile[];
}
/** A workroom before anything was kept in it. */
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
