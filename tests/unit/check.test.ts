import { expect } from 'chai';
import { FUSIBLES, TRAITS, type Build, type Trait } from '$lib/core/build';
import { MATERIAL_KINDS } from '$lib/core/catalogue';
import { checkPlan, gatherFindings, RULES, type Finding } from '$lib/core/check';
import {
  circle,
  closePath,
  offset,
  rectangle,
  run,
  satin,
  tatami,
  TapeMaker,
  zigzag,
} from '$lib/core/outline';
import type { Path } from '$lib/core/base';
import { itemOutline } from '$lib/core/hoop';
import { readDesign } from '$lib/core/techniques';
import { readTape, type Tape } from '$lib/core/tape';
import { newWorkshop, type Workshop } from '$lib/core/workshop';
import { bib, coaster, crewPatch, demoWorkroom, napkin, pouch, tailTab, windStar } from '$lib/demo';
import { gullPennant } from '$lib/demo/designs/gull-pennant';
import { openOutline, placement } from '../support/labelled/blocks';
import { Dice } from '../support/labelled/types';
import { example, workshopWith, findingsOf, longHoop } from '../support/examples';
import { twinTabs } from '../support/copies';
import { strangers } from '../support/labelled/strangers';

type Change = Partial<Build>;
const shop = newWorkshop();
const twoHeads: Workshop = {
  ...shop,
  machines: [
    { ...shop.machines[0], id: 'm', name: 'Gannet', kind: 'multi-needle', needles: 2, heads: 2, speed: 850 },
  ],
  hoops: shop.hoops.map((h) => ({ ...h, machineId: 'm' })),
};
const check = (tape: Tape, change: Change = {}, workshop = shop, today?: string): Finding[] => {
  const { build, reading } = example(tape, change, workshop);
  return findingsOf(build, reading, workshop, {}, today);
};
/** A patch whose machine's needle has sewn so many hours. */
const withNeedle = (hours: number): Finding[] => {
  const { build, plan, workshop } = example(crewPatch());
  return checkPlan({ build, plan, workshop, today: null, needleSeconds: hours * 3600 });
};
/** Tabs laid by hand in the hoop of 130 × 180. */
/** Two napkins in a hoop, their corners towards each other where the second is turned by so much. */
const napkins = (turnDeg: number): Change => {
  const place = { x: 148, y: -148, turnDeg: 0 };
  return {
    technique: 'cutwork',
    techniqueBy: 'maker',
    thing: { name: 'Napkin', widthMm: 400, heightMm: 400, places: [place] },
    hoopId: 'hoop-160x260',
    order: { quantity: 2, repeats: 2 },
    hooping: {
      hoopId: 'hoop-160x260',
      gapMm: 0,
      outline: itemOutline(example(napkin()).reading, napkin()).map(({ x, y }): [number, number] => [x, y]),
      places: [
        { x: -30, y: 60, turnDeg: 0 },
        { x: 30, y: -60, turnDeg },
      ],
    },
  };
};
function laidAt(places: NonNullable<Build['hooping']>['places'], hoopId = 'hoop-130x180'): Change {
  const { reading } = example(tailTab());
  const outline = itemOutline(reading, tailTab()).map(({ x, y }): [number, number] => [x, y]);
  return {
    hoopId,
    order: { quantity: 4, repeats: places.length },
    hooping: { hoopId, outline, gapMm: 15, places },
  };
}
/** A workroom with a long hoop alone. */
const longOnly: Workshop = { ...newWorkshop(), hoops: [longHoop] };
const frame = (height: number): Tape => sewn([run(closePath(rectangle({ x: 0, y: 0 }, 60, height)), 2.5)]);
const upTo = (from: number, to: number): Path[] => [run([{ x: 0, y: from }, { x: 0, y: to }], 2.5)]; // prettier-ignore
const sewn = (...blocks: Path[][]): Tape => {
  const maker = new TapeMaker('TEST');
  blocks.forEach((paths, i) => (i ? maker.stop() : maker).sew(...paths));
  return maker.done();
};
const square = (w: number, x = 0, y = 0) => rectangle({ x, y }, w, w);
const line = (p: Path) => [run(closePath(p), 2.5)];
const edge = (p: Path, width = 3.5) => [satin(closePath(p), width, 0.4)];
/** One piece on cloth: its line, its tack-down, its cover. */
const onePiece = (coverWidth = 3.5, tackOut = 0) =>
  sewn(line(square(40)), line(offset(square(40), tackOut)[0]), edge(square(40), coverWidth));
