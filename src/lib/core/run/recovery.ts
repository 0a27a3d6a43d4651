import { itemAt } from '../base';
import { AT_END, MOST_REASON, MOST_TEXT, type ItemResult } from './events';
import type { BareEvent } from './timestamps';
import { threadAt, threadsAhead } from './on-machine';
import { itemsIn, type RunRecord } from './record';
import type { RunState } from './state';
import type { TroubleFlow } from './trouble';

/** The run as it stands when something goes wrong. */
export interface Standing {
  run: RunRecord;
  state: RunState;
}
const stepIdOf = ({ run, state }: Standing) => run.score.steps[state.index]?.id ?? AT_END;
const told = (at: Standing, flow: TroubleFlow, words: string): BareEvent => ({
  type: 'trouble',
  stepId: stepIdOf(at),
  kind: flow.kind,
  text: words.trim().slice(0, MOST_TEXT),
});

/** Mended where it stands: the needle goes back to stitch `to` of its block, and on. @param stitch where it happened */
export function goingBack(
  at: Standing,
  flow: TroubleFlow,
  words: string,
  stitch: number,
  to: number,
): BareEvent[] {
  const { run, state } = at;
  const [index, stepId] = [state.index, stepIdOf(at)];
  const events: BareEvent[] = [];
  if (flow.kind !== 'thread-break') events.push(told(at, flow, words));
  // A machine that is followed has told the break itself.
  else if (!state.mending)
    events.push({ type: 'broke', index, stitch, thread: threadsAhead(run, state).now?.name ?? '' });
  if (flow.freshBobbin) events.push({ type: 'bobbin-changed', stepId, stitch, ranOut: true });
  if (flow.kind === 'needle-broken') events.push({ type: 'needle-changed', stepId });
  return [...events, { type: 'went-back', index, stitch: to }];
}

/** The steps from one to another once more, then on from here; in the right thread, if another one is on. */
export function sewnAgain(
  { run, state }: Standing,
  from: number,
  until: number,
  rightThread = false,
): BareEvent[] {
  const planned = rightThread ? threadAt(run, { threads: [] }, until) : null;
  const wrong = planned && threadAt(run, state, until)?.name !== planned.name;
  return [
    ...(wrong
      ? [{ type: 'thread-changed' as const, stepId: itemAt(run.score.steps, until).id, ...planned }]
      : []),
    { type: 'redo', index: from, until, then: state.index },
  ];
}
/** As a way out of a trouble: from where its piece is laid, if that must be done anew, else its block alone. */
export const againAfter = (
  at: Standing,
  flow: TroubleFlow,
  words: string,
  block: number,
  lay: number | null,
): BareEvent[] => [
  told(at, flow, words),
  ...sewnAgain(at, lay ?? block, block, flow.kind === 'wrong-colour'),
];

/** Left for now; kept at this step, and at this stitch where it is the needle's. */
export function leaving(at: Standing, flow: TroubleFlow, words: string, stitch: number): BareEvent[] {
  const atNeedle = at.run.score.steps[at.state.index]?.kind === 'needle';
  return [
    ...(flow.kind === 'interrupted' ? [] : [told(at, flow, words)]),
    {
      type: 'interrupted',
      stitch: atNeedle ? stitch : null,
      reason: words.trim().slice(0, MOST_REASON),
    },
  ];
}

/** An item of the hooping is a second, or ruined; when the only one is ruined the run is over. @param n item, from 0 */
export function judging(
  at: Standing,
  flow: TroubleFlow,
  words: string,
  n: number,
  result: ItemResult,
): BareEvent[] {
  const reason = (words.trim() || flow.title).slice(0, MOST_REASON);
  const over = result === 'ruined' && itemsIn(at.run) === 1;
  return [
    told(at, flow, words),
    { type: 'item', n, result, reason },
    ...(over ? [{ type: 'given-up' as const, reason }] : []),
  ];
}
