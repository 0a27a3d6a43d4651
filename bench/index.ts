// npm run bench: how fast tapes are read, beside a bare loop over the same bytes in the same run, and how well.
// Printed, not asserted.
import { makeOutline, type Shape } from '$lib/core/maker';
import { readDesign } from '$lib/core/techniques';
import { readTape } from '$lib/core/tape';
import { planBuild, proposeBuild } from '$lib/core/plan';
import { newWorkshop } from '$lib/core/workshop';
import { pouch } from '$lib/demo';
import { printArrangements } from './arrange';
import { printLayouts } from './layout';
import { printQuality } from './quality';
import { printSchedules } from './schedule';
import { tapeOf } from './tape-of';

/** The least of several tries, ms: the machine at its least disturbed. */
function best(tries: number, work: () => unknown): number {
  let least = Infinity;
  for (let i = 0; i < tries; i++) {
    const from = performance.now();
    work();
    least = Math.min(least, performance.now() - from);
  }
  return least;
}

/** Visits every byte once and keeps a sum, so that it cannot be left out. */
let sink = 0;
function bareLoop(bytes: Uint8Array) {
  let sum = 0;
  for (let i = 0; i < bytes.length; i++) sum = (sum + bytes[i]) | 0;
  sink ^= sum;
}

const rows = [10_000, 100_000, 1_000_000].map((n) => {
  const bytes = tapeOf(n);
  const tries = n > 500_000 ? 5 : 25;
  const bare = best(tries, () => bareLoop(bytes));
  const decode = best(tries, () => readTape(bytes));
  const tape = readTape(bytes);
  if (!tape.ok) throw new Error(tape.problem.message);
  const reading = best(tries, () => readDesign(tape.value, { trimJumps: 3 }));
  const { stitches, stops } = readDesign(tape.value, { trimJumps: 3 });
  const both = decode + reading;
  return {
    stitches,
    stops,
    'bare loop ms': bare.toFixed(3),
    'decode ms': decode.toFixed(2),
    'read ms': reading.toFixed(1),
    'stitches/s': Math.round((stitches / both) * 1000).toLocaleString('en'),
    'ns a stitch': Math.round((both / stitches) * 1e6),
    '× bare loop': (both / bare).toFixed(1),
  };
});
console.table(rows);

const tape = pouch();
const reading = readDesign(tape, { trimJumps: 3 });
const workshop = newWorkshop();
const build = proposeBuild(reading, workshop, {
  id: 'b',
  tapeId: 't',
  fileName: 'p.dst',
  now: new Date(0).toISOString(),
});
console.log(
  `Plan of a build of ${reading.blocks.length} blocks at an edit: ${best(20, () => planBuild(build, reading, workshop)).toFixed(2)} ms (${sink & 0})`,
);
const border = (shape: Shape) =>
  makeOutline({
    label: 'border',
    shape,
    meaning: 'finished',
    parts: [{ kind: 'cover', widthMm: 4, underlay: ['centre', 'edge'] }],
  });
// Both about two metres round.
for (const shape of [
  { kind: 'rectangle', widthMm: 600, heightMm: 400, radiusMm: 20 },
  { kind: 'ellipse', widthMm: 760, heightMm: 500 },
] satisfies Shape[])
  console.log(
    `Two metres of satin border round a ${shape.kind}: ${best(20, () => border(shape)).toFixed(1)} ms`,
  );
printQuality();
// As long as the screen gives one material.
printArrangements(1.5);
printLayouts(1.5);
printSchedules();
