import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { boxOf, distance, type Path } from '$lib/core/base';
import { lettersOf, singleLineOf } from '$lib/core/letters';
import { numbersWith } from '$lib/core/numbers';
import { closePath, run, TapeMaker } from '$lib/core/outline';
import { planBuild } from '$lib/core/plan';
import {
  buildOf,
  draftSchema,
  drawDraft,
  edgeSection,
  newDraft,
  recipeById,
  recipeOf,
  RECIPES,
  rolesOf,
  rowsOf,
  SHAPES,
  stopsOf,
  workOut,
  writtenIn,
  type Draft,
  type Drawing,
} from '$lib/core/recipe';
import { readTape, STITCH, tapeBlocks, writeTape, type Tape } from '$lib/core/tape';
import { readDesign, techniqueById } from '$lib/core/techniques';
import { demoWorkroom, tailTab } from '$lib/demo';

const woff = readFileSync(
  'node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-800-normal.woff',
);
const letters = lettersOf(woff.buffer.slice(woff.byteOffset, woff.byteOffset + woff.length));
const singleLine = singleLineOf(readFileSync('node_modules/hershey/font/jhf/rowmans.jhf', 'utf8'));
const numbers = numbersWith();
const { workshop } = demoWorkroom(0);

type Change = Omit<Partial<Draft>, 'shape'> & { shape?: Partial<Draft['shape']> };
const draftOf = (recipe: Draft['recipe'], { shape, ...change }: Change = {}): Draft => {
  const draft = newDraft(recipe);
  return { ...draft, ...change, shape: { ...draft.shape, ...shape } };
};
/** What the font draws of it. */
function written(draft: Draft) {
  const { outlines, strokes } = writtenIn(draft);
  return { outlines: outlines && letters(...outlines), strokes: strokes && singleLine(...strokes) };
}
function drawn(draft: Draft, design: Tape | null = null): Drawing {
  const drawing = drawDraft(draft, { design, ...written(draft) }, numbers);
  if (!drawing.ok) throw new Error(drawing.problem.message);
  return drawing.value;
}
/** Needle points by block, mm, as somebody reads them from the bytes. */
function sewn({ tape }: { tape: Tape }): Path[] {
  const read = readTape(writeTape(tape));
  if (!read.ok) throw new Error(read.problem.message);
  const { kind, x, y } = read.value;
  return tapeBlocks(read.value).map(({ from, to }) => {
    const points: Path = [];
    for (let i = from; i < to; i++) if (kind[i] === STITCH) points.push({ x: x[i] / 10, y: y[i] / 10 });
    return points;
  });
}
const advised = (draft: Draft, design: Tape | null = null) => {
  const worked = workOut({
    draft,
    design: design && writeTape(design),
    ...written(draft),
    workshop,
    unit: 'mm',
  });
  if (!worked.ok) throw new Error(worked.problem.message);
  return worked.value.advice;
};
const widthOf = (path: Path) => boxOf(path).maxX - boxOf(path).minX;
const circle: Change = { shape: { kind: 'circle', widthMm: 60, heightMm: 60 } };

