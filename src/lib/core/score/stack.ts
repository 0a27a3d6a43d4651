import { itemAt } from '../base';
import { actionOf, hasTrait, type MaterialKind } from '../catalogue';
import type { Face } from '../techniques';
import type { Score, Step } from './types';

/** One layer in the hoop. */
export interface Layer {
  pieceId: string;
  name: string;
  material: MaterialKind;
  colour: string;
  side: 'front' | 'base' | 'back';
  /** which way its right side looks, with the front of the hoop up */
  face: Face;
  /** caught by a line; else only laid or taped */
  held: boolean;
  trimmed: boolean;
  folded: boolean;
  /** base slit, zip open */
  open: boolean;
  /** laid, folded or cut by this very step */
  now: boolean;
  /** of copies that lie side by side, from 0; null: it lies under all of them */
  copy: number | null;
  /** the piece of the first copy that it is like */
  like: string | null;
}
/** What lies in the hoop at one moment. */
export interface Stack {
  /** front to back */
  layers: Layer[];
  /** the side of the work that lies up */
  view: 'front' | 'back';
  hooped: boolean;
  /** anything was ever hooped: an empty stack after that is bare stitches */
  begun: boolean;
  /** turned right side out */
  turned: boolean;
}

/** The layers of a score are folded once, whoever asks. */
const folded = new WeakMap<Pick<Score, 'steps' | 'pieces'>, readonly Stack[]>();
/**
 * The layers before step i, front to back, and after the last. A pure walk over the steps: the cross-section, checks, thread
 * and the printed sheet all come from it.
 */
export function stacksOf(score: Pick<Score, 'steps' | 'pieces'>): readonly Stack[] {
  const known = folded.get(score);
  if (known) return known;
  const stacks = [emptyStack()];
  for (const step of score.steps) stacks.push(applyStep(itemAt(stacks, stacks.length - 1), step, score));
  folded.set(score, stacks);
  return stacks;
}
/** The layers after step i (0-based). */
export const stackAt = (score: Pick<Score, 'steps' | 'pieces'>, i: number): Stack => {
  const stacks = stacksOf(score);
  return itemAt(stacks, Math.max(0, Math.min(i + 1, stacks.length - 1)));
};
/** What lies where a step happens: copies that are sewn in turn lie side by side, not on each other. */
export const stackHere = (stack: Stack, step: Pick<Step, 'copy'> | undefined): Stack => ({
  ...stack,
  layers: stack.layers.filter((l) => l.copy === null || l.copy === (step?.copy ?? 0)),
});
/** A score whose steps say other words, and do the same to the layers. */
export function inOtherWords<S extends Pick<Score, 'steps' | 'pieces'>>(score: S, steps: S['steps']): S {
  const said = { ...score, steps };
  folded.set(said, stacksOf(score));
  return said;
}
const emptyStack = (): Stack => ({
  layers: [],
  view: 'front',
  hooped: false,
  begun: false,
  turned: false,
});

/** The stack after one more step; the one before stays as it is. */
function applyStep(before: Stack, step: Step, score: Pick<Score, 'pieces'>): Stack {
  const stack: Stack = { ...before, layers: before.layers.map((l) => ({ ...l, now: false })) };
  if (step.kind === 'needle') {
    // The hoop goes into the machine front up, whatever was done on its back.
    stack.view = 'front';
    if (!step.skipped)
      for (const layer of stack.layers) if (step.holds.includes(layer.pieceId)) layer.held = true;
    return stack;
  }
  // What is done for all copies is done to the pieces of each.
  const isMeant = ({ pieceId, like }: Layer) =>
    step.pieces.includes(pieceId) || (step.places > 1 && like !== null && step.pieces.includes(like));
  const touched = stack.layers.filter(isMeant);
  for (const layer of touched) layer.now = true;
  switch (actionOf(step).effect) {
    case 'hoop':
      stack.hooped = stack.begun = true;
      for (const id of step.pieces) put(stack, score, id, 'base', 'up');
      break;
    case 'put':
      for (const id of step.pieces)
        put(stack, score, id, step.side === 'back' ? 'back' : 'front', faceFromFront(step.face, step.side));
      break;
    case 'fold':
      for (const layer of touched) Object.assign(layer, { folded: true, face: step.face ?? 'up' });
      break;
    case 'trim':
      for (const layer of touched) layer.trimmed = true;
      break;
    case 'open all':
      // Right through: whatever lies there is open.
      for (const layer of stack.layers) layer.open = true;
      break;
    case 'open':
      for (const layer of touched) layer.open = true;
      break;
    case 'turn hoop':
      stack.view = step.side === 'back' ? 'back' : 'front';
      break;
    case 'unhoop':
      stack.hooped = false;
      stack.view = 'front';
      break;
    case 'take off':
      stack.layers = stack.layers.filter((l) => !isMeant(l));
      break;
    case 'take base':
      stack.layers = stack.layers.filter((l) => l.side !== 'base' || !hasTrait(l.material, 'tears'));
      break;
    case 'wash':
      stack.layers = stack.layers.filter((l) => !hasTrait(l.material, 'washes'));
      break;
    case 'turn out':
      stack.turned = true;
      break;
  }
  return stack;
}

/** "Right side up" on the back is said with the back lying up: seen from the front it looks down. */
function faceFromFront(face: Face | undefined, side: string): Face {
  const up = (face ?? 'up') === 'up';
  return up === (side !== 'back') ? 'up' : 'down';
}

function put(stack: Stack, score: Pick<Score, 'pieces'>, id: string, side: Layer['side'], face: Face) {
  const piece = score.pieces.find((p) => p.id === id);
  if (!piece) return;
  const layer: Layer = {
    pieceId: id,
    name: piece.name,
    material: piece.material,
    colour: piece.colour,
    side,
    face,
    // What sticks needs no line to hold it.
    held: side === 'base' || hasTrait(piece.material, 'sticks'),
    trimmed: false,
    folded: false,
    open: false,
    now: true,
    // Scores of older runs have neither.
    copy: piece.copy ?? null,
    like: piece.like ?? null,
  };
  if (side === 'front') stack.layers.unshift(layer);
  else stack.layers.push(layer);
}

/** The stack in words, for the screen reader and the printed sheet: front to back. */
export function describeStack({ layers, view, hooped, begun, turned }: Stack): string {
  if (!layers.length) return begun ? 'Only the stitches are left.' : 'Nothing is in the hoop yet.';
  const parts = layers.map((l) => {
    const states = [
      l.side === 'base' ? (hooped ? 'hooped' : 'base') : `right side ${l.face}`,
      l.folded && 'folded over',
      l.trimmed && 'trimmed',
      l.open && (l.material === 'zip' ? 'open' : 'slit'),
      !l.held && 'loose',
    ].filter(Boolean);
    return `${l.name} (${states.join(', ')})`;
  });
  const where = turned ? 'Turned right side out' : hooped ? `The ${view} lies up` : 'Out of the hoop';
  return `${where}. From front to back: ${parts.join('; ')}.`;
}
