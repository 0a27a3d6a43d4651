import { expect } from 'chai';
import { apartBy, arrange, latticesOf, outlineOf, type Arrangement } from '$lib/core/arrange';
import { areaOf, boxOf, fail, lyingPath, ok, type Path, type Problem } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import { fitIn, itemOutline, shapeOfItem } from '$lib/core/hoop';
import { circle, closePath, inside, rectangle, run, satin, star } from '$lib/core/outline';
import { planBuild } from '$lib/core/plan';
import { emptyTape, STITCH, type Tape } from '$lib/core/tape';
import { newWorkshop } from '$lib/core/workshop';
import { crewPatch, gullPennant, pouch, tailTab, windStar } from '$lib/demo';
import type { ArrangeRequest } from '$lib/workers';
import { HoopTable } from '$lib/ui/state/hoop-table.svelte';
import { HoopWays } from '$lib/ui/state/hoop-ways.svelte';
import { sewn } from '../support/copies';
import { crescent, dashes } from '../support/dashes';
import { example, readAs } from '../support/examples';
import { Held } from '../support/held.svelte';
import { Dice } from '../support/labelled/types';

const outlineOfTape = (tape: Tape) => itemOutline(readAs(tape), tape);
const sizeOf = (path: Path) => {
  const box = boxOf(path);
  return [box.maxX - box.minX, box.maxY - box.minY];
};

describe('what one item takes of the hoop', () => {
  it('is the outermost border with its width, about the middle of the design', () => {
    // A satin of 4 on a round of 30 reaches to 32; up to 0.6 more for what its stitches spread, and its corners.
    const outline = outlineOfTape(sewn([satin(closePath(circle({ x: 50, y: 20 }, 30)), 4, 0.4)]));
    for (const { x, y } of outline) expect(Math.hypot(x, y)).to.be.within(31.8, 33);
    const { diameterMm } = shapeOfItem(outline);
    expect(diameterMm).to.be.within(64, 66);
  });

  it('keeps to a shape that is no box: a star leaves room between its tips', () => {
    const path = closePath(star({ x: 0, y: 0 }, 5, 40, 16));
    const outline = outlineOfTape(sewn([satin(path, 2, 0.4)]));
    const [w, h] = sizeOf(outline);
    expect(w * h).to.be.above(5500);
    const area = areaOf(outline);
    // Of the star itself 5 · 40 · 16 · sin 36° = 1881; 1 all round its sides of 29 adds about 300.
    expect(area).to.be.within(1881, 2500);
    expect(shapeOfItem(outline).diameterMm).to.equal(null);
  });

  it('follows a line that is sewn in dashes round a hollow', () => {
    const area = areaOf(outlineOfTape(sewn(dashes(closePath(crescent), 18, 0.6))));
    // Up to 0.6 more all round it, about 190 mm; its hull has 2/3 · 80 · 40 = 2133.
    expect(area).to.be.within(1280, 1400);
  });

  it('of what no line goes round it is the hull', () => {
    const outline = outlineOfTape(sewn([run([{ x: 0, y: 0 }, { x: 60, y: 0 }], 2.5), run([{ x: 30, y: 0 }, { x: 30, y: 40 }], 2.5)])); // prettier-ignore
    expect(outline.length).to.be.below(40);
    expect(sizeOf(outline)[0]).to.be.within(60, 61.5);
  });

  it('of typed stops is their box, where anybody has said how large they are', () => {
    const extents = { minX: 0, minY: 0, maxX: 80, maxY: 50 };
    expect(sizeOf(itemOutline({ blocks: [], extents }, emptyTape()))).to.deep.equal([80, 50]);
    const nobody = { minX: 0, minY: 0, maxX: 0, maxY: 0 };
    expect(itemOutline({ blocks: [], extents: nobody }, emptyTape())).to.deep.equal([]);
  });

  it('holds every needle point of every design, with few corners, anticlockwise', () => {
    for (const tape of [crewPatch(), gullPennant(), tailTab(), pouch(), windStar()]) {
      const reading = readAs(tape);
      const outline = itemOutline(reading, tape);
      const { extents: e } = reading;
      expect(outline.length, tape.label).to.be.within(3, 120);
      for (let i = 0; i < tape.kind.length; i++) {
        if (tape.kind[i] !== STITCH) continue;
        const p = { x: tape.x[i] / 10 - (e.minX + e.maxX) / 2, y: tape.y[i] / 10 - (e.minY + e.maxY) / 2 };
        const off = apartBy({ path: [p], radius: null }, { path: outline, radius: null });
        expect(inside(p, outline) ? 0 : off, tape.label).to.be.below(0.5);
      }
      const told = outlineOf(outline.map(({ x, y }) => [x, y]), 'item'); // prettier-ignore
      expect(told.ok && told.value.outline).to.deep.equal(outline);
    }
  });
});

