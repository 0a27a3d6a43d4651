import { expect } from 'chai';
import type { Build } from '$lib/core/build';
import { changeBySheet, laySheet, linesOfPage, readSheetLines, toldLines } from '$lib/core/exchange';
import { planBuild } from '$lib/core/plan';
import { tailTab } from '$lib/demo';
import { example } from '../support/examples';

const { plan, build, reading, workshop } = example(tailTab(), { technique: 'felt-tab' });
const SHEET = `Tail tab
1. Hoop one layer of tear-away
Step 1 (Colour 1): Placement, Snow White 1001
Lay the felt over the line
Step 2 (Colour 2): Tack down, Snow White 1001
Step 3 (Colour 3): Gull, Navy 1243
Step 4 (Colour 4): Snap marks, Snow White 1001
Flip the hoop and tape the back in place
Wipe your glasses
Place a label under the hoop
Step 5 (Colour 5): Last line, Gold 1172`;
const lay = (text: string) => laySheet(toldLines(readSheetLines(text)), plan);
const take = (text: string, choice = { roles: false, hands: false }, from: Build = build) => {
  let n = 0;
  return { ...from, ...changeBySheet(lay(text), from, reading.blocks.length, choice, () => `${n++}`) };
};

describe('a sheet laid onto a build', () => {
  it('names the threads of its blocks, with their numbers', () => {
    const { threads } = take(SHEET);
    expect(threads.map((t) => `${t.name} ${t.number}`)).to.deep.equal([
      'Snow White 1001',
      'Snow White 1001',
      'Navy 1243',
      'Snow White 1001',
      'Gold 1172',
    ]);
    expect(threads[2].colour).to.equal('#243b63');
    // Nothing is left to name once it is taken.
    const then = planBuild(take(SHEET), reading, workshop);
    expect(laySheet(toldLines(readSheetLines(SHEET)), then).rows.filter((r) => r.thread)).to.deep.equal([]);
  });
  it('finds the work of hands among the steps at the same stop, and puts in only what is not there', () => {
    const { rows } = lay(SHEET);
    expect(rows.map((r) => r.hands.map((h) => h.step?.title ?? null))).to.deep.equal([
      ['Hoop up'],
      ['Lay the front'],
      [],
      [],
      ['Turn to the back', 'Lay the back'],
    ]);
    const put = take(SHEET, { roles: false, hands: true });
    expect(put.edits).to.deep.equal([]);
    const more = take(SHEET.replace('Wipe your glasses', 'Press the felt flat'), {
      roles: false,
      hands: true,
    });
    expect(more.edits).to.deep.equal([
      {
        kind: 'insert',
        stepId: 'own:0',
        before: 'n4',
        title: 'Press the felt flat',
        text: 'Press the felt flat',
        side: 'front',
        seconds: 30,
      },
    ]);
  });
  it('shows where it says another role, and takes it only when asked', () => {
    const other = SHEET.replace('Gull, Navy', 'Satin border, Navy');
    expect(lay(other).rows.map((r) => r.role)).to.deep.equal([null, null, 'cover', null, null]);
    expect(take(other).roles).to.deep.equal({});
    expect(take(other, { roles: true, hands: false }).roles).to.deep.equal({ '2': 'cover' });
    // What says nothing is no word against the tape.
    expect(lay(SHEET.replace('Last line, Gold', 'Frame, Gold')).rows[4].role).to.equal(null);
  });
  it('that lacks a stop, or has one more, goes by what stops are for and by their stitches', () => {
    const blocks = reading.blocks.map((b) => b.stitches);
    const lines = ['Placement', 'Tack down', 'Gull', 'Snap marks', 'Last line'].map(
      (title, i) => `${i + 1}. ${title}, t${i}, ${blocks[i]} st`,
    );
    const less = lay(lines.filter((_, i) => i !== 1).join('\n')).rows;
    expect(less.map((r) => [r.needle?.block, r.stop?.title ?? null])).to.deep.equal([
      [0, 'Placement'],
      [1, null],
      [2, 'Gull'],
      [3, 'Snap marks'],
      [4, 'Last line'],
    ]);
    const more = lay([...lines.slice(0, 2), '9. Word, gold, 9999 st', ...lines.slice(2)].join('\n')).rows;
    expect(more.map((r) => r.needle?.block ?? null)).to.deep.equal([0, 1, null, 2, 3, 4]);
  });
});

describe('lines of a page of a PDF', () => {
  it('are read from top to bottom, columns parted by tabs, letters of one word together', () => {
    const at = (text: string, x: number, y: number, width = text.length * 5) => ({
      text,
      x,
      y,
      width,
      height: 10,
    });
    expect(
      linesOfPage([
        at('Stitches', 200, 700),
        at('Stop', 20, 700.4),
        at('Name', 80, 700),
        at('2', 20, 670),
        at('Tack', 80, 670),
        at('down', 102, 670),
        at('118', 200, 671),
        at('1', 20, 685),
        at('Place', 80, 685),
        at('ment', 105, 685),
        at(' ', 150, 685),
        at('120', 200, 685),
      ]),
    ).to.deep.equal(['Stop\tName\tStitches', '1\tPlacement\t120', '2\tTack down\t118']);
    expect(linesOfPage([])).to.deep.equal([]);
  });
});
