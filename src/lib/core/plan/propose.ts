import { itemAt } from '../base';
import {
  BUILD_SCHEMA_VERSION,
  buildSchema,
  UNNAMED,
  type Build,
  type Thread,
  type TypedStop,
} from '../build';
import { numbersWith } from '../numbers';
import type { Reading } from '../reading';
import { rankTechniques, readSheet } from '../techniques';
import { hoopsThatFit, machineFor, sewnHull, usualMachine } from '../hoop';
import type { Hoop, Machine, Workshop } from '../workshop';

/** What a new build is called and made from. */
export interface NewBuild {
  id: string;
  tapeId: string;
  fileName: string;
  /** ISO time */
  now: string;
}

/** A build for a tape that nobody has described: best technique, smallest hoop that fits. */
export function proposeBuild(reading: Reading, workshop: Workshop, given: NewBuild): Build {
  return buildSchema.parse(newBuild(reading, placeFor(reading, workshop), given));
}

/** What is known of stops typed from a sheet. @param machineId whose speed counts; the first where it is not known */
export function readTyped(
  { stops, widthMm, heightMm }: NonNullable<Build['typed']>,
  machineId: string | null,
  { machines }: Workshop,
): Reading {
  const { speed } = machines.find((m) => m.id === machineId) ?? itemAt(machines, 0);
  return readSheet(stops, widthMm && heightMm ? { width: widthMm, height: heightMm } : null, speed);
}
/** A build for stops typed from a sheet. Thread names come from the sheet; their colours are asked later. */
export function proposeTyped(typed: NonNullable<Build['typed']>, workshop: Workshop, given: NewBuild): Build {
  const reading = readTyped(typed, null, workshop);
  const threads = typed.stops.map(sheetThread);
  return buildSchema.parse({ ...newBuild(reading, placeFor(reading, workshop), given), typed, threads });
}

/** Where a design is sewn until the maker says otherwise. */
interface SewnOn {
  hoop: Hoop;
  machine: Machine;
}
function placeFor(reading: Reading, workshop: Workshop): SewnOn {
  const { extents: e } = reading;
  const [fitting] = hoopsThatFit(workshop, numbersWith(workshop.numbers), {
    width: e.maxX - e.minX,
    height: e.maxY - e.minY,
    // Only a round field asks for more than the box.
    ...(workshop.hoops.some((h) => h.shape === 'oval') && { hull: sewnHull(reading) }),
  });
  if (fitting) return fitting;
  const hoop = workshop.hoops.reduce((a, b) => (a.widthMm * a.heightMm >= b.widthMm * b.heightMm ? a : b));
  return { hoop, machine: machineFor(hoop, workshop) ?? usualMachine(workshop) };
}

function newBuild(reading: Reading, { hoop, machine }: SewnOn, { id, tapeId, fileName, now }: NewBuild) {
  const name = fileName.replace(/\.[^.]*$/, '').trim() || reading.label || 'New build';
  return {
    schemaVersion: BUILD_SCHEMA_VERSION,
    id,
    name: name.slice(0, 120),
    technique: itemAt(rankTechniques(reading), 0).technique.id,
    techniqueBy: 'reading' as const,
    tapeId,
    fileName: fileName.slice(0, 260),
    roles: {},
    threads: [],
    materials: {},
    edits: [],
    machineId: machine.id,
    hoopId: hoop.id,
    order: { quantity: 1, repeats: 1 },
    hooping: null,
    notes: '',
    createdAt: now,
    changedAt: now,
  } satisfies Partial<Build>;
}

/** Plain words for colours, as they stand on sheets, and how such a thread looks. */
export const COLOUR_WORDS: ReadonlyMap<string, string> = new Map(
  Object.entries({
    white: '#f4f2ec',
    black: '#22211f',
    grey: '#8a8a86',
    gray: '#8a8a86',
    red: '#b4342d',
    blue: '#2f5d91',
    navy: '#243b63',
    green: '#4b7a4a',
    yellow: '#e0b02c',
    gold: '#c79a2e',
    orange: '#d9762f',
    pink: '#d98aa0',
    purple: '#6e4c84',
    brown: '#7a5a3c',
    beige: '#d8c7a0',
    cream: '#efe6cf',
    sand: '#cbb48a',
    silver: '#b9bcc0',
    teal: '#2f7f7c',
    coral: '#d9644a',
    slate: '#5f6c78',
    chalk: '#e9e6dd',
  }),
);
/** A thread as a sheet has it; how it looks by the words for colours in its name. */
export const sheetThread = ({
  thread,
  threadNumber,
}: Pick<TypedStop, 'thread' | 'threadNumber'>): Thread => ({
  name: thread,
  colour: colourOf(thread),
  ...(threadNumber && { number: threadNumber }),
});
const colourOf = (thread: string): string => COLOUR_WORDS.get(colourWordIn(thread) ?? '') ?? UNNAMED.colour;
/** The last word for a colour in a name. */
export const colourWordIn = (name: string): string | undefined =>
  name
    .toLowerCase()
    .split(/\s+/)
    .findLast((word) => COLOUR_WORDS.has(word));
