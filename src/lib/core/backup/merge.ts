import { same } from '../merge';
import type { WorkroomData } from './types';

/** Where both have something of the same id and it differs: the backup's, mine, or both (builds and runs as copies). */
export type MergeMode = 'backup' | 'mine' | 'both';

const KINDS = ['builds', 'runs', 'movements', 'tapes', 'sheets', 'photos'] as const;
type Kind = (typeof KINDS)[number];
/** What restoring would do, told before it is done. */
export interface RestoreSummary {
  kinds: { kind: Kind; added: number; same: number; differs: number; kept: number }[];
  /** the workshop (machines, stock, figures) differs from mine */
  workshopDiffers: boolean;
  names: string[];
}

type Row = { id: string; value: unknown };
const rowsOf = (data: WorkroomData, kind: Kind): Row[] =>
  kind === 'runs'
    ? data.runs.map((r) => ({ id: r.run.id, value: r }))
    : data[kind].map((value) => ({ id: value.id, value }));
/** What a backup would add to, and differ in from, the workroom that is here: counts by kind, nothing is changed. */
export function summarise(mine: WorkroomData, backup: WorkroomData): RestoreSummary {
  const kinds = KINDS.map((kind) => {
    const own = new Map(rowsOf(mine, kind).map((r) => [r.id, r.value]));
    const counts = { kind, added: 0, same: 0, differs: 0, kept: 0 };
    const seen = new Set<string>();
    for (const { id, value } of rowsOf(backup, kind)) {
      seen.add(id);
      const known = own.get(id);
      if (known === undefined) counts.added++;
      else if (same(known, value)) counts.same++;
      else counts.differs++;
    }
    counts.kept = [...own.keys()].filter((id) => !seen.has(id)).length;
    return counts;
  });
  const names = backup.builds.map((b) => b.name);
  const workshopDiffers =
    mine.workshop !== null && backup.workshop !== null && !same(mine.workshop, backup.workshop);
  return { kinds, workshopDiffers, names };
}

type KeptRun = WorkroomData['runs'][number];
/** The later run is the earlier one with more events, or just it. */
const goesOn = (earlier: KeptRun, later: KeptRun): boolean =>
  same(earlier.run, later.run) && earlier.events.every((e, i) => same(e, later.events[i]));

/**
 * Both together by id; nothing of mine is lost unless the backup's is wanted in its place. Where one run is the other with
 * more events, the longer one is taken: events are only ever added.
 * @param newId for copies
 */
export function mergeBackup(
  mine: WorkroomData,
  backup: WorkroomData,
  mode: MergeMode,
  newId: () => string,
): WorkroomData {
  const by = <T>(own: readonly T[], other: readonly T[], id: (v: T) => string, copy?: (v: T) => T): T[] => {
    const merged = new Map(own.map((v) => [id(v), v]));
    for (const v of other) {
      const known = merged.get(id(v));
      if (known === undefined) merged.set(id(v), v);
      else if (same(known, v)) continue;
      else if (mode === 'backup') merged.set(id(v), v);
      else if (mode === 'both' && copy) {
        const made = copy(v);
        merged.set(id(made), made);
      }
    }
    return [...merged.values()];
  };
  const theirs = new Map(backup.runs.map((r) => [r.run.id, r]));
  const own = mine.runs.map((m) => {
    const other = theirs.get(m.run.id);
    return other && goesOn(m, other) ? other : m;
  });
  const known = new Map(own.map((m) => [m.run.id, m]));
  // Where mine is the longer one, the backup has nothing to add.
  const news = backup.runs.filter((r) => {
    const m = known.get(r.run.id);
    return !m || !goesOn(r, m);
  });
  const runs = by(
    own,
    news,
    (r) => r.run.id,
    (r) => ({ ...r, run: { ...r.run, id: newId() } }),
  );
  const wins = mode === 'backup' || mine.workshop === null;
  return {
    workshop: wins ? (backup.workshop ?? mine.workshop) : mine.workshop,
    settings: wins ? { ...mine.settings, ...backup.settings } : { ...backup.settings, ...mine.settings },
    builds: by(
      mine.builds,
      backup.builds,
      (b) => b.id,
      (b) => ({ ...b, id: newId(), name: `${b.name.slice(0, 100)}, from the backup` }),
    ),
    runs,
    movements: by(mine.movements, backup.movements, (m) => m.id),
    tapes: by(mine.tapes, backup.tapes, (f) => f.id),
    sheets: by(mine.sheets, backup.sheets, (f) => f.id),
    photos: by(mine.photos, backup.photos, (f) => f.id),
  };
}
