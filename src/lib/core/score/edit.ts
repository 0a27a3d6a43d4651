import type { ScoreEdit } from '../build';
import type { HandStep, Step } from './types';

/** Applies the maker's edits in order. Edits that meet no step are kept in the build and told here, never dropped. */
export function applyEdits(
  proposed: Step[],
  edits: readonly ScoreEdit[],
): { steps: Step[]; stale: string[] } {
  let steps = proposed;
  const stale: string[] = [];
  for (const edit of edits) {
    const at = steps.findIndex((s) => s.id === edit.stepId);
    if (edit.kind === 'insert') {
      steps = insertBefore(steps, ownStep(edit), edit.before);
      continue;
    }
    const step = steps[at];
    if (!step) {
      stale.push(`${words[edit.kind]}: the step it was meant for is not in this score any more.`);
      continue;
    }
    if (edit.kind === 'rename')
      steps = steps.with(
        at,
        step.kind === 'hand'
          ? { ...step, title: edit.title, text: edit.text }
          : { ...step, title: edit.title },
      );
    else if (edit.kind === 'time' && step.kind === 'hand')
      steps = steps.with(at, { ...step, ownSeconds: edit.seconds });
    // Needle steps are what the tape sews; they can be neither moved nor taken out here.
    else if (edit.kind === 'remove' && step.kind === 'hand') steps = steps.toSpliced(at, 1);
    else if (edit.kind === 'move' && step.kind === 'hand')
      steps = insertBefore(steps.toSpliced(at, 1), step, edit.before);
  }
  return { steps, stale };
}

const words: Record<ScoreEdit['kind'], string> = {
  rename: 'New wording',
  remove: 'Step taken out',
  move: 'Step moved',
  insert: 'Step put in',
  time: 'Own time',
};

function insertBefore(steps: Step[], step: Step, before: string | null): Step[] {
  const at = before === null ? -1 : steps.findIndex((s) => s.id === before);
  return at < 0 ? [...steps, step] : steps.toSpliced(at, 0, step);
}

const ownStep = (edit: Extract<ScoreEdit, { kind: 'insert' }>): HandStep => ({
  kind: 'hand',
  id: edit.stepId,
  title: edit.title,
  text: edit.text,
  because: 'You put this step in.',
  action: 'own',
  side: edit.side,
  pieces: [],
  along: null,
  tapeSides: 0,
  spray: false,
  tools: [],
  cautions: [],
  times: 1,
  ownSeconds: edit.seconds,
  own: true,
  hand: 0,
  stop: 0,
});

/** Gives every step both its numbers: the running hand number, and the machine stop. */
export function number(steps: Step[]): Step[] {
  let hand = 0;
  let sewn = 0;
  return steps.map((step) => {
    if (step.kind === 'hand') return { ...step, hand: ++hand, stop: sewn };
    return { ...step, stop: sewn++ };
  });
}