/** Held by a zigzag 2.4 mm wide, that reaches 1.2 mm past its line. */
const onZigzag = (coverWidth: number) =>
  sewn(line(square(40)), [zigzag(closePath(square(40)), 2.4, 2)], edge(square(40), coverWidth));
const opened = (gap: number) =>
  sewn(
    placement(rectangle({ x: 0, y: 0 }, 120, 120, 15)).paths,
    openOutline(120, 120, gap, 'left', new Dice(4)).paths,
  );
const remove = (stepId: string): Change => ({ edits: [{ kind: 'remove', stepId }] });
const move = (stepId: string, before: string): Change => ({ edits: [{ kind: 'move', stepId, before }] });
const traits = (id: string, ...list: Trait[]): Change => ({ materials: { [id]: { traits: list } } });
const name = (beforeBlock: number): Change => ({
  insertions: [
    {
      id: 'name',
      name: 'Name',
      tapeId: null,
      typed: [{ title: 'name', role: 'decoration', thread: 'navy', seconds: 120, stitches: null }],
      beforeBlock,
      dxMm: 0,
      dyMm: 0,
      merged: false,
    },
  ],
});
const threads = (...names: string[]): Change => ({
  threads: names.map((n) => ({ name: n, colour: '#336699' })),
});
const washed: Change = { use: { washed: true, forChild: false, due: null } };
const coverTack = sewn([tatami(square(60), 0.4, 4)].flat(), line(square(70)), edge(square(70), 4));
const overlapping = (apart: number) =>
  sewn(
    ...[0, apart].flatMap((x) => [line(square(40, x)), line(square(40, x)), edge(square(40, x))]),
    line(square(apart + 80, apart / 2)),
  );
/** Three pieces in a row, each over the edge of the one before. */
const layered = sewn(
  ...[0, 24, 48].flatMap((x) => [line(square(40, x)), line(square(40, x)), edge(square(40, x))]),
  line(square(128, 24)),
);
const cutAround = (by: number) =>
  sewn(
    [tatami(circle({ x: 0, y: 0 }, 12), 0.5, 4)].flat(),
    edge(circle({ x: 0, y: 0 }, 30)),
    line(offset(circle({ x: 0, y: 0 }, 30), by)[0]),
  );
const asRead: Change = { technique: 'as-read' };

