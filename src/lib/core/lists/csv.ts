import Papa from 'papaparse';
import { fail, ok, plainCell, type Result } from '../base';
import type { Workshop } from '../workshop';
import { LISTS, type List, type ListName, type RowOf } from './columns';

type Row = { id: string } & Record<string, unknown>;
type Machines = Workshop['machines'];

/** A list as CSV: a heading, and one line a row. Yes and no in words; several in one cell with "; " between them. */
export function listCsv(name: ListName, workshop: Workshop): string {
  const { columns, machines = [], cells } = LISTS[name];
  const told = (key: string, value: unknown): string => {
    const cell = cells?.[key];
    if (cell) return cell.tell(value);
    const named = machines.includes(key) ? namesOf(value, workshop.machines) : value;
    if (named === null || named === undefined) return '';
    if (typeof named === 'boolean') return named ? 'yes' : 'no';
    return plainCell(Array.isArray(named) ? named.join('; ') : String(named as string | number));
  };
  const keys = Object.keys(columns);
  return Papa.unparse({
    fields: Object.values(columns),
    data: (workshop[name] as Row[]).map((row) => keys.map((key) => told(key, row[key]))),
  });
}
function namesOf(ids: unknown, machines: Machines): unknown {
  const nameOf = (id: unknown) => machines.find((m) => m.id === id)?.name ?? '';
  return Array.isArray(ids) ? ids.map(nameOf).filter(Boolean) : nameOf(ids);
}

/** What a table would change: nothing is, until it is taken. */
export interface ReadList<T> {
  fresh: T[];
  changed: { before: T; after: T; columns: string[] }[];
  /** rows that are there as they stand */
  same: number;
  /** lines with why they were left out; line 1 is the heading */
  notUnderstood: { line: number; text: string; because: string }[];
  /** headings that nothing is known by */
  unknown: string[];
}
/** No list has more. */
const MOST_ROWS = 20_000;

/** Reads a table of a list against what is there. Cells that are left empty, and columns that are missing, change nothing. */
export function readList<Name extends ListName>(
  name: Name,
  csv: string,
  workshop: Workshop,
  newId: () => string,
): Result<ReadList<RowOf<Name>>> {
  const list = LISTS[name];
  const { data } = Papa.parse<string[]>(csv.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: true });
  const [heading = [], ...lines] = data;
  const keys = heading.map((title) => keyOf(list, title));
  if (!keys.some((key) => key !== null))
    return fail(
      'no-heading',
      'None of the headings is known; nothing was changed.',
      `The first line has some of: ${Object.values(list.columns).join(', ')}.`,
    );
  if (lines.length > MOST_ROWS)
    return fail('too-many', `More than ${MOST_ROWS} lines; nothing was changed.`, 'Send fewer at a time.');
  const known = new Map((workshop[name] as Row[]).map((row) => [nameOfRow(list, row), row]));
  const seen = new Set<string>();
  const read: ReadList<Row> = {
    fresh: [],
    changed: [],
    same: 0,
    notUnderstood: [],
    unknown: heading.filter((title, i) => title.trim() !== '' && keys[i] === null),
  };
  for (const [i, cells] of lines.entries()) {
    const leaveOut = (because: string) =>
      read.notUnderstood.push({ line: i + 2, text: cells.join(', '), because });
    const values = cellsOf(list, keys, cells, workshop.machines);
    if (typeof values === 'string') {
      leaveOut(values);
      continue;
    }
    const by = nameOfRow(list, { ...list.blank, ...values });
    if (seen.has(by)) {
      leaveOut('It stands there twice.');
      continue;
    }
    seen.add(by);
    const before = known.get(by);
    const whole = list.schema.safeParse({ id: newId(), ...list.blank, ...before, ...values });
    if (!whole.success) {
      const key = String(whole.error.issues[0]?.path[0]);
      leaveOut(`${list.columns[key] ?? key} is missing or not possible.`);
      continue;
    }
    const after = (list.settled?.(whole.data as never) ?? whole.data) as Row;
    if (!before) read.fresh.push(after);
    else {
      const columns = Object.keys(list.columns).filter(
        (key) => JSON.stringify(before[key]) !== JSON.stringify(after[key]),
      );
      if (columns.length)
        read.changed.push({ before, after, columns: columns.map((key) => list.columns[key] ?? key) });
      else read.same++;
    }
  }
  return ok(read as unknown as ReadList<RowOf<Name>>);
}
const keyOf = ({ columns }: List, title: string): string | null => {
  const said = title.trim().toLowerCase();
  return (
    Object.entries(columns).find(([key, t]) => [key, t].some((w) => w.toLowerCase() === said))?.[0] ?? null
  );
};
/** What makes a row the thing it is. */
const nameOfRow = ({ same }: List, row: Record<string, unknown>): string =>
  same.map((key) => String(row[key] ?? '').trim().toLowerCase()).join('\n'); // prettier-ignore

/** The fields of a line; or why it cannot be read. Empty cells are left out. */
function cellsOf(
  list: List,
  keys: readonly (string | null)[],
  cells: readonly string[],
  machines: Machines,
): Record<string, unknown> | string {
  const values: Record<string, unknown> = {};
  for (const [i, key] of keys.entries()) {
    const text = (cells[i] ?? '').trim().replace(/^'(?=[=+\-@\t])/, '');
    if (key === null || text === '') continue;
    const heading = list.columns[key] ?? key;
    const field = list.schema.shape[key] as {
      safeParse(value: unknown): { success: boolean; data?: unknown };
    };
    const parts = text.split(/\s*;\s*/);
    const cell = list.cells?.[key];
    const ways: unknown[] = cell
      ? [cell.read(text)]
      : list.machines?.includes(key)
        ? machineWays(parts, machines)
        : [text, text.toLowerCase(), numberOf(text), YES_NO[text.toLowerCase()], parts];
    const fitting = ways
      .map((way) => field.safeParse(way))
      .find(({ success }, k) => success && ways[k] !== undefined);
    if (!fitting) return `${heading} cannot be “${text}”.`;
    values[key] = fitting.data;
  }
  return values;
}
/** "1,5" and "1.5"; what is no number is left to other ways. */
const numberOf = (text: string): number | undefined =>
  /^-?\d+([.,]\d+)?$/.test(text) ? Number(text.replace(',', '.')) : undefined;
const YES_NO: Readonly<Record<string, boolean>> = { yes: true, no: false, true: true, false: false };
/** One machine by its name, or several; none where a name is not known. */
function machineWays(names: readonly string[], machines: Machines): unknown[] {
  const ids = names.map((name) => machines.find((m) => m.name.toLowerCase() === name.toLowerCase())?.id);
  return ids.includes(undefined) ? [] : [ids[0], ids];
}

/** The list with what was read: what changed in its place, what is new at the end. */
export const withRows = <Name extends ListName>(
  rows: readonly RowOf<Name>[],
  { fresh, changed }: Pick<ReadList<RowOf<Name>>, 'fresh' | 'changed'>,
): RowOf<Name>[] => [
  ...rows.map((row) => changed.find((c) => c.before.id === row.id)?.after ?? row),
  ...fresh.filter((row) => !rows.some(({ id }) => id === row.id)),
];