describe('whether a design fits a hoop', () => {
  const field = { widthMm: 100, heightMm: 180 };
  it('as it lies, a quarter turned, or at the angle with the most room', () => {
    expect(fitIn(rectangle({ x: 0, y: 0 }, 80, 150), field, 5)).to.deep.equal({
      turnDeg: 0,
      clearMm: 10,
      fits: true,
    });
    expect(fitIn(rectangle({ x: 0, y: 0 }, 150, 80), field, 5)).to.deep.equal({
      turnDeg: 90,
      clearMm: 10,
      fits: true,
    });
    // A strip of 120 × 4 goes into a square of 100 askew: (120 + 4) / √2 = 87.7 each way at 45°.
    const askew = fitIn(rectangle({ x: 0, y: 0 }, 120, 4), { widthMm: 100, heightMm: 100 }, 5);
    expect([askew.turnDeg, askew.fits]).to.deep.equal([45, true]);
    expect(askew.clearMm).to.be.closeTo((100 - 124 / Math.SQRT2) / 2, 1e-9);
  });
  it('not where it would come into the inset', () => {
    const near = fitIn(rectangle({ x: 0, y: 0 }, 94, 94), { widthMm: 100, heightMm: 100 }, 5);
    expect(near).to.deep.equal({ turnDeg: 0, clearMm: 3, fits: false });
  });
  it('or by how much not', () => {
    const none = fitIn(rectangle({ x: 0, y: 0 }, 190, 190), field, 5);
    expect(none.fits).to.equal(false);
    expect(none.clearMm).to.be.closeTo((100 - 190) / 2, 1e-9);
  });
});

