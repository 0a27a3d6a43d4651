import { expect } from 'chai';
import fc from 'fast-check';
import { cornersOf } from '$lib/core/cut';
import { lyingPath, type Path, type Point } from '$lib/core/base';
import type { Thing } from '$lib/core/build';
import { rectangle } from '$lib/core/outline';
import { planBuild } from '$lib/core/plan';
import { placingTemplate } from '$lib/core/template';
import {
  atCorners,
  clothOver,
  cornersMeeting,
  edgesInHoop,
  fromEdges,
  hoopOnThing,
  inARow,
  marksOf,
  sewingNext,
  thingInHoop,
} from '$lib/core/thing';
import { napkin } from '$lib/demo';
import { example } from '../support/examples';

const napkinOf = (...places: Thing['places']): Thing => ({
  name: 'Napkin',
  widthMm: 400,
  heightMm: 400,
  places,
});
const at = (x: number, y: number, turnDeg = 0) => ({ x, y, turnDeg });
const near = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y) < 1e-6;
const design = rectangle({ x: 0, y: 0 }, 60, 40);
const FIELD = { width: 200, height: 200 };

describe('a made thing in the hoop', () => {
  it('comes with its corner where the design wants it', () => {
    // Its middle lies 50 from the right and the lower edge: the corner comes 50 to the right of it and 50 below.
    const [place] = [at(150, -150)];
    const edges = edgesInHoop(thingInHoop(napkinOf(place), place, at(0, 0)), FIELD);
    expect(edges).to.have.length(2);
    const corner = edges.find((e) => e.corner);
    expect(corner && near(corner.to, { x: 50, y: -50 })).to.equal(true);
    // Of the lower edge what lies in the field runs from its left side to the corner, of the right one to its upper side.
    const ends = edges.flatMap(({ from, to }) => [from, to]);
    for (const p of [{ x: -100, y: -50 }, { x: 50, y: 100 }]) expect(ends.some((e) => near(e, p))).to.equal(true); // prettier-ignore
  });
  it('turns with the item: a quarter turn takes the corner round its middle', () => {
    const place = at(150, -150);
    const outline = thingInHoop(napkinOf(place), place, at(10, 0, 90));
    // (50, −50) comes to (50, 50), and 10 further.
    expect(outline.some((p) => near(p, { x: 60, y: 50 }))).to.equal(true);
  });
  it('lies askew under a design that comes askew on it', () => {
    const place = at(150, -150, 45);
    const outline = thingInHoop(napkinOf(place), place, at(0, 0));
    // Along the diagonal: 50 · √2 below the middle.
    expect(outline.some((p) => near(p, { x: 0, y: -50 * Math.SQRT2 }))).to.equal(true);
  });
  it('the hoop on it is the thing in the hoop, seen the other way round', () => {
    for (const [place, item] of [
      [at(150, -150, 45), at(10, 20, 90)],
      [at(-30, 80), at(0, 0, 180)],
      [at(0, 0, 30), at(-40, 5)],
    ] as const) {
      const { x, y, turnDeg } = hoopOnThing(place, item);
      // From the hoop onto the thing, its outline comes back to itself.
      const back = lyingPath(thingInHoop(napkinOf(place), place, item), { x, y, turnDeg });
      const corners = rectangle({ x: 0, y: 0 }, 400, 400);
      expect(back.every((p, i) => Math.hypot(p.x - corners[i].x, p.y - corners[i].y) < 1e-6)).to.equal(true);
    }
  });
  it('has no edge in the field where it reaches beyond it all round', () =>
    expect(edgesInHoop(thingInHoop(napkinOf(at(0, 0)), at(0, 0), at(0, 0)), FIELD)).to.deep.equal([]));

  it('corners of four meet in the middle, and none lies over another: each a quarter further', () => {
    const place = at(148, -148, 45);
    const places = cornersMeeting(napkinOf(place), place, 4);
    // 52 from its edges, and 3 from the middle lines of the field, for 6 between two things.
    expect(places).to.deep.equal([at(-55, 55, 45), at(-55, -55, 135), at(55, -55, 225), at(55, 55, 315)]);
    const lying = (all: Thing['places']) =>
      all.map((item) => ({
        path: lyingPath(design, item),
        cloth: thingInHoop(napkinOf(place), place, item),
      }));
    expect(clothOver(lying(places))).to.equal(null);
    // All the same way round, the second, below the first, reaches up under it.
    expect(clothOver(lying(places.map((p) => ({ ...p, turnDeg: 45 }))))).to.deep.equal({ cloth: 1, item: 0 });
  });
  it('of any thing and any place near a corner none lies over another', () =>
    fc.assert(
      fc.property(
        fc.tuple(fc.integer({ min: 200, max: 600 }), fc.integer({ min: 200, max: 600 })),
        fc.tuple(fc.integer({ min: 32, max: 90 }), fc.integer({ min: 32, max: 90 })),
        fc.tuple(fc.constantFrom(-1, 1), fc.constantFrom(-1, 1)),
        fc.integer({ min: -180, max: 180 }),
        ([widthMm, heightMm], [inX, inY], [right, up], turnDeg) => {
          const place = at(right * (widthMm / 2 - inX), up * (heightMm / 2 - inY), turnDeg);
          const thing = { name: 'Any', widthMm, heightMm, places: [place] };
          const round: Path = Array.from({ length: 24 }, (_, i) => ({ x: 30 * Math.cos((i * Math.PI) / 12), y: 30 * Math.sin((i * Math.PI) / 12) })); // prettier-ignore
          const items = cornersMeeting(thing, place, 4).map((item) => ({
            path: lyingPath(round, item),
            cloth: thingInHoop(thing, place, item),
          }));
          expect(clothOver(items)).to.equal(null);
        },
      ),
      { numRuns: 200 },
    ));
});

