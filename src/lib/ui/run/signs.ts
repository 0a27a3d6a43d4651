import { actionOf } from '$lib/core/catalogue';
import type { HandStep } from '$lib/core/score';

/** A sign of Run: one huge word, what it is of, and a drawing in a box of 40 by 40. */
export interface Sign {
  label: string;
  word: string;
  drawing: readonly { d: string; filled?: true }[];
}
/** The right side of a piece, up or down: its weave lies on that side, and a wedge points there, as in the cross-section. */
export const SIGNS: Record<'up' | 'down', Sign['drawing']> = {
  up: [
    { d: 'M4 24h32v8H4z' },
    { d: 'M12 18L20 5l8 13z', filled: true },
    { d: 'M8 24v3M14 24v3M20 24v3M26 24v3M32 24v3' },
  ],
  down: [
    { d: 'M4 8h32v8H4z' },
    { d: 'M12 22l8 13 8-13z', filled: true },
    { d: 'M8 16v-3M14 16v-3M20 16v-3M26 16v-3M32 16v-3' },
  ],
};
const HAND = 'M15 3h10v8h5L20 20 10 11h5z';
const PLACES = {
  // From above onto the work in its ring; from beneath against it; on a table; at the head of the machine.
  front: [{ d: HAND, filled: true }, { d: 'M3 24v8h6v-8zM31 24v8h6v-8zM9 28h22' }],
  back: [{ d: 'M15 37h10v-8h5L20 20 10 29h5z', filled: true }, { d: 'M3 8v8h6V8zM31 8v8h6V8zM9 12h22' }],
  off: [{ d: HAND, filled: true }, { d: 'M3 25h34M8 25v11M32 25v11' }],
  machine: [{ d: 'M5 35h30M9 35V8h22v9M26 8v16M24 24h4' }, { d: 'M8 35V24h10v11z', filled: true }],
} as const satisfies Record<string, Sign['drawing']>;

/** Where the hands are. */
export function signOfPlace(step: Pick<HandStep, 'action' | 'side'>): Sign {
  if (actionOf(step).atMachine) return { label: 'hands', word: 'at the machine', drawing: PLACES.machine };
  if (step.side === 'off') return { label: 'hands', word: 'at the table', drawing: PLACES.off };
  return { label: 'side of the hoop', word: step.side, drawing: PLACES[step.side] };
}
const ARM = 'M4 6h20v10H4z';
/** What becomes of the hoop: under the head, or taken from it. */
export const HOOP: Record<'stay' | 'off' | 'may', Omit<Sign, 'label'>> = {
  stay: { word: 'stays on', drawing: [{ d: ARM, filled: true }, { d: 'M14 16v9M4 25h32v9H4z' }] },
  off: {
    word: 'off',
    drawing: [{ d: 'M2 4h16v9H2z', filled: true }, { d: 'M10 13v7M14 28h24v8H14zM22 20l6 5M28 19v6h-6' }],
  },
  may: {
    word: 'may come off',
    drawing: [
      { d: ARM, filled: true },
      { d: 'M14 16v9M4 25h5M13 25h5M22 25h5M31 25h5v9M4 34h5M13 34h5M22 34h5M31 34h5M4 25v9' },
    ],
  },
};