describe('the numbers to type', () => {
  const rows = (xs: number[][], pitch: number) =>
    xs.flatMap((row, j) => row.map((x) => ({ x, y: j * pitch, turnDeg: 0 })));
  const told = (places: ReturnType<typeof rows>) =>
    latticesOf(places).map((l) => `${l.across} × ${l.down} of ${l.items}: ${[l.pitchXMm, l.pitchYMm, l.shiftXMm, l.shiftYMm].join(' ')} from ${l.first.x} ${l.first.y} at ${l.first.turnDeg}`); // prettier-ignore
  /** Every place that the machine comes to, as text. */
  const typed = (places: ReturnType<typeof rows>) =>
    latticesOf(places).flatMap((l) =>
      Array.from({ length: l.across * l.down }, (_, n) => {
        const [i, j] = [n % l.across, Math.floor(n / l.across)];
        return [
          l.first.x + i * l.pitchXMm + (j % 2) * l.shiftXMm,
          l.first.y + j * l.pitchYMm + (i % 2) * l.shiftYMm,
          l.first.turnDeg,
        ]
          .map((v) => v.toFixed(1))
          .join(' ');
      }),
    );
  it('are read off the places: straight, shifted by rows and by columns', () => {
    expect(told(rows([[0, 40, 80], [0, 40, 80]], 30))).to.deep.equal(['3 × 2 of 6: 40 30 0 0 from 0 0 at 0']); // prettier-ignore
    const shifted = rows([[0, 40, 80], [20, 60], [0, 40, 80]], 30); // prettier-ignore
    expect(told(shifted)).to.deep.equal(['3 × 3 of 8: 40 30 20 0 from 0 0 at 0']);
    // Columns that are shifted may be rows too: whatever is typed, the machine comes to the same places.
    const columns = shifted.map(({ x, y, turnDeg }) => ({ x: y, y: x, turnDeg }));
    for (const { x, y } of columns) expect(typed(columns)).to.include(`${x}.0 ${y}.0 0.0`);
    expect(told([{ x: 3, y: 4, turnDeg: 90 }])).to.deep.equal(['1 × 1 of 1: 0 0 0 0 from 3 4 at 90']);
  });
  it('are several where one lattice is not enough: for each turn, for rows that are alike', () => {
    // Rows 40 apart and back 25: the upright ones every 65, the half-turned ones between them.
    const nested = rows(
      [
        [0, 50, 100],
        [25, 75],
        [0, 50, 100],
        [25, 75],
      ],
      0,
    ).map((p, n) => {
      const row = [0, 0, 0, 1, 1, 2, 2, 2, 3, 3][n] ?? 0;
      return { ...p, y: Math.floor(row / 2) * 65 + (row % 2) * 40, turnDeg: (row % 2) * 180 };
    });
    expect(told(nested)).to.deep.equal(['3 × 2 of 6: 50 65 0 0 from 0 0 at 0', '2 × 2 of 4: 50 65 0 0 from 25 40 at 180']); // prettier-ignore
    // Of one turn they are columns by turns, the second ones 40 higher: one lattice. Not so where they stand aside.
    const oneTurn = nested.map((p) => ({ ...p, turnDeg: 90 }));
    expect(told(oneTurn)).to.deep.equal(['5 × 2 of 10: 25 65 0 40 from 0 0 at 90']);
    const aside = oneTurn.map((p) => ({ ...p, x: p.x % 50 ? p.x - 15 : p.x }));
    expect(told(aside)).to.deep.equal(['3 × 2 of 6: 50 65 0 0 from 0 0 at 90', '2 × 2 of 4: 50 65 0 0 from 10 40 at 90']); // prettier-ignore
    expect(told(rows([[0, 40, 90]], 30))).to.deep.equal(['2 × 1 of 2: 40 0 0 0 from 0 0 at 0', '1 × 1 of 1: 0 0 0 0 from 90 0 at 0']); // prettier-ignore
  });
  it('hold each place once, however things lie', () => {
    const dice = new Dice(17);
    for (let n = 0; n < 300; n++) {
      const places = Array.from({ length: dice.whole(1, 9) }, () => ({
        x: dice.whole(0, 3) * 30,
        y: dice.whole(0, 3) * 20,
        turnDeg: dice.whole(0, 1) * 180,
      })).filter(
        (p, i, all) => all.findIndex((q) => q.x === p.x && q.y === p.y && q.turnDeg === p.turnDeg) === i,
      );
      const sets = latticesOf(places);
      if (!sets.length) continue;
      expect(sets.reduce((sum, l) => sum + l.items, 0)).to.equal(places.length);
      for (const { x, y, turnDeg } of places)
        expect(typed(places)).to.include([x, y, turnDeg].map((v) => v.toFixed(1)).join(' '));
    }
  });
  it('are none where nobody would type them, and no row is taken for what it is not', () => {
    expect(latticesOf(rows([[0, 41, 90], [3, 50, 99], [1, 60, 93]], 30))).to.deep.equal([]); // prettier-ignore
    // A shifted row may hold one fewer, not two.
    expect(told(rows([[0, 40, 80], [20], [0, 40, 80]], 30))).to.deep.equal(['3 × 2 of 6: 40 60 0 0 from 0 0 at 0', '1 × 1 of 1: 0 0 0 0 from 20 30 at 0']); // prettier-ignore
  });
  it('are those that the arranger tells', () => {
    const outline = outlineOf({ diameterMm: 20 }, 'a');
    if (!outline.ok) throw new Error();
    let left = 20;
    const found = arrange(
      {
        field: { widthMm: 130, heightMm: 180 },
        insetMm: 5,
        gapMm: 2,
        way: 'staggered',
        shapes: [{ id: 'a', mayTurn: 'none', quantity: null, ...outline.value }],
      },
      { left: () => left-- / 20 },
    );
    const [grid, ...more] = latticesOf(
      found.placements.map(({ xMm, yMm, turnDeg }) => ({ x: xMm, y: yMm, turnDeg })),
    );
    expect(more).to.deep.equal([]);
    expect(grid).to.include({ across: found.grid?.across, down: found.grid?.down });
    for (const key of ['pitchXMm', 'pitchYMm', 'shiftXMm', 'shiftYMm'] as const)
      expect(grid?.[key]).to.be.closeTo(found.grid?.[key] ?? NaN, 0.1);
  });
});

/** A hoop table over an open build, whose work is done at once. */
async function open(tape = crewPatch(), change: Partial<Build> = {}) {
  const workshop = newWorkshop();
  const { build: first } = example(tape, { hoopId: 'hoop-160x260', ...change }, workshop);
  const held = new Held<Build>(first);
  const said: Problem[] = [];
  const answer = (request: ArrangeRequest): Arrangement => {
    let left = 12;
    return arrange(request.task, { left: () => left-- / 12 });
  };
  const ways = new HoopWays({
    outline: async () => ok(outlineOfTape(tape)),
    arrange: async (request) => ok(answer(request)),
    gapForMore: async () => ok(3),
    tell: (problem) => said.push(problem),
  });
  const planOf = () => planBuild(held.value, readAs(tape), workshop);
  const table = new HoopTable({
    build: () => held.value,
    plan: planOf,
    ways,
    change: (next) => (held.value = { ...held.value, ...next }),
  });
  table.gapMm = 6;
  await ways.read();
  const { width, height, inset } = planOf().hooping.field;
  const look = () =>
    ways.look({ field: { width, height, inset }, gapMm: 6, mayTurn: 'half', quantity: null });
  return { ways, table, look, said, planOf, build: () => held.value };
}

