import { expect } from 'chai';
import fc from 'fast-check';
import { readSheetLines, stopsOf } from '$lib/core/exchange';
import { proposeTyped } from '$lib/core/plan';
import { newWorkshop } from '$lib/core/workshop';

const stops = (text: string) => stopsOf(readSheetLines(text));
const told = (text: string) =>
  readSheetLines(text).map((line) => (line.is === 'hand' ? line.action : line.is));

describe('lines of a sheet', () => {
  it('takes a line as makers write it, in minutes or in stitches', () => {
    expect(stops('1 placement white 0:40')[0]).to.deep.equal({
      title: 'placement',
      role: 'placement',
      thread: 'white',
      seconds: 40,
      stitches: null,
    });
    expect(stops('2. Tack-down, navy blue, 350 st')[0]).to.deep.include({
      title: 'Tack-down',
      role: 'tack-down',
      thread: 'navy blue',
      stitches: 350,
    });
    expect(stops('Stop 3: Satin border - gold - 2,450 stitches')[0]).to.deep.include({
      title: 'Satin border',
      role: 'cover',
      thread: 'gold',
      stitches: 2450,
    });
    expect(stops('4\tStippling\tany white\t12 min')[0]).to.deep.include({ role: 'quilting', seconds: 720 });
    expect(stops('5) final seam 1:02:05')[0]).to.deep.include({ role: 'final-outline', seconds: 3725 });
    expect(stops('Letters, petrol, 90 s')[0]).to.deep.include({
      role: 'decoration',
      thread: 'petrol',
      seconds: 90,
    });
    expect(stops('1 placement white 350')[0]).to.deep.include({ thread: 'white', stitches: 350 });
  });
  it('takes numbered lists without times, and loses their numbers however they are written', () => {
    for (const line of [
      '3 Tack down, Black',
      '3. Tack down, Black',
      '3, Tack down, Black',
      '3) Tack down – Black',
      'Step 3: Tack down, Black',
      'Step 3 (Color 3): Tack down, Black',
      'Stop #3 - Tack down; Black',
      'Colour 3: Tack down, Black',
      'Stitch color 3: Tack down, Black',
    ])
      expect(stops(line), line).to.deep.equal([
        { title: 'Tack down', role: 'tack-down', thread: 'Black', seconds: null, stitches: null },
      ]);
    expect(stops('1, Placement')[0]).to.include({ title: 'Placement', role: 'placement', thread: '' });
    // A figure with its unit is no number of a line.
    expect(stops('12 min satin border')[0]).to.include({ title: 'satin border', seconds: 720 });
  });
  it('takes words alone where nothing is numbered', () => {
    expect(stops('Placement line\nTack down\nSatin border').map((s) => s.role)).to.deep.equal([
      'placement',
      'tack-down',
      'cover',
    ]);
    expect(
      told('Lantern tag\nStop  Part  Thread  Time\n\n1 placement white 0:40\n2 border red 5:10\nThank you'),
    ).to.deep.equal(['other', 'other', 'stop', 'stop', 'other']);
  });
  it('keeps the name and the number of a thread apart, and takes neither for stitches', () => {
    const list = stops('1. Placement, Snow White 1001\n2. Petals, Coral 1153\n3. Last line, Snow White 1001');
    expect(list.map((s) => [s.title, s.thread, s.threadNumber, s.stitches])).to.deep.equal([
      ['Placement', 'Snow White', '1001', null],
      ['Petals', 'Coral', '1153', null],
      ['Last line', 'Snow White', '1001', null],
    ]);
    expect(stops('2. Snow White 1001')[0]).to.include({
      title: 'Stop 1',
      thread: 'Snow White',
      threadNumber: '1001',
    });
    expect(stops('2. Border, gold 1172, 4:10')[0]).to.include({
      thread: 'gold',
      threadNumber: '1172',
      seconds: 250,
    });
    // The same thread with other figures each time: those are stitches.
    const counted = stops('1 placement white 120\n2 tack-down white 118\n3 border white 2450');
    expect(counted.map((s) => [s.threadNumber, s.stitches])).to.deep.equal([
      [undefined, 120],
      [undefined, 118],
      [undefined, 2450],
    ]);
  });
  it('reads tables with their columns in any order, whatever stands between them', () => {
    const rows = [
      ['Stitches', 'Name', 'Stop', 'Colour', 'Minutes', 'Length'],
      ['120', 'Placement', '1', 'White 1001', '0:20', '0.4 m'],
      ['2450', 'Petals', '2', 'Coral', '4.5', '11 m'],
    ];
    for (const between of ['\t', ';', ' | ', '   '])
      expect(stops(`Kite tag\n${rows.map((r) => r.join(between)).join('\n')}\nEnjoy`), between).to.deep.equal(
        [
          {
            title: 'Placement',
            role: 'placement',
            thread: 'White',
            threadNumber: '1001',
            seconds: 20,
            stitches: null,
          },
          { title: 'Petals', role: 'decoration', thread: 'Coral', seconds: 270, stitches: null },
        ],
      );
    const named = stops('No.\tColour\tName\tStitches\n1\t1\tNavy\t350\n2\t2\tGold\t90');
    expect(named.map((s) => [s.title, s.thread, s.stitches])).to.deep.equal([
      ['Stop 1', 'Navy', 350],
      ['Stop 2', 'Gold', 90],
    ]);
    expect(stops('Thread;Seconds;What\nSand;45;Tack down')[0]).to.include({
      thread: 'Sand',
      seconds: 45,
      role: 'tack-down',
    });
  });
  it('tells the work of hands between them from what is sewn', () => {
    expect(
      told(
        [
          '1. Hoop one layer of tear-away',
          '2. Sew colour 1: placement line',
          '3. Place the front fabric over the line, right side up',
          '4. Sew colour 2: tack down',
          '5. Trim close to the stitches',
          '6. Flip the hoop and tape the back fabric in place',
          '7. Put a matching bobbin in',
          '8. Sew colour 3: last line',
          '9. Tear the stabiliser away',
          '10. Turn right side out and press',
          'Enjoy!',
        ].join('\n'),
      ),
    ).to.deep.equal([
      'hoop-up',
      'stop',
      'lay',
      'stop',
      'trim-close',
      'flip-hoop',
      'bobbin',
      'stop',
      'tear',
      'turn',
      'other',
    ]);
  });
  it('keeps to what a build can hold: long numbers are cut short, stops past the most are left to the maker', () => {
    const given = { id: 'b', tapeId: 'typed', fileName: 'x', now: '2026-05-01T08:00:00.000Z' };
    const table = `Name;Colour;Code\n${'Placement;White;'.padEnd(60, '7')}`;
    const typed = { stops: stops(table), widthMm: null, heightMm: null };
    expect(proposeTyped(typed, newWorkshop(), given).threads[0].number).to.have.length(20);
    const many = readSheetLines(
      Array.from({ length: 402 }, (_, i) => `${i + 1}. border, red, 20 st`).join('\n'),
    );
    expect([many.length, stopsOf(many).length, many.at(-1)?.is]).to.deep.equal([402, 400, 'other']);
  });
  it('takes any text without throwing, keeps each line, and gives only what a build can hold', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300, unit: 'binary' }), (text) => {
        const lines = readSheetLines(text);
        for (const s of stopsOf(lines)) expect(s.title.length).to.be.within(1, 80);
        expect(lines.map((l) => l.text)).to.deep.equal(text.split(/\r?\n/).filter((l) => l.trim()));
      }),
    );
  });
});
