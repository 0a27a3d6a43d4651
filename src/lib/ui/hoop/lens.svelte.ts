import type { View } from './draw-plan';

const MOST = 40;

/** Zoom and pan over a drawing: wheel and pinch about the pointer, drag to move. */
export class Lens {
  zoom = $state(1);
  private x = $state(0);
  private y = $state(0);
  // No screen shows them: what they do is told by zoom and place.
  // eslint-disable-next-line svelte/prefer-svelte-reactivity
  private pointers = new Map<number, { x: number; y: number }>();

  /** The view of the whole drawing as it is seen through the lens, px. */
  through(view: View): View {
    return {
      ...view,
      scale: view.scale * this.zoom,
      offsetX: view.offsetX * this.zoom + this.x,
      offsetY: view.offsetY * this.zoom + this.y,
    };
  }
  /** Closer or further about a point, px. */
  by(factor: number, x: number, y: number) {
    const zoom = Math.min(MOST, Math.max(1, this.zoom * factor));
    const f = zoom / this.zoom;
    this.x = x - (x - this.x) * f;
    this.y = y - (y - this.y) * f;
    this.zoom = zoom;
    if (zoom === 1) this.reset();
  }
  reset() {
    this.zoom = 1;
    this.x = this.y = 0;
  }

  /** Handlers for the element that shows the drawing. */
  readonly on = {
    onwheel: (e: WheelEvent & { currentTarget: HTMLElement }) => {
      // The page keeps its own scrolling; the wheel zooms with Ctrl, or once the lens is in use.
      if (!e.ctrlKey && this.zoom === 1) return;
      e.preventDefault();
      const box = e.currentTarget.getBoundingClientRect();
      this.by(Math.exp(-e.deltaY / 300), e.clientX - box.left, e.clientY - box.top);
    },
    onpointerdown: (e: PointerEvent & { currentTarget: HTMLElement }) => {
      if (e.target instanceof Element && e.target.closest('button, input')) return;
      e.currentTarget.setPointerCapture(e.pointerId);
      this.pointers.set(e.pointerId, { x: e.clientX, y: e.clientY });
    },
    onpointermove: (e: PointerEvent & { currentTarget: HTMLElement }) => {
      const last = this.pointers.get(e.pointerId);
      if (!last) return;
      const other = [...this.pointers].find(([id]) => id !== e.pointerId)?.[1];
      if (other) {
        const apart = (p: { x: number; y: number }) => Math.hypot(p.x - other.x, p.y - other.y);
        const box = e.currentTarget.getBoundingClientRect();
        const now = apart({ x: e.clientX, y: e.clientY });
        this.by(
          now / Math.max(1, apart(last)),
          (e.clientX + other.x) / 2 - box.left,
          (e.clientY + other.y) / 2 - box.top,
        );
      } else if (this.zoom > 1) {
        this.x += e.clientX - last.x;
        this.y += e.clientY - last.y;
      }
      this.pointers.set(e.pointerId, { x: e.clientX, y: e.clientY });
    },
    onpointerup: (e: PointerEvent) => void this.pointers.delete(e.pointerId),
    onpointercancel: (e: PointerEvent) => void this.pointers.delete(e.pointerId),
  };
}