describe('a recipe of construction lines', () => {
  it('sews each of its lines as a block that says what it is, whatever the shape', () => {
    for (const recipe of RECIPES)
      for (const kind of SHAPES.filter((k) => k !== 'path' && k !== 'tape')) {
        const draft = draftOf(recipe, { shape: { kind, widthMm: 90, heightMm: 90, text: 'R' } });
        for (const hooping of drawn(draft).hoopings) {
          expect(tapeBlocks(hooping.tape), `${recipe}, ${kind}`).to.have.length(hooping.blocks.length);
          expect(techniqueById(hooping.technique).id).to.equal(hooping.technique);
        }
      }
  });
  it('holds the size that was typed when the border changes, and says the other', () => {
    // 60 mm finished with a border of 5: 50 inside; of 7: 46. 60 mm inside: 70 and 74 finished.
    for (const [holds, width, finished, inside] of [
      ['finished', 5, 60, 50],
      ['finished', 7, 60, 46],
      ['inside', 5, 70, 60],
      ['inside', 7, 74, 60],
    ] as const) {
      const { size, hoopings } = drawn(
        draftOf('applique', { ...circle, holds, parts: { cover: { widthMm: width } } }),
      );
      expect(size.finished.width).to.be.closeTo(finished, 0.05);
      expect(size.inside.width).to.be.closeTo(inside, 0.05);
      const [place, tack, cover] = sewn(hoopings[0]);
      expect(widthOf(cover)).to.be.closeTo(finished, 0.3);
      for (const line of [place, tack]) expect(widthOf(line)).to.be.closeTo((finished + inside) / 2, 0.3);
    }
  });
  it('a raw edge is cut outside the last line, a window is open inside its cover', () => {
    // 3 mm beside the outline of a tab: 60 finished, 54 along it.
    const tab = drawn(draftOf('felt-tab', circle));
    expect(widthOf(sewn(tab.hoopings[0]).at(-1) ?? [])).to.be.closeTo(54, 0.3);
    // Cover 4 wide, 0.4 outside the cut line: it stands 1.6 into the window, so 60 open are 63.2 cut.
    const window = drawn(draftOf('cutwork', circle));
    expect(window.size.inside.width).to.be.closeTo(63.2, 0.05);
    const [lines, cover] = sewn(window.hoopings[0]);
    expect(widthOf(lines)).to.be.closeTo(63.2 + 2 * 1.2, 0.3);
    const reach = cover.map((p) => Math.hypot(p.x, p.y));
    expect(Math.min(...reach)).to.be.closeTo(30, 0.15);
  });
  it('goes round a design in the right stops, and leaves its needle points', () => {
    const tape = tailTab();
    const own = sewn({ tape });
    const box = boxOf(own.flat());
    const { size, hoopings } = drawn(draftOf('film-patch', { shape: { kind: 'tape', gapMm: 3 } }), tape);
    // Design and twice gap and border of 4.5.
    expect(size.finished.width).to.be.closeTo(box.maxX - box.minX + 2 * 7.5, 0.3);
    const [hooping] = hoopings;
    const roles = hooping.blocks.map(({ role }) => role);
    expect(roles).to.deep.equal(['placement', 'tack-down', ...own.map(() => null), 'cover']);
    expect(sewn(hooping).slice(2, -1)).to.deep.equal(own);
  });
  it('a patch in two hoopings is two tapes whose cut line and patch line are one', () => {
    const [design, border] = drawn(draftOf('two-hoopings', circle)).hoopings;
    expect([design.technique, border.technique]).to.deep.equal(['patch-design', 'patch-border']);
    expect(widthOf(sewn(design)[0])).to.be.closeTo(widthOf(sewn(border)[0]), 0.05);
  });
  it('marks stand at their distance from the finished edge, rings are as wide as they say', () => {
    const parts: Draft['parts'] = {
      snaps: { isOn: true, sides: ['left', 'top'], fromEdgeMm: 12 },
      eyelet: { isOn: true, sides: ['right'], fromEdgeMm: 8, ringMm: 6 },
    };
    const { hoopings } = drawn(draftOf('felt-tab', { ...circle, parts }));
    const blocks = sewn(hoopings[0]);
    const ids = hoopings[0].blocks.map(({ rows }) => rows[0]);
    // 30 less 12 from the middle.
    const marks = blocks[ids.indexOf('snaps')];
    for (const at of [
      { x: -18, y: 0 },
      { x: 0, y: 18 },
    ])
      // prettier-ignore
      expect(Math.min(...marks.map((p) => distance(p, at)))).to.be.below(0.15);
    for (const p of blocks[ids.indexOf('eyelet')])
      expect(distance(p, { x: 22, y: 0 })).to.be.closeTo(3, 0.15);
  });
  it('lines without a stop between them are one block', () => {
    const [apart] = drawn(draftOf('applique', circle)).hoopings;
    const [joined] = drawn(draftOf('applique', { ...circle, parts: { tack: { isJoined: true } } })).hoopings;
    expect(tapeBlocks(joined.tape)).to.have.length(tapeBlocks(apart.tape).length - 1);
    expect(joined.blocks[0]).to.deep.equal({ rows: ['place', 'tack'], role: 'placement' });
  });
  it('stops are counted as the machine counts them: a design has as many as its blocks, a joined line none', () => {
    const parts: Draft['parts'] = {
      basting: { isOn: true },
      tack: { isJoined: true },
      lettering: { isOn: true, isJoined: true },
    };
    const rows = rowsOf(draftOf('applique', { parts }));
    const counted = (blocks: number) =>
      stopsOf(rows, blocks).map(({ row, stop, mayJoin }) => [row.id, stop, mayJoin]);
    // What follows the design's place cannot be sewn on to what comes before.
    expect(counted(4)).to.deep.equal([
      ['basting', 1, false], ['registration', null, true], ['place', 2, true], ['tack', 2, true],
      ['cover', 3, true], ['design', 4, true], ['lettering', 8, false],
    ]); // prettier-ignore
    // Without one they are one after the other.
    expect(counted(0).slice(-2)).to.deep.equal([['design', null, true], ['lettering', 3, true]]); // prettier-ignore
    const { hoopings } = drawn(draftOf('applique', { parts, ...circle }));
    expect(tapeBlocks(hoopings[0].tape)).to.have.length(3);
    const two = stopsOf(rowsOf(draftOf('two-hoopings')), 2).map(({ stop }) => stop);
    expect(two).to.deep.equal([null, 1, null, 3, 1, 2, 3, null]);
  });
  it('letters are outlines with their holes, and single lines', () => {
    const { rings, hoopings } = drawn(
      draftOf('applique', {
        shape: { kind: 'letters', text: 'A', heightMm: 80 },
        parts: { lettering: { isOn: true, text: 'Hi', capitalMm: 10, dyMm: -5 } },
      }),
    );
    expect(rings).to.have.length(2);
    const box = boxOf(rings.flat());
    expect(box.maxY - box.minY).to.be.closeTo(80 - 5, 0.05);
    const lettering = sewn(hoopings[0]).at(-1) ?? [];
    const lines = boxOf(lettering);
    expect([lines.minY, lines.maxY].map((v) => Math.round(v))).to.deep.equal([-10, 0]);
    for (let capital = 40; capital <= 200; capital += 10)
      expect(letters('A', capital, 0), String(capital)).to.have.length(2);
    expect(letters('Ø', 10, 0).length, 'with its slash').to.be.at.least(2);
    expect(singleLine('Ä', 10)).to.equal(null);
  });
  it('is read by a stranger as what it is, with every line at 0.9', () => {
    const motif = new TapeMaker('motif')
      .sew(
        run(
          closePath([
            { x: -9, y: -6 },
            { x: 9, y: -6 },
            { x: 0, y: 9 },
          ]),
          2,
        ),
      ) // prettier-ignore
      .done();
    // A border that covers nothing, and a window's lines alone, are told from others by what is in the hoop.
    for (const recipe of RECIPES.filter((r) => r !== 'stitch-then-cut' && r !== 'cutwork'))
      for (const kind of ['circle', 'rectangle', 'heart', 'shield', 'tab'] as const)
        for (const { tape, blocks } of drawn(
          draftOf(recipe, { shape: { kind, widthMm: 90, heightMm: 70 } }),
          motif,
        ).hoopings) {
          const read = readDesign(tape, { trimJumps: 3 }).blocks;
          blocks.forEach(({ role, rows }, i) => {
            if (!role) return;
            expect(read[i].role.value, `${recipe}, ${kind}, ${rows[0]}`).to.equal(role);
            expect(read[i].role.confidence, `${recipe}, ${kind}, ${rows[0]}`).to.be.at.least(0.9);
          });
        }
  });
  it('what covers what is read from the stitches: half the width, less what lies between the lines', () => {
    const worked = (draft: Draft) => {
      const found = workOut({ draft, design: null, ...written(draft), workshop, unit: 'mm' });
      if (!found.ok) throw new Error(found.problem.message);
      return found.value.covered;
    };
    const over = (id: string, draft: Draft) => worked(draft).find(({ overId }) => overId === id);
    const plain = over('tack', draftOf('applique', { ...circle, parts: { cover: { widthMm: 4 } } }));
    expect(plain?.outsideMm).to.be.closeTo(2, 0.15);
    expect(plain?.insideMm).to.be.closeTo(2, 0.15);
    // The blank's tack-down lies 1 mm inside its die line: border of 4.5.
    const film = draftOf('film-patch', circle);
    expect(over('die', film)?.outsideMm).to.be.closeTo(2.25, 0.15);
    expect(over('tack', film)?.outsideMm).to.be.closeTo(3.25, 0.15);
    expect(over('tack', film)?.insideMm).to.be.closeTo(1.25, 0.15);
    // A zigzag of 2 mm stands 1 mm out on both sides.
    const cut = draftOf('applique-pre-cut', circle);
    expect(over('tack', cut)?.outsideMm).to.be.closeTo(1.75 - 1, 0.15);
  });
  it('the edge across: the piece ends where scissors leave it, closer where the cover reaches less far', () => {
    const raw = (widthMm: number) => {
      const draft = draftOf('applique', { parts: { cover: { widthMm } } });
      return edgeSection(recipeOf(draft), rowsOf(draft), numbers).rawMm;
    };
    // 1.5 mm as usual; of a cover of 3 only 1.5 less 0.3 to spare.
    expect(raw(5)).to.be.closeTo(1.5, 1e-9);
    expect(raw(3)).to.be.closeTo(1.2, 1e-9);
    const film = draftOf('film-patch');
    expect(edgeSection(recipeOf(film), rowsOf(film), numbers).rawMm).to.equal(0);
  });
  it('says what to mind, and its fix settles it', () => {
    const cases: [id: string, draft: Draft, design?: Tape][] = [
      ['cover-short', draftOf('applique', { ...circle, parts: { cover: { widthMm: 1 } } })],
      ['trim-closer', draftOf('applique', { ...circle, parts: { cover: { widthMm: 3.2 } } })],
      ['cover-inside', draftOf('applique', { ...circle, parts: { tack: { offsetMm: -2.4 } } })],
      [
        'narrow-for-cloth',
        draftOf('film-patch', { ...circle, cloth: 'cotton', parts: { cover: { widthMm: 2.4 } } }),
      ],
      ['sharp-corner', draftOf('applique', { shape: { kind: 'pennant', widthMm: 60, heightMm: 90 } })],
      [
        'opening-small',
        draftOf('turned', { ...circle, parts: { final: { opening: { side: 'top', lengthMm: 20 } } } }),
      ],
      ['no-opening', draftOf('turned', { ...circle, parts: { final: { opening: null } } })],
      ['opening-bent', draftOf('turned', { parts: { final: { opening: { side: 'left', lengthMm: 60 } } } })],
      ['small-hole', draftOf('cutwork', { shape: { kind: 'circle', widthMm: 6 } })],
      ['design-outside', draftOf('film-patch', { shape: { kind: 'circle', widthMm: 62 } }), tailTab()],
      ['design-near', draftOf('film-patch', { shape: { widthMm: 57, heightMm: 85, gapMm: 3 } }), tailTab()],
      ['too-large', draftOf('applique', { shape: { widthMm: 900, heightMm: 900 } })],
    ];
    for (const [id, draft, design = null] of cases) {
      const found = advised(draft, design).find((advice) => advice.id === id);
      expect(found, id).to.not.equal(undefined);
      if (!found?.fix) continue;
      const parts = { ...draft.parts };
      for (const [row, change] of Object.entries(found.fix.parts ?? {}))
        parts[row] = { ...parts[row], ...change };
      const settled = { ...draft, parts, shape: { ...draft.shape, ...found.fix.shape } };
      const left = advised(settled, design).map((advice) => advice.id);
      // Capped corners are still sharp: only their tips are shorter.
      if (id !== 'sharp-corner') expect(left, id).to.not.include(id);
    }
    for (const recipe of RECIPES) expect(advised(draftOf(recipe, circle)), recipe).to.deep.equal([]);
  });
  it('becomes a build that knows its technique, roles, threads and cloth, with all its steps', () => {
    const design = { threads: [{ name: 'Ink', colour: '#22211f' }], roles: { 0: 'quilting' as const } };
    const draft = draftOf('two-hoopings', {
      ...circle,
      name: 'Kite',
      cloth: 'felt',
      parts: { cut: { thread: { name: 'Brick', colour: '#a3262d' } } },
    });
    const motif = new TapeMaker('motif').sew(run([{ x: 0, y: 0 }, { x: 9, y: 4 }], 2)).done(); // prettier-ignore
    const [hooping] = drawn(draft, motif).hoopings;
    const roles = rolesOf(hooping, design);
    const reading = readDesign(hooping.tape, { trimJumps: 3, roles });
    const given = { id: 'made', tapeId: 't1-1', fileName: 'kite.dst', now: '2026-06-01T10:00:00.000Z' };
    const build = buildOf({ draft, hooping, reading, design }, workshop, given);
    expect(build.name).to.equal('Kite, design');
    expect(build.roles).to.deep.equal({ 0: 'quilting', 1: 'cut-line' });
    expect(build.threads.map(({ name }) => name)).to.deep.equal(['Ink', 'Brick']);
    const plan = planBuild(build, reading, workshop);
    expect(plan.cut.pieces.find(({ id }) => id === 'cloth')?.material).to.equal('felt');
    expect(plan.score.steps.map(({ title }) => title)).to.include('Cut on the line');
  });
  it('says what a draft lacks, and takes none that is broken', () => {
    const refused = (draft: Draft) => {
      const drawing = drawDraft(draft, { design: null, ...written(draft) }, numbers);
      return drawing.ok ? 'ok' : drawing.problem.code;
    };
    expect(refused(draftOf('applique', { shape: { kind: 'tape' } }))).to.equal('no-design');
    expect(refused(draftOf('applique', { shape: { kind: 'letters', text: ' ' } }))).to.equal('no-letters');
    const off = Object.fromEntries(recipeById('turned').rows.map(({ id }) => [id, { isOn: false }]));
    expect(refused(draftOf('turned', { parts: off }))).to.equal('nothing-on');
    const gone = workOut({
      draft: draftOf('applique', { tapeId: 'gone' }),
      design: null,
      outlines: null,
      strokes: null,
      workshop,
      unit: 'mm',
    });
    expect(gone.ok ? 'ok' : gone.problem.code).to.equal('no-design');
    expect(draftSchema.safeParse({ ...newDraft('applique'), recipe: 'none' }).success).to.equal(false);
    for (const recipe of RECIPES) expect(draftSchema.parse(newDraft(recipe))).to.deep.equal(newDraft(recipe));
  });
});