describe('the hoop of an open build', () => {
  it('knows all ways, lays one, and everything else goes by its places', async () => {
    const { ways, table, look, planOf, build } = await open();
    await look();
    const counts = (['grid', 'staggered', 'free'] as const).map(
      (way) => ways.found[way]?.placements.length ?? 0,
    );
    expect(counts[0]).to.be.above(1);
    expect(counts[1]).to.be.at.least(counts[0]);
    expect(counts[2]).to.be.at.least(counts[1]);
    expect([ways.working, ways.lessForMore]).to.deep.equal([null, 3]);
    table.chosen = 'free';
    table.take();
    expect(build().order.repeats).to.equal(counts[2]);
    expect(planOf().hooping.repeats?.places).to.have.length(counts[2]);
    const { outline } = ways;
    const paths = (planOf().hooping.repeats?.places ?? []).map((p) => lyingPath(outline ?? [], p));
    for (const [i, a] of paths.entries())
      for (const b of paths.slice(i + 1))
        expect(apartBy({ path: a, radius: null }, { path: b, radius: null })).to.be.above(5.9);
    table.workOut();
    expect(build().hooping).to.equal(null);
  });

  it('is moved as far as the field goes, and a single item is turned', async () => {
    const { table, build, planOf, ways } = await open(tailTab(), { order: { quantity: 1, repeats: 1 } });
    table.move(3, -2);
    expect(build().hooping?.places).to.deep.equal([{ x: 3, y: -2, turnDeg: 0 }]);
    expect(table.middle).to.deep.equal({ x: 3, y: -2 });
    table.moveTo({ y: 4 });
    expect(build().hooping?.places).to.deep.equal([{ x: 3, y: 4, turnDeg: 0 }]);
    table.move(900, 0);
    const { field } = planOf().hooping;
    const box = boxOf(ways.outline ?? []);
    expect(build().hooping?.places[0].x).to.be.closeTo(field.width / 2 - field.inset - box.maxX, 0.01);
    expect(table.clearance?.right).to.be.closeTo(field.inset, 0.01);
    // At the edge already: nothing that could be undone.
    const before = build();
    table.move(1, 0);
    expect(build()).to.equal(before);
    table.turn(180);
    expect(build().hooping?.places[0].turnDeg).to.equal(180);
  });

  it('keeps what was asked for between two when it is moved, whatever is typed for the next look', async () => {
    const { table, look, build } = await open();
    await look();
    table.chosen = 'grid';
    table.take();
    table.gapMm = 15;
    table.move(0, 0.5);
    expect(build().hooping?.gapMm).to.equal(6);
  });

  it('in another hoop goes by rows again, and comes back as it was laid', async () => {
    const { table, look, build } = await open();
    await look();
    table.chosen = 'free';
    table.take();
    const laid = build().hooping;
    const {
      machines: [machine],
      hoops: [small, , large],
    } = newWorkshop();
    table.choose(small, machine, { turnDeg: 0, clearMm: 7, fits: true });
    expect([table.isLaid, build().hooping]).to.deep.equal([false, laid]);
    table.choose(large, machine, { turnDeg: 0, clearMm: 7, fits: true });
    expect(table.isLaid).to.equal(true);
  });

  it('says what fails, and drops what is not wanted any more', async () => {
    const said: Problem[] = [];
    let count = 0;
    const slow = new HoopWays({
      outline: async () => ok(rectangle({ x: 0, y: 0 }, 20, 20)),
      arrange: async (_, __, signal) => {
        count++;
        await new Promise((go) => setTimeout(go, 5));
        return signal.aborted ? ok(null) : fail('worker-failed', 'It did not answer.', 'Reload.');
      },
      gapForMore: async () => ok(null),
      tell: (problem) => said.push(problem),
    });
    await slow.read();
    const wanted = {
      field: { width: 100, height: 100, inset: 5 },
      gapMm: 2,
      mayTurn: 'none' as const,
      quantity: null,
    };
    const first = slow.look(wanted);
    const second = slow.look(wanted);
    await Promise.all([first, second]);
    // The first one was dropped without a word.
    expect([count, said.length, slow.working]).to.deep.equal([2, 1, null]);
  });
});