describe('what to mark on a made thing', () => {
  const towel = (...places: Thing['places']): Thing => ({
    name: 'Towel',
    widthMm: 500,
    heightMm: 1000,
    places,
  });
  it('is the middle, and the ends of the axis past the design, by how far they lie from the edges', () => {
    const thing = towel(at(0, -400));
    const [sewing] = marksOf(thing, design, 10);
    // The design reaches 20 up and down; a ruler needs 15 more.
    expect(sewing?.marks.map(({ kind, x, y }) => [kind, x, y])).to.deep.equal([
      ['middle', 0, -400],
      ['axis', 0, -365],
      ['axis', 0, -435],
    ]);
    expect(fromEdges(thing, { x: 0, y: -400 })).to.deep.equal({
      left: 250,
      right: 250,
      top: 900,
      bottom: 100,
    });
    expect(sewing?.beyondMm).to.equal(0);
    expect(marksOf(towel(at(235, 0)), design, 10)[0]?.beyondMm).to.equal(15);
  });
  it('where sewings go on from each other, crosses between them, beside what is sewn', () => {
    const runner: Thing = { name: 'Runner', widthMm: 1000, heightMm: 300, places: [at(0, 0)] };
    const places = inARow(runner, at(0, 0), design, 10);
    // 70 from one to the next: (500 − 30) / 70 = 6 on either side.
    expect(places.map(({ x }) => x)).to.deep.equal(Array.from({ length: 13 }, (_, n) => (n - 6) * 70));
    const all = marksOf({ ...runner, places }, design, 10);
    const joins = all.map(({ marks }) =>
      marks.filter(({ kind }) => kind === 'join').map(({ x, y }) => [x, y]),
    );
    // Half-way, and 10 beyond the 20 that the design reaches.
    expect(joins[0]).to.deep.equal([[-385, 30], [-385, -30]]); // prettier-ignore
    expect(joins.at(-1)).to.deep.equal([]);
    // Far from each other they are marked by the edges alone.
    const corners = marksOf({ ...runner, places: atCorners(runner, at(440, -100)) }, design, 10);
    expect(corners.flatMap(({ marks }) => marks.filter(({ kind }) => kind === 'join'))).to.deep.equal([]);
  });
  it('all four corners: as far from their edges, each a quarter further turned', () => {
    const cloth: Thing = { name: 'Cloth', widthMm: 400, heightMm: 300, places: [at(0, 0)] };
    // 40 from the right and 70 from the lower edge: above it on the right, 40 from the upper and 70 from the right one.
    expect(atCorners(cloth, at(160, -80))).to.deep.equal([
      at(160, -80, 0),
      at(130, 110, 90),
      at(-160, 80, 180),
      at(-130, -110, 270),
    ]);
  });
  it('a template at true size has its cross as far from the edges as they are', () => {
    const place = at(160, -165);
    const drawing = placingTemplate(design, napkinOf(place), place, 'Sail', '');
    const paths = (kind: string) => drawing.lines.filter((l) => l.kind === kind).map(({ path }) => path);
    const [upright] = paths('fold');
    const cross = { x: upright?.[0]?.x ?? 0, y: ((upright?.[0]?.y ?? 0) + (upright?.[1]?.y ?? 0)) / 2 };
    const edges = paths('cut');
    expect(edges).to.have.length(2);
    const xs = edges.filter(([a, b]) => a?.x === b?.x).map(([a]) => (a?.x ?? 0) - cross.x);
    const ys = edges.filter(([a, b]) => a?.y === b?.y).map(([a]) => cross.y - (a?.y ?? 0));
    expect(xs[0]).to.be.closeTo(40, 1e-9);
    expect(ys[0]).to.be.closeTo(35, 1e-9);
    for (const { x, y } of drawing.lines.flatMap(({ path }) => path)) {
      expect(x).to.be.within(0, drawing.widthMm);
      expect(y).to.be.within(0, drawing.heightMm);
    }
  });
});

