import { expect } from 'chai';
import fc from 'fast-check';
import { mergeChanges, same, withValueAt } from '$lib/core/merge';

const shelf = [
  { id: 'felt', name: 'Felt, pale', quantity: 3 },
  { id: 'wave', name: 'Waves', quantity: 1 },
];
const room = { name: 'Tern & Tide', stock: shelf, numbers: { 'cut.grid': 5 } as Record<string, number> };

describe('changes of two tabs', () => {
  it('are both kept where they are of different fields, also of one item of a list', () => {
    const mine = { ...room, name: 'Fig & Fern', stock: [{ ...shelf[0], quantity: 2 }, shelf[1]] };
    const theirs = {
      ...room,
      stock: [{ ...shelf[0], name: 'Felt, dark' }, shelf[1]],
      numbers: { 'cut.grid': 10 },
    };
    const { value, conflicts } = mergeChanges(room, mine, theirs);
    expect(conflicts).to.deep.equal([]);
    expect(value).to.deep.equal({
      name: 'Fig & Fern',
      stock: [{ id: 'felt', name: 'Felt, dark', quantity: 2 }, shelf[1]],
      numbers: { 'cut.grid': 10 },
    });
  });

  it('are told with both values where they clash; theirs is stored, mine can be taken', () => {
    const mine = withValueAt(room, ['stock', 'felt', 'quantity'], 9);
    const theirs = withValueAt(room, ['stock', 'felt', 'quantity'], 7);
    const { value, conflicts } = mergeChanges(room, mine, theirs);
    expect(conflicts).to.deep.equal([{ path: ['stock', 'felt', 'quantity'], mine: 9, theirs: 7 }]);
    expect(value).to.deep.equal(theirs);
    const [{ path, mine: nine }] = conflicts;
    expect(withValueAt(value, path, nine)).to.deep.equal(mine);
  });

  it('an item added there and one added here are both there; one taken out and changed is asked about', () => {
    const linen = { id: 'linen', name: 'Linen', quantity: 1 };
    const mesh = { id: 'mesh', name: 'Mesh', quantity: 4 };
    const added = mergeChanges(shelf, [linen, ...shelf], [...shelf, mesh]);
    expect(added.value.map((i) => i.id)).to.have.members(['felt', 'wave', 'linen', 'mesh']);
    expect(added.conflicts).to.deep.equal([]);
    const gone = mergeChanges(shelf, [shelf[1]], withValueAt(shelf, ['felt', 'quantity'], 5));
    expect(gone.conflicts).to.deep.equal([
      { path: ['felt'], mine: undefined, theirs: { ...shelf[0], quantity: 5 } },
    ]);
    expect(withValueAt(gone.value, ['felt'], undefined)).to.deep.equal([shelf[1]]);
  });

  it('ticks of both stand; steps put in by both follow each other; my order stays where theirs did not move', () => {
    expect(mergeChanges(['a', 'b'], ['b', 'c'], ['a', 'b', 'd']).value).to.deep.equal(['b', 'd', 'c']);
    const edit = (stepId: string) => ({ kind: 'remove', stepId });
    const edits = mergeChanges([edit('x')], [edit('x'), edit('y')], [edit('x'), edit('z'), edit('u')]);
    expect(edits).to.deep.equal({ value: [edit('x'), edit('z'), edit('u'), edit('y')], conflicts: [] });
    expect(mergeChanges(shelf, shelf.toReversed(), shelf).value).to.deep.equal(shelf.toReversed());
  });

  it('whatever is changed: nobody’s change is lost unless it is told, and a side that did nothing adds nothing', () => {
    const value = fc.letrec((tie) => ({
      any: fc.oneof(
        { maxDepth: 3 },
        fc.integer(),
        fc.string({ maxLength: 3 }),
        fc.boolean(),
        fc.dictionary(fc.string({ maxLength: 3 }), tie('any'), { maxKeys: 3 }),
        fc.array(tie('any'), { maxLength: 3 }),
      ),
    })).any;
    const fields = fc.dictionary(fc.constantFrom('a', 'b', 'c', '__proto__', 'constructor'), value);
    fc.assert(
      fc.property(fields, fields, fields, (base, mine, theirs) => {
        expect(same(mergeChanges(base, mine, base).value, mine)).to.equal(true);
        expect(same(mergeChanges(base, base, theirs).value, theirs)).to.equal(true);
        const { value: both, conflicts } = mergeChanges(base, mine, theirs);
        const own = (o: object, key: string) =>
          Object.hasOwn(o, key) ? (o as Record<string, unknown>)[key] : undefined;
        for (const key of ['a', 'b', 'c', '__proto__', 'constructor']) {
          const [from, m, t, now] = [base, mine, theirs, both].map((o) => own(o, key));
          const told = conflicts.some((c) => c.path[0] === key);
          if (!told && !same(m, from) && same(t, from)) expect(same(now, m), key).to.equal(true);
          if (!told && same(m, from)) expect(same(now, t), key).to.equal(true);
        }
      }),
    );
  });
});
