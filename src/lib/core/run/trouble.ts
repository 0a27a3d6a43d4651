import type { CautionKey } from '../catalogue';
import type { NumberId, Numbers } from '../numbers';
import { isUnhoop, type NeedleStep, type Step } from '../score';
import type { TroubleKind } from './events';
import type { RunRecord } from './record';

/** How it may go on: the needle some stitches back; a block once more; leave it for now; an item is a second or ruined. */
type Way = 'go-back' | 'redo' | 'leave' | 'judge';

/** A guided way out: what is safe, what to look at first, and how it may go on. */
export interface TroubleFlow {
  kind: TroubleKind;
  title: string;
  safe: string;
  checks: string[];
  cautions: CautionKey[];
  ways: Way[];
  /** how far the needle goes back */
  back?: NumberId;
  /** whether it can be saved, for those that ask */
  saved?: string;
  /** the bobbin is changed on the way */
  freshBobbin?: boolean;
}

const FLOWS: Record<TroubleKind, Omit<TroubleFlow, 'kind'>> = {
  'thread-break': {
    title: 'The thread broke',
    safe: 'The work stays in the hoop and the hoop on the machine: nothing is lost.',
    checks: [
      'Wait until the needle stands still. Take the frayed thread out, all the way back to the spool.',
      'Is the needle bent, blunt or sticky? A fresh one costs less than the next break.',
      'Thread anew with the presser foot up, so that the thread sits between the discs.',
      'Hold the tail for the first stitches, then snip it.',
    ],
    cautions: ['needle'],
    ways: ['go-back', 'leave'],
    back: 'run.backBreak',
  },
  'bobbin-out': {
    title: 'The bobbin is empty',
    safe: 'The work stays in the hoop. If the hoop must come off the arm to reach the bobbin, nothing in it is touched.',
    checks: [
      'Turn the hoop and look at the back: from where on is there no bobbin thread?',
      'Put in a full bobbin; matching thread where the back will be seen.',
      'Draw the thread up, seat the hoop the same way round as before.',
    ],
    cautions: ['needle'],
    ways: ['go-back', 'leave'],
    back: 'run.backBobbin',
    freshBobbin: true,
  },
  nest: {
    title: 'A nest of thread underneath',
    safe: 'Do not pull: what is sewn would tear. Cut the nest, and the work can be saved nearly always.',
    checks: [
      'Stop the machine. Slide small scissors between hoop and needle plate and cut until the hoop comes free.',
      'Hoop off; pick the rest out from above with tweezers, never with a pull from below.',
      'Take the bobbin out and clear every thread end from its case.',
      'A nest below comes from above: thread the top anew, with the presser foot up.',
      'Look for a hole in the work. If there is none, go on.',
    ],
    cautions: ['needle', 'scissors'],
    ways: ['go-back', 'redo', 'judge'],
    back: 'run.backBobbin',
  },
  'needle-broken': {
    title: 'The needle broke',
    safe: 'Switch the machine off before fingers go near it. The work stays in the hoop.',
    checks: [
      'Find every piece and lay the needle together: point, middle, shank. For an item for a child go on only when it is whole.',
      'Look in the bobbin case, on the plate, in the layers, on the floor.',
      'Why did it break? A pin, a zip’s teeth, a hoop edge, a bent needle, too thick a stack.',
      'Fit a new needle of the right kind, flat side as the manual says; turn the wheel once by hand.',
    ],
    cautions: ['needle', 'pins'],
    ways: ['go-back', 'redo', 'judge'],
    back: 'run.backBreak',
  },
  shifted: {
    title: 'A piece shifted, or its line missed it',
    safe: 'Stop now: every further stitch makes it harder to undo. Keep the hoop as it is.',
    checks: [
      'Only laid or tacked? It can be saved: unpick the tack-down from the back, smooth the piece, tape it, sew the tack-down again.',
      'Does the piece still reach past the line on every side? Then a cover may hide the shift: look at its reach.',
      'Covered already? Unpicking a satin spoils the cloth: better a second than a hole.',
    ],
    cautions: ['needle', 'scissors'],
    ways: ['redo', 'judge'],
    saved: 'Lay it again and sew its line once more.',
  },
  'not-covered': {
    title: 'The border did not cover',
    safe: 'Leave it in the hoop: while it is hooped the border can be sewn again exactly over itself.',
    checks: [
      'Trim what shows, close to the tack-down, without cutting a stitch.',
      'Is the gap narrower than a thread? Sew the border once more.',
      'Wider? Push a strip of the same cloth under the edge first, or take the item as a second.',
    ],
    cautions: ['scissors'],
    ways: ['redo', 'judge'],
    saved: 'Sew the border once more over itself.',
  },
  'wrong-colour': {
    title: 'A block was sewn in the wrong colour',
    safe: 'Before it is unhooped the same block can be sewn again in place.',
    checks: [
      'A darker or equal colour hides the first one; a lighter one lets it through.',
      'Dense block (satin, fill)? Unpick what can be unpicked from the back, or it becomes stiff.',
      'Put the right thread on, then sew the block once more.',
    ],
    cautions: ['needle'],
    ways: ['redo', 'judge'],
    saved: 'Sew the block once more in the right thread.',
  },
  interrupted: {
    title: 'I must leave',
    safe: 'The run is kept at this step and stitch, whatever happens to this page.',
    checks: [
      'Stop the machine, needle up. Write the stitch number that its screen shows in the field below.',
      'Leave the hoop on, cover it against dust and cats, switch off irons.',
    ],
    cautions: [],
    ways: ['leave'],
  },
  'hoop-popped': {
    title: 'The hoop came loose',
    safe: 'Do not pull the base straight: nothing can be aligned again by eye once it has moved.',
    checks: [
      'Stop. Press the ring back with the work lying as it lies, and tighten without pulling.',
      'Trace: does the needle still stand over the placement line in two far corners?',
      'Within half a millimetre: go on. More: sew the next placement line on tape first and look.',
    ],
    cautions: ['needle', 'magnet'],
    ways: ['go-back', 'redo', 'judge'],
    back: 'run.backBreak',
  },
};
/** What to look at and what may be done after a trouble. */
export const troubleFlow = (kind: TroubleKind): TroubleFlow => ({ kind, ...FLOWS[kind] });
/** In the order in which they are offered: the commonest first; those of the needle only while a needle step is on. */
export function troublesAt(step: Step | undefined): TroubleFlow[] {
  const atNeedle: TroubleKind[] = ['thread-break', 'bobbin-out', 'nest', 'needle-broken'];
  const always: TroubleKind[] = ['shifted', 'not-covered', 'wrong-colour', 'hoop-popped', 'interrupted'];
  return (step?.kind === 'hand' ? always : [...atNeedle, ...always]).map(troubleFlow);
}

