import { itemAt } from '$lib/core/base';
import { inOneThread, saidOf, UNNAMED, withMaterial, type Build, type ScoreEdit } from '$lib/core/build';
import type { Role } from '$lib/core/reading';
import { newId } from './ids';
import { OpenBuild } from './open-build.svelte';

/** What a maker says and changes of an open build: roles, threads, materials, steps. */
export class BuildEditor extends OpenBuild {
  setRole(block: number, role: Role | null) {
    if (!this.build) return;
    const { typed } = this.build;
    if (typed && role) {
      const stops = typed.stops.with(block, { ...itemAt(typed.stops, block), role });
      return this.change({ typed: { ...typed, stops } });
    }
    const { [String(block)]: _, ...others } = this.build.roles;
    this.change({ roles: role ? { ...others, [String(block)]: role } : others });
  }
  setThread(block: number, thread: Build['threads'][number]) {
    this.setThreads([block], thread);
  }
  setThreads(blocks: readonly number[], thread: Build['threads'][number]) {
    if (!this.build || !this.reading) return;
    const said = saidOf(this.build, this.reading.blocks.length);
    this.change({ threads: said.map((own, i) => (blocks.includes(i) ? thread : own)) });
  }
  /** A block goes on in the thread of the one that is sewn before it. */
  keepThread(block: number) {
    const sewn = this.steps.filter((s) => s.kind === 'needle');
    const before = sewn[sewn.findIndex((s) => s.block === block) - 1];
    if (before) this.setThread(block, { ...UNNAMED, sameAs: before.block });
  }
  oneThread() {
    if (this.build && this.reading)
      this.choose('One thread', { threads: inOneThread(this.build, this.reading.blocks.length) });
  }
  setMaterial(pieceId: string, change: Build['materials'][string]) {
    if (this.build) this.change(withMaterial(this.build, pieceId, change));
  }
  edit(edit: ScoreEdit) {
    if (this.build) this.change({ edits: [...this.build.edits, edit] });
  }
  rename(stepId: string, title: string, text: string) {
    this.edit({ kind: 'rename', stepId, title, text });
  }
  remove(stepId: string) {
    const at = this.cursor;
    this.edit({ kind: 'remove', stepId });
    this.goTo(at);
  }
  /** Puts in a hand step before the step at `index`. */
  insert(index: number, title: string, text: string, seconds: number) {
    const id = `own:${newId()}`;
    this.edit({
      kind: 'insert',
      stepId: id,
      before: this.steps[index]?.id ?? null,
      title,
      text,
      side: 'front',
      seconds,
    });
    this.goToStep(id);
  }
  /** Moves a hand step to stand before the step at `index`. */
  moveTo(stepId: string, index: number) {
    this.edit({ kind: 'move', stepId, before: this.steps[index]?.id ?? null });
    this.goToStep(stepId);
  }
  /** Passes a block over on the machine, or sews it after all. */
  skip(stepId: string, skip: boolean) {
    this.edit({ kind: 'skip', stepId, skip });
  }
  /** Sews a block once more, right after it, in its own or another thread. */
  again(stepId: string, thread: Build['threads'][number] | null) {
    const id = `again:${newId()}`;
    this.edit({ kind: 'again', stepId: id, of: stepId, thread });
    this.goToStep(id);
  }
  /** One place earlier (-1) or later (1). */
  shift(stepId: string, by: -1 | 1) {
    const at = this.steps.findIndex((s) => s.id === stepId);
    const to = by < 0 ? at - 1 : at + 2;
    if (at < 0 || to < 0 || to > this.steps.length) return;
    this.moveTo(stepId, to);
  }
}
