import { expect } from 'chai';
import { UndoSteps } from '$lib/ui/state/undo-steps.svelte';

describe('a list of steps that are undone', () => {
  it('gives values from before back, and those from after again', () => {
    const steps = new UndoSteps<string>();
    let now = 'a';
    const set = (next: string) => (steps.note(now), (now = next));
    const undo = () => (now = steps.back(() => now) ?? now);
    const redo = () => (now = steps.again(() => now) ?? now);
    expect([steps.canUndo, steps.canRedo, undo(), redo()]).to.deep.equal([false, false, 'a', 'a']);
    set('b');
    set('c');
    expect([undo(), undo(), undo()]).to.deep.equal(['b', 'a', 'a']);
    expect([steps.canUndo, steps.canRedo]).to.deep.equal([false, true]);
    expect([redo(), redo(), redo()]).to.deep.equal(['b', 'c', 'c']);
    undo();
    // What is changed now overtakes what was undone.
    set('d');
    expect(steps.canRedo).to.equal(false);
    expect([undo(), undo(), redo(), redo()]).to.deep.equal(['b', 'a', 'b', 'd']);
  });
  it('holds the last 200', () => {
    const steps = new UndoSteps<number>();
    for (let n = 0; n < 250; n++) steps.note(n);
    const back: number[] = [];
    for (let n = steps.back(); n !== null; n = steps.back()) back.push(n);
    expect([back.length, back[0], back.at(-1)]).to.deep.equal([200, 249, 50]);
  });
  it('takes of several owners’ steps only those that are asked for, and forgets what nothing makes again', () => {
    const steps = new UndoSteps<string>();
    for (const step of ['a1', 'b1', 'a2', 'b2']) steps.note(step);
    const of = (owner: string) => (step: string) => step.startsWith(owner);
    expect(steps.back(undefined, of('a'))).to.equal('a2');
    expect(steps.back(() => null, of('b'))).to.equal('b2');
    expect([steps.canRedoOf(of('a')), steps.canRedoOf(of('b')), steps.canUndoOf(of('b'))]).to.deep.equal([true, false, true]); // prettier-ignore
    steps.note('b3', of('b'));
    expect(steps.again(undefined, of('a'))).to.equal('a2');
    expect([steps.back(), steps.back(), steps.back(), steps.back(), steps.back()]).to.deep.equal(['a2', 'b3', 'b1', 'a1', null]); // prettier-ignore
  });
});