describe('a build on a made thing', () => {
  const place = at(148, -148, 45);
  const thing = napkinOf(place);
  it('says at the step that lays it where the design comes, and cuts no cloth for it', () => {
    const { plan, build } = example(napkin(), { technique: 'cutwork', techniqueBy: 'maker', thing });
    const laid = plan.score.steps.find((s) => s.kind === 'hand' && s.pieces.includes('cloth'));
    expect(laid?.kind === 'hand' && laid.text).to.match(/52\smm from its right and 52\smm from its lower edge, the design turned by 45°/u); // prettier-ignore
    expect(plan.score.pieces.find((p) => p.id === 'cloth')?.own).to.deep.equal({
      widthMm: 400,
      heightMm: 400,
    });
    expect(build.thing).to.deep.equal(thing);
    // It is drawn and told as large as it is, with its corner along the design's axis: 52 · √2 below its middle.
    const cloth = plan.cut.pieces.find((p) => p.id === 'cloth')!;
    expect([cloth.width.cutMm, cloth.height.cutMm]).to.deep.equal([400, 400]);
    const { extents: e } = plan.design.own;
    const corner = { x: (e.minX + e.maxX) / 2, y: (e.minY + e.maxY) / 2 - 52 * Math.SQRT2 };
    expect(cornersOf(cloth.lies!, cloth.turnRad).some((p) => near(p, corner))).to.equal(true);
  });
  it('a run is of the sewing that comes next, thing after thing; several in one hoop are all of the first', () => {
    const corners = napkinOf(...atCorners(thing, place));
    const { build, reading, workshop } = example(napkin(), { technique: 'cutwork', techniqueBy: 'maker', thing: corners }); // prettier-ignore
    expect([0, 1, 3, 4, 6].map((made) => sewingNext(build, made))).to.deep.equal([0, 1, 3, 0, 2]);
    expect(sewingNext({ ...build, order: { quantity: 8, repeats: 2 } }, 3)).to.equal(0);
    expect(sewingNext({ ...build, thing: null }, 3)).to.equal(0);
    const told = (sewing: number) => {
      const { score, cut, design: sewn } = planBuild(build, reading, workshop, {}, sewing);
      const laying = score.steps.find((s) => s.kind === 'hand' && s.pieces.includes('cloth'));
      const cloth = cut.pieces.find((p) => p.id === 'cloth')!;
      const { minX, maxX, minY, maxY } = sewn.own.extents;
      const middle = { x: (minX + maxX) / 2, y: (minY + maxY) / 2 - 52 * Math.SQRT2 };
      return {
        text: laying?.kind === 'hand' ? laying.text : '',
        // Each corner in its turn lies below the design, whose axis points to it.
        hasCorner: cornersOf(cloth.lies!, cloth.turnRad).some((p) => near(p, middle)),
      };
    };
    expect(told(0).text).to.match(/from its right .* from its lower edge.*Sewing 1 of 4/u);
    expect(told(1).text).to.match(/from its right .* from its upper edge.*Sewing 2 of 4/u);
    expect(told(2).text).to.match(/from its left .* from its upper edge.*Sewing 3 of 4/u);
    for (const sewing of [0, 1, 2, 3]) expect(told(sewing).hasCorner, `${sewing}`).to.equal(true);
  });
  it('the check tells of things that lie over each other in a hooping, and how to lay them', () => {
    const hooping = {
      hoopId: 'hoop-160x260',
      gapMm: 0,
      outline: design.map(({ x, y }): [number, number] => [x, y]),
    };
    const over = (places: Thing['places']) =>
      example(napkin(), {
        technique: 'cutwork',
        techniqueBy: 'maker',
        thing,
        hoopId: 'hoop-160x260',
        order: { quantity: 2, repeats: 2 },
        hooping: { ...hooping, places },
      }).findings.find(({ id }) => id === 'cloth-over');
    const found = over([at(0, 60), at(0, -60)]);
    expect(found?.severity).to.equal('stop');
    expect(found?.fix?.change.hooping?.places).to.deep.equal([at(-55, 55, 45), at(-55, -55, 135)]);
    expect(over([at(-55, 55, 45), at(-55, -55, 135)])).to.equal(undefined);
  });
});
