/**
 * What an item takes beside its pieces: zips, snaps, eyelets, ribbon, filling, and what holds pieces while they are sewn.
 * In: score, cut pieces, design size (mm). Out: amounts of one item, in the notion's own unit.
 */
import { NOTIONS, type NotionKey } from '../catalogue';
import type { Numbers } from '../numbers';
import type { OrderPlan } from '../order';
import { unhoopAt, type HandStep, type Score } from '../score';
import type { HoldKey, Use } from '../techniques';
import type { CutPiece } from './pieces';

/** So much of a notion, with what asks for it. */
export interface NotionNeed {
  notion: NotionKey;
  /** of one tape, in the notion's unit */
  amount: number;
  /** at least this long: zips, mm */
  lengthMm: number | null;
  /** the step that takes it, or the piece that it is */
  because: string;
  /** put on or in once it is out of the hoop: only what came out well takes it */
  afterwards: boolean;
}

const MM_PER_M = 1000;
const MM2_PER_M2 = 1e6;
const MM2_PER_DM2 = 1e4;
const SIDES = 4;

const HELD_BY: Partial<Record<HoldKey, NotionKey>> = {
  tape: 'paper tape',
  spray: 'spray adhesive',
  glue: 'glue stick',
};

/** Small parts and what holds pieces, of one tape. @param size of one of the copies in it, mm */
export function notionsOf(
  { steps }: Score,
  pieces: readonly CutPiece[],
  size: { width: number; height: number },
  numbers: Numbers,
): NotionNeed[] {
  const piece = (id: string) => pieces.find((p) => p.id === id);
  const zips = pieces
    .filter((p) => p.material === 'zip')
    .map((p): NotionNeed => ({
      notion: 'zip',
      amount: p.layers * p.copies,
      lengthMm: Math.max(p.width.cutMm, p.height.cutMm),
      because: p.name,
      afterwards: false,
    }));
  const out = unhoopAt(steps);
  const taken = steps.flatMap((s, i) => {
    if (s.kind !== 'hand') return [];
    const used = (s.uses ?? []).map((use): NotionNeed => ({
      notion: use.notion,
      amount: s.times * s.places * amountOf(use, size, numbers),
      lengthMm: null,
      because: s.title,
      afterwards: out >= 0 && i > out,
    }));
    return [
      ...used,
      ...holding(
        s,
        s.pieces.flatMap((id) => piece(id) ?? []),
        numbers['cut.tapeStrip'],
      ),
    ];
  });
  return summed([...zips, ...taken]);
}

function amountOf(use: Use, size: { width: number; height: number }, numbers: Numbers): number {
  if ('count' in use) return use.count;
  if ('perDm2' in use) return (numbers[use.perDm2] * size.width * size.height) / MM2_PER_DM2;
  return (numbers[use.length] * use.times + (use.plus ? numbers[use.plus] : 0)) / MM_PER_M;
}

/** A strip of tape for each taped side, glue round the edge, spray over the whole back. @param stripMm of tape */
function holding(step: HandStep, pieces: CutPiece[], stripMm: number): NotionNeed[] {
  const outline = step.places * pieces.reduce((sum, p) => sum + 2 * (p.width.cutMm + p.height.cutMm), 0);
  const area = step.places * pieces.reduce((sum, p) => sum + p.width.cutMm * p.height.cutMm, 0);
  const need = (notion: NotionKey, amount: number): NotionNeed[] =>
    amount > 0 ? [{ notion, amount, lengthMm: null, because: step.title, afterwards: false }] : [];
  // Opposite sides are as long as each other: of two, one is across and one along.
  const strips = (sides: number) =>
    (step.places * sides * pieces.reduce((sum, { width, height }) => sum + (Math.min(stripMm, width.cutMm) + Math.min(stripMm, height.cutMm)) / 2, 0)) / MM_PER_M; // prettier-ignore
  if (step.heldBy) {
    const notion = HELD_BY[step.heldBy];
    if (!notion) return [];
    if (notion === 'paper tape') return need(notion, strips(SIDES));
    return need(notion, notion === 'spray adhesive' ? area / MM2_PER_M2 : outline / MM_PER_M);
  }
  return need('paper tape', strips(Math.min(step.tapeSides, SIDES)));
}

/** What an order takes of them: as often as the tape is sewn, or for the items that are wanted. */
export const orderedNotions = <N extends NotionNeed>(
  notions: readonly N[],
  { designs, load, spare, inTape }: Pick<OrderPlan, 'designs' | 'load' | 'spare' | 'inTape'>,
): N[] =>
  notions.map((n) => ({ ...n, amount: n.amount * (n.afterwards ? (load - spare) / inTape : designs) }));

/** The same thing at several steps is told once. Zips of different lengths stay apart. */
export function summed(needs: readonly NotionNeed[]): NotionNeed[] {
  const byKey = new Map<string, NotionNeed>();
  for (const need of needs) {
    const key = `${need.notion} ${need.lengthMm} ${need.afterwards}`;
    const same = byKey.get(key);
    if (same) {
      same.amount += need.amount;
      if (!same.because.includes(need.because)) same.because += `, ${need.because}`;
    } else byKey.set(key, { ...need });
  }
  return [...byKey.values()];
}

const places = { piece: 0, m: 1, 'm²': 2, g: 0 } as const;
/** "4 snap caps", "3.2 m embroidery tape": counted things as whole ones, up. */
export function formatNotion(notion: NotionKey, amount: number): string {
  const { unit, name, plural } = NOTIONS[notion];
  if (unit === 'piece') return `${Math.ceil(amount)} ${Math.ceil(amount) === 1 ? name : plural}`;
  const step = 10 ** -places[unit];
  return `${(Math.ceil(amount / step - 1e-9) * step).toFixed(places[unit])} ${unit} ${plural}`;
}