/** Fewer or more stitches than this help nobody. */
const LEAST_BACK = 4;
const MOST_BACK = 60;
/**
 * How many stitches make an overlap of the table's length in this block, so that old and new thread hold each other.
 * @param stitch where it happened; the needle cannot go back beyond the block's start
 */
export function stitchesBack(
  flow: TroubleFlow,
  block: Pick<RunRecord['blocks'][number], 'meanStitchMm'> | undefined,
  stitch: number,
  numbers: Numbers,
): number {
  if (!flow.back) return 0;
  const mean = Math.max(0.3, block?.meanStitchMm ?? 2);
  const wanted = Math.ceil(numbers[flow.back] / mean);
  return Math.min(stitch, Math.max(LEAST_BACK, Math.min(MOST_BACK, wanted)));
}

/**
 * Needle steps that may be sewn once more at step `index`: those sewn so far, the last first. What was sewn before the hoop
 * was opened is not among them: nothing can be aligned again.
 */
export function redoable({ score: { steps } }: Pick<RunRecord, 'score'>, index: number): Redo[] {
  const opened = steps.slice(0, index).findLastIndex(isUnhoop);
  return steps
    .flatMap((step, i): Redo[] => {
      if (i <= opened || i > index || step.kind !== 'needle' || step.skipped) return [];
      const lays = (s: Step) =>
        s.kind === 'hand' && s.action === 'lay' && s.pieces.some((p) => step.holds.includes(p));
      const lay = steps.slice(0, i).findLastIndex(lays);
      return [{ index: i, step, lay: lay > opened ? lay : null }];
    })
    .reverse();
}
/** A needle step that may be sewn once more. Indices in the score. */
export interface Redo {
  index: number;
  step: NeedleStep;
  /** where the piece that it holds is laid; null: it holds none that is laid */
  lay: number | null;
}
