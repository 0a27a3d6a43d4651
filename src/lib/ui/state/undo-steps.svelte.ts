const MOST = 200;
const any = () => true;

/**
 * What was changed, and what of it was taken back, the last at the end. A step is whatever its owner needs: the value from
 * before, both values, or what undoes it.
 */
export class UndoSteps<S> {
  private past = $state.raw<readonly S[]>([]);
  private future = $state.raw<readonly S[]>([]);

  get canUndo(): boolean {
    return this.past.length > 0;
  }
  get canRedo(): boolean {
    return this.future.length > 0;
  }
  /** Of several owners' steps, whether there is one of these. */
  canUndoOf(isOwn: (step: S) => boolean): boolean {
    return this.past.some(isOwn);
  }
  canRedoOf(isOwn: (step: S) => boolean): boolean {
    return this.future.some(isOwn);
  }

  /** @param overtakes what was taken back before and cannot be made again after this; none told: all of it */
  note(step: S, overtakes: (other: S) => boolean = any) {
    this.past = [...this.past.slice(1 - MOST), step];
    this.future = this.future.filter((other) => !overtakes(other));
  }
  /**
   * The last step, to be taken back; null: there is none.
   * @param makesAgain the step that makes it again; null: nothing does  @param isOwn only these
   */
  back(makesAgain: (step: S) => S | null = (step) => step, isOwn: (step: S) => boolean = any): S | null {
    const at = this.past.findLastIndex(isOwn);
    const step = this.past[at];
    if (step === undefined) return null;
    const again = makesAgain(step);
    this.past = this.past.toSpliced(at, 1);
    if (again !== null) this.future = [...this.future, again];
    return step;
  }
  /**
   * The step that was taken back last, to be made again; null: there is none.
   * @param takesBack the step that takes it back  @param isOwn only these
   */
  again(takesBack: (step: S) => S = (step) => step, isOwn: (step: S) => boolean = any): S | null {
    const at = this.future.findLastIndex(isOwn);
    const step = this.future[at];
    if (step === undefined) return null;
    this.future = this.future.toSpliced(at, 1);
    this.past = [...this.past, takesBack(step)];
    return step;
  }
}
