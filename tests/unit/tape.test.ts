import { expect } from 'chai';
import fc from 'fast-check';
import { csvToTape, tapeToCsv } from '$lib/core/exchange';
import {
  HEADER_BYTES,
  isSewnAlike,
  MAX_MOVE,
  readTape,
  rowsToTape,
  tapeBlocks,
  tapeToRows,
  writeTape,
  type StitchRow,
  type Tape,
} from '$lib/core/tape';

const KINDS = ['stitch', 'jump', 'stop'] as const;
/** Moves that one record can hold. */
const shortMoves = fc.array(
  fc.tuple(
    fc.integer({ min: -MAX_MOVE, max: MAX_MOVE }),
    fc.integer({ min: -MAX_MOVE, max: MAX_MOVE }),
    fc.constantFrom(...KINDS),
  ),
  { minLength: 1, maxLength: 300 },
);
const tapeOf = (moves: [number, number, (typeof KINDS)[number]][], label = 'KITE'): Tape => {
  let x = 0;
  let y = 0;
  const rows = moves.map(([dx, dy, kind]): StitchRow => ({ x: (x += dx) / 10, y: (y += dy) / 10, kind }));
  return rowsToTape(label, [{ x: 0, y: 0, kind: 'stitch' }, ...rows]);
};
const read = (bytes: Uint8Array): Tape => {
  const result = readTape(bytes);
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};
const refusal = (bytes: Uint8Array) => {
  const result = readTape(bytes);
  return result.ok ? null : result.problem;
};
const header = (text: string) => {
  const bytes = new Uint8Array(HEADER_BYTES).fill(0x20);
  bytes.set(new TextEncoder().encode(text));
  return bytes;
};
const file = (head: Uint8Array, ...records: number[]) => Uint8Array.from([...head, ...records]);

describe('stitch tape', () => {
  it('comes back exactly when it was written from records', () => {
    fc.assert(
      fc.property(shortMoves, (moves) => {
        const tape = tapeOf(moves);
        const back = read(writeTape(tape));
        expect([...back.x]).to.deep.equal([...tape.x]);
        expect([...back.y]).to.deep.equal([...tape.y]);
        expect([...back.kind]).to.deep.equal([...tape.kind]);
        expect(back.label).to.equal('KITE');
        expect(back.warnings.filter((w) => !w.includes('nothing sewn before'))).to.deep.equal([]);
      }),
    );
  });

  it('keeps needle points and stops when long moves are split', () => {
    const place = fc.integer({ min: -20_000, max: 20_000 });
    fc.assert(
      fc.property(
        fc.array(fc.record({ x: place, y: place, kind: fc.constantFrom(...KINDS) }), {
          minLength: 1,
          maxLength: 60,
        }),
        (rows) => {
          const list = [
            { x: 0, y: 0, kind: 'stitch' as const },
            ...rows.map((r) => ({ ...r, x: r.x / 10, y: r.y / 10 })),
          ];
          const back = tapeToRows(read(writeTape(rowsToTape('', list))));
          const kept = (all: StitchRow[]) => all.filter((r) => r.kind !== 'jump');
          expect(kept(back)).to.deep.equal(kept(list));
        },
      ),
    );
  });

  it('reads any bytes to a tape or to one sentence, and never throws', () => {
    const bytes = fc.oneof(
      fc.uint8Array({ maxLength: 3000 }),
      fc.uint8Array({ maxLength: 2000 }).map((tail) => Uint8Array.from([...header('LA:X\rST:1\r'), ...tail])),
    );
    fc.assert(
      fc.property(bytes, (input) => {
        const result = readTape(input);
        if (result.ok) expect(result.value.x.length).to.equal(result.value.kind.length);
        else expect(result.problem.message).to.match(/^[A-Z].*\.$/);
      }),
      { numRuns: 500 },
    );
  });

  it('knows the weights of a record: +1 +3 +9 +27 +81 to the right, then a step down of 121', () => {
    const right = [0b0000_0101, 0b0000_0101, 0b0000_0111];
    const down = [0b0101_0000, 0b0101_0000, 0b0001_0011];
    const tape = read(file(header('LA:WEIGHTS\r'), ...right, ...down, 0, 0, 0xf3));
    expect([tape.x[0], tape.y[0]]).to.deep.equal([121, 0]);
    expect([tape.x[1], tape.y[1]]).to.deep.equal([121, -121]);
  });

  it('trusts the records and says where the header counts otherwise', () => {
    const tape = read(file(header('LA:WRONG\nST:0000099\nCO:007\n+X:00000\n'), 0, 0, 3, 4, 0, 3, 0, 0, 0xf3));
    expect(tape.x.length).to.equal(2);
    expect(tape.warnings.join(' ')).to.include('99 records').and.to.include('7 stops');
  });

  it('reads sequin commands as jumps, with a warning', () => {
    const tape = read(file(header('LA:S\r'), 0, 0, 3, 0, 0, 0x43, 0, 0, 0xf3));
    expect([...tape.kind]).to.deep.equal([0, 1]);
    expect(tape.warnings[0]).to.include('sequin');
  });

  it('warns of a missing end and of bytes after it', () => {
    expect(read(file(header('LA:E\r'), 0, 0, 3)).warnings.join()).to.include('end record is missing');
    expect(read(file(header('LA:E\r'), 0, 0, 3, 0, 0, 0xf3, 7, 7)).warnings.join()).to.include(
      '2 bytes after',
    );
    expect(read(file(header('LA:E\r'), 0, 0, 3, 0, 0, 0xf3, 0x1a, 0)).warnings).to.deep.equal([]);
  });

  it('says in one sentence what a wrong file is', () => {
    const text = new TextEncoder().encode('Step 1: sew the placement line.\n'.repeat(60));
    expect(refusal(new Uint8Array())?.code).to.equal('empty-file');
    expect(refusal(text)?.message).to.equal('This is a text, not a stitch tape.');
    expect(refusal(new TextEncoder().encode('%PDF-1.7 …'))?.message).to.include('PDF');
    expect(refusal(header('LA:ONLY HEADER\r'))?.code).to.equal('no-stitches');
    expect(refusal(file(header('LA:STOPS ONLY\r'), 0, 0, 0xc3, 0, 0, 0xf3))?.code).to.equal('no-stitches');
    expect(refusal(new Uint8Array(64 * 1024 * 1024 + 1))?.code).to.equal('too-large');
    expect(refusal(new Uint8Array(HEADER_BYTES + 15_000_900).fill(3))?.code).to.equal('too-many-records');
  });

  it('warns of stops with nothing sewn before them, and of a count that is no number', () => {
    const rows = (...kinds: ('stitch' | 'stop')[]) =>
      writeTape(
        rowsToTape(
          '',
          kinds.map((kind, i) => ({ x: kind === 'stitch' ? i : 0, y: 0, kind })),
        ),
      );
    const told = (bytes: Uint8Array) => {
      const read = readTape(bytes);
      return read.ok ? read.value.warnings : [read.problem.message];
    };
    expect(told(rows('stitch', 'stop', 'stitch', 'stop'))).to.deep.equal([]);
    expect(told(rows('stop', 'stitch', 'stop', 'stop', 'stop', 'stitch'))).to.deep.equal([
      '3 stops have nothing sewn before them; they make no blocks of their own.',
    ]);
    const bytes = rows('stitch', 'stop', 'stitch');
    const at = String.fromCharCode(...bytes.subarray(0, 512)).indexOf('ST:');
    bytes.set([63, 63, 63], at + 3);
    expect(told(bytes)).to.deep.equal(['The header’s field ST is no number; the records were trusted.']);
  });
  it('counts stops with nothing sewn between them once', () => {
    const tape = rowsToTape('', [
      { x: 0, y: 0, kind: 'stop' },
      { x: 1, y: 0, kind: 'stitch' },
      { x: 1, y: 0, kind: 'stop' },
      { x: 1, y: 0, kind: 'stop' },
      { x: 2, y: 0, kind: 'stitch' },
      { x: 2, y: 0, kind: 'stop' },
    ]);
    expect(tapeBlocks(tape)).to.have.length(2);
  });
});

