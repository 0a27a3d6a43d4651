import { formatLength, formatSize, type LengthUnit } from '../base';
import { actionOf, MATERIALS } from '../catalogue';
import { HOOP_WORDS, placeOf, type HandStep, type NeedleStep, type Step } from '../score';
import { threadWords, type Thread } from '../build';
import type { CutPiece } from '../cut';

/** Of a plan, what lists are made from. */
interface Planned {
  cut: { pieces: CutPiece[] };
  threads: (Thread | undefined)[];
}

/**
 * What must be known of a step to do it from a list, beside its title: what is laid, how large and which side up, where,
 * whether the hoop stays on, what a trimmed edge keeps; of a block its thread, above and below. A few words each.
 */
export const stepFacts = (step: Step, plan: Planned, unit: LengthUnit): string[] =>
  step.kind === 'hand' ? handFacts(step, plan, unit) : needleFacts(step, plan);

function handFacts(step: HandStep, { cut }: Planned, unit: LengthUnit): string[] {
  const { effect } = actionOf(step);
  const laid = effect === 'put' || effect === 'hoop' ? step.pieces : [];
  const pieces = laid.flatMap((id) => cut.pieces.find((p) => p.id === id) ?? []);
  const hasRightSide = pieces.some((p) => !MATERIALS[p.material].twoSided);
  const facts = [
    ...pieces.map((p) => `${p.name} ${formatSize(p.width.cutMm, p.height.cutMm, unit)}`),
    step.face && effect !== 'hoop' && hasRightSide && `right side ${step.face}`,
    step.keeps && `${formatLength(step.keeps.mm, unit)} ${step.keeps.side} the line`,
    effect !== 'hoop' && placeOf(step),
    step.hoop && HOOP_WORDS[step.hoop],
  ];
  return facts.filter((fact) => typeof fact === 'string');
}

function needleFacts(step: NeedleStep, { threads }: Planned): string[] {
  const thread = step.thread ?? threads[step.block];
  const facts = [
    step.skipped && 'passed over',
    thread ? `in ${threadWords(thread)}` : 'thread not named',
    step.bothSides ? 'matching bobbin' : 'bobbin thread',
    step.attended && 'stay and hold the edge',
  ];
  return facts.filter((fact) => typeof fact === 'string');
}
