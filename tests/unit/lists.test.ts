import { expect } from 'chai';
import {
  blankRow,
  listCsv,
  readList,
  withRows,
  type ListName,
  type ReadList,
  type RowOf,
} from '$lib/core/lists';
import { newWorkshop } from '$lib/core/workshop';
import { demoWorkroom } from '$lib/demo';

const NAMES: ListName[] = ['machines', 'hoops', 'people', 'threads', 'bobbins', 'needles', 'stock'];
const { workshop } = demoWorkroom(Date.UTC(2026, 10, 28));
const ids = () => {
  let n = 0;
  return () => `new-${++n}`;
};
function read<Name extends ListName>(name: Name, csv: string, shop = workshop): ReadList<RowOf<Name>> {
  const result = readList(name, csv, shop, ids());
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
}

describe('lists of the workshop as tables', () => {
  it('come back as they went out: nothing new, nothing changed', () => {
    for (const name of NAMES) {
      const back = read(name, listCsv(name, workshop));
      expect(back, name).to.deep.equal({
        fresh: [],
        changed: [],
        same: workshop[name].length,
        notUnderstood: [],
        unknown: [],
      });
    }
  });
  it('fill an empty workroom with the same rows under new ids', () => {
    const empty = { ...newWorkshop(), machines: workshop.machines };
    const bare = (rows: readonly { id: string }[]) => rows.map((row) => ({ ...row, id: '' }));
    for (const name of ['people', 'threads', 'bobbins', 'needles', 'stock'] as const) {
      const { fresh } = read(name, listCsv(name, workshop), empty);
      expect(bare(fresh), name).to.deep.equal(bare(workshop[name]));
      expect(bare(withRows<typeof name>(empty[name], { fresh, changed: [] })), name).to.deep.equal(
        bare(workshop[name]),
      );
    }
    // Of hoops the machines are told by name.
    const { fresh } = read('hoops', listCsv('hoops', workshop), { ...empty, hoops: empty.hoops.slice(0, 0) });
    expect(bare(fresh)).to.deep.equal(bare(workshop.hoops));
  });
  it('tell what is new, what changes and in which columns, and change it in its place', () => {
    const csv = 'metres;Name\n250,5;CORAL\n500;heather\n3400;slate\n';
    const told = read('threads', csv);
    expect(told.changed.map(({ before, after, columns }) => [before.metres, after.metres, after.id, columns])).to.deep.equal(
      [[180, 250.5, 'coral', ['Name', 'Metres']]],
    ); // prettier-ignore
    expect(told.fresh.map((t) => [t.name, t.metres, t.kind, t.weight])).to.deep.equal([
      ['heather', 500, 'polyester', 40],
    ]);
    expect(told.same).to.equal(1);
    const after = withRows<'threads'>(workshop.threads, told);
    expect(after.map((t) => t.id)).to.deep.equal([...workshop.threads.map((t) => t.id), 'new-2']);
    expect(after[1]).to.include({ name: 'CORAL', metres: 250.5, colour: '#d9644a' });
  });
  it('say which line cannot be read and why; the others are read', () => {
    const csv = [
      'Name,Days,From,To,Shoe size',
      'Wren,Mon; Tue,09:00,12:30,38',
      'Robin,Monday,09:00,12:30,40',
      'Wren,Wed,09:00,10:00,38',
      ',Wed,09:00,10:00,38',
    ].join('\n');
    const told = read('people', csv);
    expect(told.fresh.map((p) => [p.name, p.days, p.from])).to.deep.equal([
      ['Wren', ['Mon', 'Tue'], '09:00'],
    ]);
    expect(told.notUnderstood.map(({ line, because }) => [line, because])).to.deep.equal([
      [3, 'Days cannot be “Monday”.'],
      [4, 'It stands there twice.'],
      [5, 'Name is missing or not possible.'],
    ]);
    expect(told.unknown).to.deep.equal(['Shoe size']);
  });
  it('hoops name their machine; one that is not known is told', () => {
    const csv = 'Name,Machine,Also on,Width mm,Height mm\nRound one,petrel,Gannet,120,120\nOther,Skua,,1,1';
    const told = read('hoops', csv);
    expect(told.fresh[0]).to.include({ machineId: 'petrel', widthMm: 120 });
    expect(told.fresh[0].alsoOn).to.deep.equal(['gannet']);
    expect(told.notUnderstood[0].because).to.equal('Machine cannot be “Skua”.');
  });
  it('a hoop that is hung at several positions says how many, and by how much they overlap', () => {
    const [hoop] = workshop.hoops;
    const shop = { ...workshop, hoops: [{ ...hoop, positions: { count: 3, overlapMm: 60 } }] };
    const csv = listCsv('hoops', shop);
    expect(csv).to.contain('3 by 60');
    expect(read('hoops', csv, shop).same).to.equal(1);
    expect(read('hoops', csv.replace('3 by 60', '1'), shop).changed[0].after.positions).to.equal(null);
    expect(read('hoops', csv.replace('3 by 60', '2 by 55.5'), shop).changed[0].after.positions).to.deep.equal({ count: 2, overlapMm: 55.5 }); // prettier-ignore
    for (const wrong of ['9 by 60', 'two', '2'])
      expect(read('hoops', csv.replace('3 by 60', wrong), shop).notUnderstood).to.have.length(1);
  });
  it('a machine of several needles is one, however it came; no figure passes its limits', () => {
    const told = read('machines', 'Name,Needles,Set speed,Top speed\nSkua,6,900,700\nAuk,99,600,');
    expect(told.fresh[0]).to.include({ kind: 'multi-needle', needles: 6, speed: 700 });
    expect(told.notUnderstood[0].because).to.equal('Needles cannot be “99”.');
  });
  it('what a spreadsheet would take for a formula is told as text, and comes back', () => {
    const thread = blankRow('threads', { id: 'x', name: '=1+1' });
    const shop = { ...workshop, threads: [thread] };
    expect(listCsv('threads', shop)).to.include("'=1+1");
    expect(read('threads', listCsv('threads', shop), shop).same).to.equal(1);
  });
  it('a table without a heading that is known changes nothing', () => {
    const result = readList('threads', 'a,b\n1,2', workshop, ids());
    expect(result).to.deep.include({ ok: false });
  });
});