/** What sets a rule off, and the nearest thing that must not. */
const CASES: Record<string, { says: () => Finding[]; quiet: () => Finding[] }> = {
  'insert-late': { says: () => check(bib(), name(5)), quiet: () => check(bib(), name(4)) },
  'insert-early': { says: () => check(bib(), name(1)), quiet: () => check(bib(), name(3)) },
  'back-before-marks': { says: () => check(bib(), move('b4:lay-back', 'n2')), quiet: () => check(bib()) },
  'back-early': { says: () => check(bib(), move('b4:lay-back', 'n1')), quiet: () => check(bib()) },
  'hangs-free': {
    says: () => check(windStar(), { materials: { base: { kind: 'tear-away' } } }),
    quiet: () => check(windStar(), { materials: { base: { kind: 'film' } } }),
  },
  'not-rinsed': {
    says: () =>
      check(onePiece(), { technique: 'applique', materials: { base: { kind: 'mesh', layers: 2 } } }),
    quiet: () => check(windStar()),
  },
  'zip-closed': { says: () => check(pouch(), remove('b13:open')), quiet: () => check(pouch()) },
  'cover-before-trim': {
    says: () => check(crewPatch(), move('a3:trim', 'n7')),
    quiet: () => check(crewPatch(), move('a3:trim', 'n5')),
  },
  'cover-before-tack': {
    says: () => check(onePiece(), { roles: { '0': 'cover' } }),
    quiet: () => check(onePiece()),
  },
  'never-tacked': {
    says: () =>
      check(onePiece(), { technique: 'applique', edits: [{ kind: 'skip', stepId: 'n1', skip: true }] }),
    quiet: () => check(onePiece()),
  },
  'nothing-laid': {
    says: () => check(onePiece(), { technique: 'applique', ...remove('a0:lay') }),
    quiet: () => check(onePiece(), { technique: 'applique', ...remove('a1:trim') }),
  },
  'taken-out': {
    says: () => check(onePiece(), { technique: 'applique', ...remove('a1:trim') }),
    quiet: () => check(onePiece(), { technique: 'applique', ...remove('finish:tear') }),
  },
  'stop-merged': {
    says: () =>
      check(sewn(line(square(40)), edge(square(40)), [tatami(square(8, 50), 0.5, 3)].flat()), {
        technique: 'applique',
      }),
    quiet: () => check(onePiece(), { technique: 'applique' }),
  },
  'trimmed-early': {
    says: () => check(coaster(), move('b5:trim-front', 'n3')),
    quiet: () => check(coaster()),
  },
  'fused-late': {
    says: () => check(gullPennant(), { schools: { cut: 'pre-cut' }, ...move('a1:fuse', 'n3') }),
    quiet: () => check(gullPennant(), { schools: { cut: 'pre-cut' } }),
  },
  'flip-unsaid': { says: () => check(tailTab(), remove('b4:flip')), quiet: () => check(tailTab()) },
  halts: { says: () => check(crewPatch(), {}, twoHeads), quiet: () => check(crewPatch()) },
  'hoop-off-loose': {
    says: () =>
      check(onePiece(), { technique: 'applique', schools: { hoop: 'off' }, ...move('a1:trim', 'n1') }),
    quiet: () => check(onePiece(), { technique: 'applique', schools: { hoop: 'off' } }),
  },
  'too-large': {
    says: () =>
      check(
        crewPatch(),
        { hoopId: 'none' },
        { ...shop, hoops: [{ ...shop.hoops[0], widthMm: 60, heightMm: 60 }] },
      ),
    quiet: () => check(crewPatch()),
  },
  repeats: {
    says: () => check(crewPatch(), { order: { quantity: 4, repeats: 2 } }),
    quiet: () => check(crewPatch(), { order: { quantity: 4, repeats: 1 } }),
  },
  'piece-small': {
    says: () => check(bib(), { materials: { back: { own: { widthMm: 120, heightMm: 240 } } } }),
    quiet: () => check(bib(), { materials: { back: { own: { widthMm: 170, heightMm: 250 } } } }),
  },
  'precut-small': {
    says: () => check(onePiece(4, 1), { technique: 'applique', schools: { cut: 'pre-cut' } }),
    quiet: () => check(onePiece(4, -0.5), { technique: 'applique', schools: { cut: 'pre-cut' } }),
  },
  'cover-short': { says: () => check(onePiece(1)), quiet: () => check(onePiece(3.5)) },
  'trim-flush': { says: () => check(onZigzag(3)), quiet: () => check(onZigzag(5)) },
  lump: { says: () => check(overlapping(24)), quiet: () => check(overlapping(60)) },
  'cut-line-out': {
    says: () => check(cutAround(6), { roles: { '1': 'cover', '2': 'cut-line' } }),
    quiet: () => check(cutAround(-4), { roles: { '1': 'cover', '2': 'cut-line' } }),
  },
  'opening-small': { says: () => check(opened(34)), quiet: () => check(opened(60)) },
  'no-lip': {
    says: () => check(bib(), {}, workshopWith({ 'cut.openingLip': 5 })),
    quiet: () => check(bib()),
  },
  'base-thin': {
    says: () => check(windStar(), { materials: { base: { layers: 1 } } }),
    quiet: () => check(windStar()),
  },
  'tear-away-border': {
    says: () => check(onePiece(), asRead),
    quiet: () => check(onePiece(), { ...asRead, materials: { base: { layers: 2 } } }),
  },
  'knit-no-stay': {
    says: () => check(onePiece(), { technique: 'applique', ...traits('cloth', 'stretch') }),
    quiet: () =>
      check(onePiece(), {
        technique: 'applique',
        materials: { cloth: { traits: ['stretch'] }, base: { kind: 'cut-away' } },
      }),
  },
  'pile-no-topping': {
    says: () => check(gullPennant(), traits('cloth', 'pile')),
    quiet: () => check(gullPennant(), { schools: { topping: 'film' }, ...traits('cloth', 'pile') }),
  },
  'heavy-bond': {
    says: () => check(gullPennant(), { materials: { 'applique-1': { fusible: 'heavy' } } }),
    quiet: () => check(gullPennant(), { materials: { 'applique-1': { fusible: 'light' } } }),
  },
  'no-fusible': {
    says: () => check(gullPennant(), washed),
    quiet: () => check(gullPennant(), { ...washed, schools: { hold: 'fuse' } }),
  },
  'not-prewashed': {
    says: () => check(bib(), washed),
    quiet: () =>
      check(bib(), { ...washed, materials: { front: { prewashed: true }, back: { prewashed: true } } }),
  },
  'metal-zip': { says: () => check(pouch(), traits('zip', 'metal')), quiet: () => check(pouch()) },
  'slippery-back': {
    says: () => check(coaster(), traits('back', 'slippery')),
    quiet: () => check(coaster(), traits('front', 'slippery')),
  },
  'film-heat': {
    says: () => check(crewPatch(), { schools: { cut: 'pre-cut' } }),
    quiet: () => check(crewPatch(), { schools: { cut: 'pre-cut', base: 'wash' } }),
  },
  'vinyl-heat': {
    says: () =>
      check(gullPennant(), { schools: { hold: 'pins' }, materials: { 'applique-1': { kind: 'vinyl' } } }),
    quiet: () => check(tailTab(), { materials: { front: { kind: 'vinyl' } } }),
  },
  'needle-kind': {
    says: () => check(bib(), traits('front', 'stretch')),
    quiet: () => check(bib(), { needle: 'ballpoint', ...traits('front', 'stretch') }),
  },
  'keep-dry': {
    says: () => check(coaster(), traits('front', 'keep-dry')),
    quiet: () => check(coaster(), { schools: { base: 'tear' }, ...traits('front', 'keep-dry') }),
  },
  'laid-outside': {
    says: () => check(tailTab(), laidAt([{ x: 0, y: 60, turnDeg: 0 }])),
    quiet: () => check(tailTab(), laidAt([{ x: 0, y: 0, turnDeg: 0 }])),
  },
  'laid-close': {
    says: () => check(tailTab(), laidAt([-22, 22].map((x) => ({ x, y: 0, turnDeg: 0 })))),
    quiet: () => check(tailTab(), laidAt([-32, 32].map((x) => ({ x, y: 0, turnDeg: 0 })))),
  },
  'off-centre': {
    says: () => check(tailTab(), laidAt([{ x: 0, y: 40, turnDeg: 0 }], 'hoop-160x260')),
    quiet: () => check(tailTab(), laidAt([{ x: 30, y: 38, turnDeg: 0 }], 'hoop-160x260')),
  },
  'hoop-large': {
    says: () => check(tailTab(), { hoopId: 'hoop-160x260' }),
    quiet: () => check(tailTab(), { hoopId: 'hoop-130x180' }),
  },
  'cloth-over': {
    says: () => check(napkin(), napkins(0)),
    // Turned end for end, the second lies the other way.
    quiet: () => check(napkin(), napkins(180)),
  },
  'last-hooping': {
    // Enough for 16 are 17, by the usual rejects.
    says: () => check(tailTab(), { order: { quantity: 16, repeats: 4 } }),
    quiet: () => check(tailTab(), { order: { quantity: 16, repeats: 17 } }),
  },
  'over-positions': {
    says: () => check(frame(250), {}, longOnly),
    quiet: () => check(frame(120), {}, longOnly),
  },
  'positions-meet': {
    // Two lines that come within 2 of each other, each at another position.
    says: () => check(sewn(upTo(-130, -1), upTo(1, 130)), {}, longOnly),
    quiet: () => check(sewn(upTo(-60, -1), upTo(1, 60)), {}, longOnly),
  },
  'laid-other': {
    says: () =>
      check(tailTab(), { ...laidAt([{ x: 0, y: 0, turnDeg: 0 }]), order: { quantity: 4, repeats: 2 } }),
    quiet: () => check(tailTab(), laidAt([{ x: 0, y: 0, turnDeg: 0 }])),
  },
  'nap-turned': {
    says: () => check(pouch(), traits('upper', 'directional')),
    quiet: () => check(bib(), traits('front', 'directional')),
  },
  'bobbin-out': {
    says: () => check(coverTack, asRead, workshopWith({ 'thread.bobbinHome': 10, 'thread.bobbinKeep': 35 })),
    quiet: () => check(coverTack, asRead),
  },
  'bobbin-too-small': {
    says: () =>
      check(
        sewn(edge(square(90), 8), edge(square(60), 3)),
        asRead,
        workshopWith({ 'thread.bobbinHome': 10, 'thread.bobbinKeep': 40 }),
      ),
    quiet: () => check(coverTack, asRead),
  },
  'needle-due': {
    says: () => withNeedle(7.99),
    // Due later than this hooping, and known to be fresh.
    quiet: () => [...withNeedle(4), ...withNeedle(0)],
  },
  'bobbin-colour': { says: () => check(tailTab(), remove('b4:bobbin')), quiet: () => check(tailTab()) },
  'metallic-fast': {
    says: () => check(onePiece(), { threads: [{ name: 'silver', colour: '#cccccc', metallic: true }] }),
    quiet: () => check(onePiece(), threads('silver')),
  },
  'metallic-needle': {
    says: () => check(onePiece(), { threads: [{ name: 'silver', colour: '#cccccc', metallic: true }] }),
    quiet: () => [
      ...check(onePiece(), threads('silver')),
      ...check(
        onePiece(),
        { threads: [{ name: 'silver', colour: '#cccccc', metallic: true }] },
        {
          ...shop,
          machines: shop.machines.map((m) => ({
            ...m,
            needle: { kind: 'metallic', size: '90/14', since: 0 },
          })),
        },
      ),
    ],
  },
  'needless-change': {
    says: () => check(onePiece(), threads('white', 'navy', 'navy')),
    quiet: () => check(onePiece(), threads('navy', 'navy', 'navy')),
  },
  'needles-few': {
    says: () => check(onePiece(), threads('a', 'b', 'c'), twoHeads),
    quiet: () => check(onePiece(), threads('a', 'b', 'b'), twoHeads),
  },
  'over-next': {
    says: () => check(twinTabs(48)),
    quiet: () => check(twinTabs(90)),
  },
  'due-date': {
    says: () =>
      check(
        windStar(),
        { order: { quantity: 40, repeats: 1 }, use: { washed: false, forChild: false, due: '2026-05-03' } },
        shop,
        '2026-05-01',
      ),
    quiet: () =>
      check(
        windStar(),
        { order: { quantity: 2, repeats: 1 }, use: { washed: false, forChild: false, due: '2026-05-09' } },
        shop,
        '2026-05-01',
      ),
  },
  'hands-full': {
    says: () => check(tailTab(), { order: { quantity: 8, repeats: 1 } }, twoHeads),
    quiet: () => check(tailTab(), { order: { quantity: 8, repeats: 1 } }),
  },
  'small-parts': {
    says: () => check(tailTab(), { use: { washed: false, forChild: true, due: null } }),
    quiet: () =>
      check(tailTab(), { schools: { closure: 'none' }, use: { washed: false, forChild: true, due: null } }),
  },
};