describe('two tapes', () => {
  const row = (kind: StitchRow['kind'], x: number, y: number): StitchRow => ({ kind, x, y });
  /** a trim on its way from x = 2 to 8 mm, in so many jumps */
  const trim = (n: number) => Array.from({ length: n }, (_, i) => row('jump', 2 + (6 * (i + 1)) / n, 0.5));
  const design = (jumps: number, third = 8.4, last = 9.6): Tape =>
    rowsToTape('', [
      row('stitch', 1, 0),
      row('stitch', 2, 0.5),
      ...trim(jumps),
      row('stitch', third, 0.9),
      row('stop', third, 0.9),
      row('stitch', last, 0.9),
    ]);
  it('sew alike with another label, another start and other jumps between the same points', () => {
    const one = design(3);
    expect(isSewnAlike(one, { ...one, label: 'OTHER' })).to.equal(true);
    expect(isSewnAlike(one, design(5))).to.equal(true);
    expect(isSewnAlike(one, { ...one, x: one.x.map((x) => x + 70) })).to.equal(true);
  });
  it('differ by one needle point, one stop, or one stitch more', () => {
    const one = design(3);
    expect(isSewnAlike(one, design(3, 8.5))).to.equal(false);
    expect(isSewnAlike(one, design(3, 8.4, 9.7))).to.equal(false);
    const moved = { ...one, kind: one.kind.map((k, i) => (i === 1 ? one.kind[6] : k)) };
    expect(isSewnAlike(one, moved)).to.equal(false);
    const longer = rowsToTape('', [...tapeToRows(one), row('stitch', 9.8, 0.9)]);
    expect([isSewnAlike(one, longer), isSewnAlike(longer, one)]).to.deep.equal([false, false]);
  });
});

describe('CSV stitch list', () => {
  it('is the tape in words, both ways', () => {
    fc.assert(
      fc.property(shortMoves, (moves) => {
        const tape = tapeOf(moves);
        const back = csvToTape(tapeToCsv(tape), 'KITE');
        expect(back).to.deep.equal({ ok: true, value: tape });
      }),
      { numRuns: 40 },
    );
  });
  it('names the first bad line', () => {
    const bad = csvToTape('x,y,kind\n0,0,stitch\n1,,stitch\n');
    expect(bad.ok ? '' : bad.problem.message).to.match(/^Line 3 .* y /);
    const columns = csvToTape('a,b\n1,2\n');
    expect(columns.ok ? '' : columns.problem.code).to.equal('csv-columns');
  });
});
