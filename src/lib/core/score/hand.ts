import type { HandStep, Score } from './types';

/** What a hand step must say; the rest has quiet defaults. */
export type HandParts = Pick<HandStep, 'id' | 'title' | 'text' | 'because' | 'action' | 'side'> &
  Partial<HandStep>;

/** A hand step with everything that was not said left plain. Numbers are given later. */
export const bareHand = (parts: HandParts): HandStep => ({
  kind: 'hand',
  id: parts.id,
  title: parts.title,
  text: parts.text,
  because: parts.because,
  action: parts.action,
  side: parts.side,
  face: parts.face,
  pieces: parts.pieces ?? [],
  along: parts.along ?? null,
  tapeSides: parts.tapeSides ?? 0,
  heldBy: parts.heldBy ?? null,
  hoop: parts.hoop,
  hoopBecause: '',
  number: parts.number ?? null,
  wait: parts.wait ?? null,
  tools: parts.tools ?? [],
  cautions: parts.cautions ?? [],
  times: parts.times ?? 1,
  uses: parts.uses ?? [],
  ownSeconds: parts.ownSeconds ?? null,
  own: parts.own ?? false,
  hand: 0,
  stop: 0,
});

/** Hands thread the needle anew. */
export const threadStep = (id: string, name: string, because: string): HandStep =>
  bareHand({
    id,
    title: `Thread ${name}`,
    text: `Thread the needle with ${name}.`,
    because,
    action: 'thread',
    side: 'front',
    cautions: ['needle'],
  });

/** What is done to the machine, not to a side of the work. */
const AT_MACHINE: readonly HandStep['action'][] = ['thread', 'bobbin', 'panel'];
/** Where the hands are, in words. */
export const placeOf = ({ action, side }: Pick<HandStep, 'action' | 'side'>): string =>
  AT_MACHINE.includes(action) ? 'at the machine' : side === 'off' ? 'at the table' : `${side} of the hoop`;

/** Items are popped out of film, which only has to hold them until the last stitch; others are cut apart. */
export const popsOut = ({ steps }: Pick<Score, 'steps'>): boolean =>
  steps.some((s) => s.kind === 'hand' && s.action === 'pop-out');
