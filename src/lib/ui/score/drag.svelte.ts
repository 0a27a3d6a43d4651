/** Moves less than this are a press, px. */
const STEADY_PX = 8;

/**
 * A step that is moved along the score by mouse, pen or finger: along is moving it, up and down still scrolls the page
 * (`touch-action: pan-y`).
 */
export class StepDrag {
  /** under the hand; null: nothing is being moved */
  stepId = $state<string | null>(null);
  /** index of the step before which it would be put */
  before = $state<number | null>(null);
  private from: { id: string; x: number; pointer: number } | null = null;
  private hasMoved = false;

  /** @param at the step that lies at this x of the page; null: none may be put before it */
  constructor(
    private readonly at: (clientX: number, stepId: string) => number | null,
    private readonly drop: (stepId: string, before: number) => void,
  ) {}

  /** @param stepId of a step that may be moved; null: this press can only choose */
  begin({ pointerId, clientX, button }: PointerEvent, stepId: string | null) {
    this.hasMoved = false;
    if (button === 0 && stepId !== null) this.from = { id: stepId, x: clientX, pointer: pointerId };
  }
  move({ pointerId, clientX, currentTarget }: PointerEvent) {
    const { from } = this;
    if (!from || from.pointer !== pointerId || !(currentTarget instanceof Element)) return;
    if (!this.hasMoved) {
      if (Math.abs(clientX - from.x) < STEADY_PX) return;
      this.hasMoved = true;
      this.stepId = from.id;
      currentTarget.setPointerCapture(pointerId);
    }
    this.before = this.at(clientX, from.id);
  }
  end() {
    const { stepId, before } = this;
    this.leave();
    if (stepId !== null && before !== null) this.drop(stepId, before);
  }
  /** Nothing is moved after all. */
  leave() {
    this.from = null;
    this.stepId = this.before = null;
  }
  /** Whether a click is only the end of a move, which chooses none; one by key never is. */
  wasMove({ detail }: MouseEvent): boolean {
    return this.hasMoved && detail > 0;
  }
}
