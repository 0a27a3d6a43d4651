import { emptyWorkroom, packBackup, type WorkroomData } from '$lib/core/backup';
import { tapeIdOf, writeTape } from '$lib/core/tape';
import { demoWorkroom, recordsOf, tailTab } from '$lib/demo';

const NAME = 'Twin';
const sheet = new TextEncoder().encode('Lay the felt.');

/** The sample workroom with one name for everything that has one, and everything there twice that may be. */
export function doubledWorkroom(now: number): WorkroomData {
  const data = { ...emptyWorkroom(), ...recordsOf(demoWorkroom(now)) } as WorkroomData;
  const { workshop } = data;
  if (!workshop) throw new Error('The sample has a workshop.');
  // Of a build of the sample: its tape is there already.
  const inserted = tapeIdOf(writeTape(tailTab()));
  for (const id of ['s1', 's2'])
    data.sheets.push({ id, bytes: sheet, name: 'steps.txt', type: 'text/plain' });
  const gone = { kind: 'remove', stepId: 'nowhere' } as const;
  const put = {
    kind: 'insert',
    stepId: 'own:1',
    before: null,
    title: NAME,
    text: NAME,
    side: 'front',
    seconds: 5,
  } as const;
  return {
    ...data,
    workshop: {
      ...workshop,
      machines: workshop.machines.map((m) => ({ ...m, name: NAME })),
      hoops: workshop.hoops.map((h) => ({ ...h, name: NAME })),
      stock: workshop.stock.flatMap((s) => [s, { ...s, id: `${s.id}-2` }]).map((s) => ({ ...s, name: NAME })),
      corrections: [1, 2].map((n) => ({
        id: `c${n}`,
        at: now,
        changes: [1, 2].map(() => ({ key: 'number:hand.lay', label: NAME, from: 20, to: 21 })),
      })),
    },
    builds: data.builds
      .flatMap((b) => [b, { ...b, id: `${b.id}-2` }])
      .map((b) => ({
        ...b,
        name: NAME,
        fileName: 'twin.dst',
        threads: b.threads.map((t, i) => ({ ...t, name: NAME, colour: i % 2 ? '#112233' : '#445566' })),
        edits: [...b.edits, gone, gone, put, put, { ...put, stepId: 'own:2' }],
        documents: ['s1', 's2'].map((id) => ({ id, name: 'steps.txt' })),
        materials: Object.fromEntries(
          ['front', 'back', 'base', 'lining-front', 'lining-back', 'sail'].map((id) => [
            id,
            { ...b.materials[id], name: NAME },
          ]),
        ),
        insertions: ['i1', 'i2'].map((id) => ({
          id,
          name: NAME,
          tapeId: inserted,
          typed: [],
          beforeBlock: 1,
          dxMm: 0,
          dyMm: 0,
          merged: false,
        })),
      })),
    runs: data.runs
      .flatMap((r) => [r, { ...r, run: { ...r.run, id: `${r.run.id}-2` } }])
      .map(({ run, events }) => {
        const at = events.at(-1)?.event.at ?? now;
        const note = { type: 'note', at, stepId: run.score.steps[0].id, text: NAME } as const;
        const all = [...events.map((e) => e.event), note, note];
        return { run: { ...run, buildName: NAME }, events: all.map((event, n) => ({ n, event })) };
      }),
    movements: data.movements
      .flatMap((m) => [m, { ...m, id: `${m.id}-2`, layoutId: null }])
      .map((m) => ({ ...m, what: NAME })),
  };
}
export const doubledBackup = (now: number): Uint8Array => packBackup(doubledWorkroom(now));
