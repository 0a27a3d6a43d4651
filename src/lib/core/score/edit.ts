import { EDIT_WORDS, type ScoreEdit } from '../build';
import { bareHand } from './hand';
import { threadStep } from './threads';
import type { ChangedStep, HandStep, NeedleStep, Step } from './types';

/** Applies the maker's edits in order. Edits that meet no step are kept in the build and told here, never dropped. */
export function applyEdits(
  proposed: Step[],
  edits: readonly ScoreEdit[],
  threadByHand: boolean,
): { steps: Step[]; changed: ChangedStep[]; stale: string[] } {
  let steps = proposed;
  const stale: string[] = [];
  const changed: ChangedStep[] = [];
  for (const edit of edits) {
    const at = steps.findIndex((s) => s.id === edit.stepId);
    const isTwice = at >= 0 && (edit.kind === 'insert' || edit.kind === 'again');
    if (isTwice) {
      stale.push(`${EDIT_WORDS[edit.kind]}: a step of this id is in the score already.`);
      continue;
    }
    if (edit.kind === 'insert') {
      steps = insertBefore(steps, ownStep(edit), edit.before);
      continue;
    }
    if (edit.kind === 'again') {
      const of = steps.findIndex((s) => s.id === edit.of);
      const step = steps[of];
      if (step?.kind === 'needle') steps = steps.toSpliced(of + 1, 0, ...sewAgain(step, edit, threadByHand));
      else stale.push(`${EDIT_WORDS.again}: the block it repeats is not in this score any more.`);
      continue;
    }
    const step = steps[at];
    if (!step) {
      stale.push(`${EDIT_WORDS[edit.kind]}: the step it was meant for is not in this score any more.`);
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
    else if (edit.kind === 'skip' && step.kind === 'needle')
      steps = steps.with(at, { ...step, skipped: edit.skip });
    else if (edit.kind === 'remove' && step.kind === 'needle' && step.again)
      // With its own repeat go the hand steps that led to it.
      steps = steps.filter((s) => s !== step && !s.id.startsWith(`${step.id}:`));
    else if ((edit.kind === 'remove' || edit.kind === 'move') && step.kind === 'hand') {
      const { id, title, action, pieces } = step;
      const isOut = edit.kind === 'remove';
      changed.push({ stepId: id, title, action, pieces, isOut, next: steps[at + 1]?.id ?? null });
      const rest = steps.toSpliced(at, 1);
      steps = edit.kind === 'remove' ? rest : insertBefore(rest, step, edit.before);
    }
    // Needle steps are what the tape sews; they can be neither moved nor taken out here.
  }
  return { steps, changed, stale };
}

function insertBefore(steps: Step[], step: Step, before: string | null): Step[] {
  const at = before === null ? -1 : steps.findIndex((s) => s.id === before);
  return at < 0 ? [...steps, step] : steps.toSpliced(at, 0, step);
}

const ownStep = (edit: Extract<ScoreEdit, { kind: 'insert' }>): HandStep =>
  bareHand({
    id: edit.stepId,
    title: edit.title,
    text: edit.text,
    because: 'You put this step in.',
    action: edit.action ?? 'own',
    side: edit.side,
    ownSeconds: edit.seconds,
    own: true,
  });

/** Going back to a block and sewing it once more. */
function sewAgain(
  step: NeedleStep,
  { stepId, thread }: Extract<ScoreEdit, { kind: 'again' }>,
  threadByHand: boolean,
): Step[] {
  const back = bareHand({
    id: `${stepId}:back`,
    title: 'Once more',
    text: `Go back to the start of block ${step.stop + 1} (stop ${step.stop}) and sew it again${thread ? ` in ${thread.name}` : ''}.`,
    because: 'You put this repeat in; the work must not have moved.',
    action: 'panel',
    side: 'front',
    own: true,
  });
  const change =
    thread && threadByHand ? [threadStep(`${stepId}:thread`, thread.name, 'The repeat is sewn in it.')] : [];
  return [back, ...change, { ...step, id: stepId, title: `${step.title}, again`, again: true, thread }];
}
