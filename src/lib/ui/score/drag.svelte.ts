/** Moves less than this are a press, px. */
const STEADY_PX = 8;
/** A finger that rests on a step for so long takes it up; one that moves on scrolls. ms */
const REST_MS = 300;

/** A step that is moved along the score by mouse or pen, or by a finger that rested on it first. */
export class StepDrag {
  /** under the hand; null: nothing is being moved */
  stepId = $state<string | null>(null);
  /** index of the step before which it would be put */
  before = $state<number | null>(null);
  private from: { id: string; x: number; pointer: number } | null = null;
  private hasMoved = false;
  private resting: ReturnType<typeof setTimeout> | undefined;

  /** @param at the step that lies at this x of the page; null: none may be put before it */
  constructor(
    private readonly at: (clientX: number, stepId: string) => number | null,
    private readonly drop: (stepId: string, before: number) => void,
  ) {}

  /** @param stepId of a step that may be moved; null: this press can only choose */
  begin({ pointerId, clientX, button, pointerType, currentTarget }: PointerEvent, stepId: string | null) {
    this.hasMoved = false;
    if (button !== 0 || stepId === null) return;
    this.from = { id: stepId, x: clientX, pointer: pointerId };
    // However fast it is moved, the step hears of it.
    if (currentTarget instanceof Element) currentTarget.setPointerCapture(pointerId);
    if (pointerType === 'touch') this.resting = setTimeout(() => this.takeUp(), REST_MS);
  }
  private takeUp() {
    if (!this.from) return;
    this.hasMoved = true;
    this.stepId = this.from.id;
  }
  move({ pointerId, clientX, pointerType }: PointerEvent) {
    const { from } = this;
    if (from?.pointer !== pointerId) return;
    if (!this.hasMoved) {
      if (Math.abs(clientX - from.x) < STEADY_PX) return;
      // Before it has rested a finger scrolls.
      if (pointerType === 'touch') return this.leave();
      this.takeUp();
    }
    this.before = this.at(clientX, from.id);
  }
  /** While a step is under the finger, nothing scrolls. */
  holds(event: TouchEvent) {
    if (this.stepId !== null && event.cancelable) event.preventDefault();
  }
  end() {
    const { stepId, before } = this;
    this.leave();
    if (stepId !== null && before !== null) this.drop(stepId, before);
  }
  /** Nothing is moved after all. */
  leave() {
    clearTimeout(this.resting);
    this.from = null;
    this.stepId = this.before = null;
  }
  /** Whether a click is only the end of a move, which chooses none; one by key never is. */
  wasMove({ detail }: MouseEvent): boolean {
    return this.hasMoved && detail > 0;
  }
}