const of = (findings: Finding[], id: string) => findings.filter((f) => f.id === id);

describe('the plan check', () => {
  it('has a case for every rule', () => {
    expect(Object.keys(CASES).sort()).to.deep.equal(RULES.map((r) => r.id).sort());
  });
  for (const [id, { says, quiet }] of Object.entries(CASES)) {
    it(`${id}: says it, in two sentences, at its step`, () => {
      const [found] = of(says(), id);
      expect(
        found,
        says()
          .map((f) => f.id)
          .join(', '),
      ).to.not.equal(undefined);
      expect(found.message).to.match(/^\S.*[.!]$/s);
      expect(found.because).to.match(/^\S.*[.!]$/s);
    });
    it(`${id}: stays quiet beside it`, () => expect(of(quiet(), id)).to.deep.equal([]));
  }

  it('offers a fix only where the fix settles it', () => {
    const tapes: [Tape, Change, Workshop][] = [
      [bib(), { ...name(5), ...washed }, shop],
      [pouch(), remove('b13:open'), shop],
      [crewPatch(), move('a3:trim', 'n7'), shop],
      [coaster(), traits('front', 'keep-dry'), shop],
      [windStar(), { materials: { base: { layers: 1 } } }, shop],
      [gullPennant(), { ...washed, ...traits('cloth', 'pile', 'stretch') }, shop],
      [onePiece(), { ...asRead, ...threads('white', 'navy', 'navy') }, shop],
      [crewPatch(), { order: { quantity: 4, repeats: 2 } }, shop],
      [tailTab(), remove('b4:bobbin'), shop],
      [coverTack, asRead, workshopWith({ 'thread.bobbinHome': 10, 'thread.bobbinKeep': 35 })],
    ];
    let tried = 0;
    for (const [tape, change, workshop] of tapes) {
      const { build, reading } = example(tape, change, workshop);
      for (const { id, stepId, fix } of findingsOf(build, reading, workshop)) {
        if (!fix) continue;
        tried++;
        const after = findingsOf({ ...build, ...fix.change }, reading, workshop);
        expect(
          after.filter((f) => f.id === id && f.stepId === stepId),
          `${id}: ${fix.label}`,
        ).to.deep.equal([]);
      }
    }
    expect(tried).to.be.at.least(12);
  });

  it('advises nothing that another rule forbids, whatever the pieces are made of', () => {
    const tapes = [bib(), pouch(), crewPatch(), coaster(), windStar(), gullPennant(), tailTab()];
    let tried = 0;
    for (const tape of tapes) {
      const pieces = example(tape).plan.score.pieces.map((p) => p.id);
      const all = (what: Build['materials'][string]) => Object.fromEntries(pieces.map((p) => [p, what]));
      const ways: Change[] = [
        ...MATERIAL_KINDS.map((kind) => ({ materials: all({ kind }) })),
        ...TRAITS.map((trait) => ({ materials: all({ traits: [trait] }) })),
        ...FUSIBLES.map((fusible) => ({ materials: all({ fusible }) })),
      ];
      for (const way of ways)
        for (const washed of [false, true]) {
          const { build, reading, findings } = example(tape, {
            ...way,
            use: { washed, forChild: washed, due: null },
          });
          const before = new Set(findings.map((f) => f.id));
          for (const { id, fix } of findings) {
            if (!fix) continue;
            tried++;
            const after = findingsOf({ ...build, ...fix.change }, reading, shop);
            expect(
              after.map((f) => f.id).filter((other) => !before.has(other)),
              `${id}: ${fix.label}, ${JSON.stringify(way).slice(0, 80)}`,
            ).to.deep.equal([]);
          }
        }
    }
    expect(tried).to.be.at.least(100);
  });

  it('says the same of several places once, with all of them', () => {
    const findings = check(layered);
    const lumps = of(findings, 'lump');
    expect(lumps.length).to.be.at.least(2);
    const gathered = gatherFindings(findings).filter(({ finding }) => finding.id === 'lump');
    expect(gathered).to.deep.equal([{ finding: lumps[0], also: lumps.slice(1) }]);
  });

  it('says where the bobbin stays behind its thread, and where windows lie on what does not wash away', () => {
    const two = Array.from({ length: 2 }, (_, i) => ({ name: `t${i}`, colour: '#112233' }));
    const behind = check(windStar(), { threads: two, ...remove('b1:bobbin') });
    expect(of(behind, 'bobbin-colour').map((f) => f.stepId)).to.deep.equal(['n1']);
    expect(of(check(windStar(), { threads: two }), 'bobbin-colour')).to.deep.equal([]);
    const napkins = check(napkin(), { materials: { base: { kind: 'tear-away' } } });
    expect(of(napkins, 'hangs-free').map((f) => f.severity)).to.deep.equal(['stop']);
    expect(of(check(napkin()), 'hangs-free')).to.deep.equal([]);
  });

  it('keeps quiet what the maker silenced, with the reason, and says the worst first', () => {
    const change: Change = { ...washed, silenced: { 'not-prewashed': 'Cut from old sheets.' }, ...name(5) };
    const findings = check(bib(), change);
    expect(of(findings, 'not-prewashed')[0].silenced).to.equal('Cut from old sheets.');
    expect(findings[0]).to.include({ id: 'insert-late', severity: 'stop', silenced: null });
  });

  it('says of the sample builds only what they were set up for', () => {
    const { builds, workshop } = demoWorkroom(Date.UTC(2026, 4, 1));
    const said = builds.map(({ build, tapes }) => {
      const read = (bytes: Uint8Array) => {
        const tape = readTape(bytes);
        if (!tape.ok) throw new Error(tape.problem.message);
        return readDesign(tape.value, { trimJumps: 3 });
      };
      const inserted = Object.fromEntries(build.insertions.map((i, k) => [i.id, read(tapes[k + 1].bytes)]));
      const findings = findingsOf(build, read(tapes[0].bytes), workshop, inserted);
      return [build.name, findings.filter((f) => !f.silenced).map((f) => f.id)];
    });
    expect(Object.fromEntries(said)).to.deep.equal({
      'Crew patch': ['halts'],
      'Line-winder pouch': [],
      'Tail tab': ['last-hooping'],
      'Wind-star': ['base-thin'],
      'Gull pennant': [],
      'Tea-tent napkin': ['last-hooping'],
      'Picnic coaster': ['slippery-back'],
      'Pilot bib': ['not-prewashed'],
      'Fluffy number': ['repeats', 'last-hooping'],
    });
  });

  it('leads back to the hoop that the items were laid in, with its machine', () => {
    const hoops = [...twoHeads.hoops, { ...shop.hoops[1], id: 'other', machineId: 'another' }];
    const another = { ...twoHeads.machines[0], id: 'another' };
    const workshop = { ...twoHeads, machines: [...twoHeads.machines, another], hoops };
    const laid = laidAt([{ x: 0, y: 0, turnDeg: 0 }]);
    const change = (hoopId: string): Change => ({
      ...laid,
      hoopId: twoHeads.hoops[0].id,
      hooping: { ...laid.hooping!, hoopId },
    });
    const fix = (hoopId: string) =>
      check(tailTab(), change(hoopId), workshop).find((f) => f.id === 'laid-other')?.fix?.change;
    expect(fix('other')).to.deep.include({ hoopId: 'other', machineId: 'another' });
    expect(fix('gone')).to.deep.equal({ hooping: null });
  });

  it('says of designs by another hand what is so, and nothing else', () => {
    const said = strangers().flatMap(({ name: design, tape }) => {
      const ids = example(tape).findings.map((f) => f.id);
      return ids.length ? [[design, ids]] : [];
    });
    expect(Object.fromEntries(said)).to.deep.equal({
      // Larger than any hoop of a new workroom.
      'd1-bib': ['too-large'],
      'k1-big-fill': ['too-large'],
      'l1-confetti': ['too-large'],
      // A cover that ends with the zigzag it hides, and one that goes on under the next piece.
      'f1-lace-heart': ['trim-flush'],
      'g1-three-pieces': ['lump'],
      // An opening of 38 mm; twins whose backs overlap.
      'r1-heart-pillow': ['opening-small'],
      't1-twin-pieces': ['over-next'],
    });
  });
});
