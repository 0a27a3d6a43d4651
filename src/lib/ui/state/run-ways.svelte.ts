import * as z from 'zod';
import { workroom } from './workroom.svelte';

/** Keys that always work; a pedal or page-turner sends one of them, or one that it was taught. */
const FORWARD = ['Space', 'Enter', 'NumpadEnter', 'ArrowRight', 'PageDown'];
const BACK = ['ArrowLeft', 'PageUp', 'Backspace'];

const schema = z.object({
  /** the forward button under the left hand */
  mirrored: z.boolean().default(false),
  /** a finger anywhere on the forward half goes on */
  taps: z.boolean().default(true),
  sound: z.boolean().default(true),
  speech: z.boolean().default(false),
  /** taught by pressing it: codes of keys */
  keys: z
    .object({ forward: z.string().max(40), back: z.string().max(40), trouble: z.string().max(40) })
    .partial()
    .default({}),
});
const RUN_KEYS = ['forward', 'back', 'trouble'] as const;
export type RunKey = keyof z.infer<typeof schema>['keys'];

/** How this maker likes Run; kept. */
class RunWays {
  mirrored = $state(false);
  taps = $state(true);
  sound = $state(true);
  speech = $state(false);
  keys = $state.raw<z.infer<typeof schema>['keys']>({});

  constructor() {
    workroom.onSetting('run-ways', () => void this.load());
  }
  /** as it was read or stored last */
  private stored: z.infer<typeof schema> | undefined;
  async load() {
    // Damaged ways are the usual ones again.
    this.stored = schema.safeParse(await workroom.store.setting('run-ways')).data;
    Object.assign(this, this.stored ?? {});
  }
  set(change: Partial<z.infer<typeof schema>>) {
    Object.assign(this, change);
    const { mirrored, taps, sound, speech, keys, stored } = this;
    this.stored = { mirrored, taps, sound, speech, keys };
    void workroom.saveSetting('run-ways', stored, this.stored);
  }
  /** Whether a tap says "go on": by a finger, once, on the forward half of the step, and on nothing that answers by itself. */
  isForwardTap({ pointerType, detail, clientX, target }: PointerEvent): boolean {
    if (!this.taps || pointerType !== 'touch' || detail > 1) return false;
    if (
      !(target instanceof Element) ||
      !target.closest('[data-taps]') ||
      target.closest('a, button, input, label, summary')
    )
      return false;
    return clientX > window.innerWidth / 2 !== this.mirrored;
  }
  /** What a key does here. */
  meaning({ code, key }: KeyboardEvent): RunKey | null {
    // What was taught goes before what is usual.
    const taught = RUN_KEYS.find((k) => this.keys[k] === code);
    if (taught) return taught;
    if (FORWARD.includes(code)) return 'forward';
    if (BACK.includes(code)) return 'back';
    return key === 't' ? 'trouble' : null;
  }
}
export const runWays = new RunWays();
