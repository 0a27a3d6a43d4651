import { itemAt, shareSpanned } from '../base';
import { leavesSideOut, type BlockReading, type Copies, type Reading } from '../reading';
import type { Choice, Part, Slot, SlotFound, Technique } from './types';

/** The slot that a block fills, and the round of its part (1, 2 … for a repeated part). */
interface Place {
  part: Part;
  slot: Slot;
  round: number;
  /** of copies that are sewn in turn, from 0 */
  copy: number;
}
/** A technique laid onto the blocks of a reading. */
export interface Match {
  technique: Technique;
  /** one a block; null where a block fits nowhere and needs no hands */
  places: (Place | null)[];
  /** 0-1: how well pattern and blocks agree */
  fit: number;
  /** needed slots for which no block was found, by title */
  missing: string[];
}

/** What a block costs that fits nowhere, and what a missing slot or part costs. Weights of one good fit. */
const STRAY = -0.45;
const MISSING_SLOT = -0.6;
const MISFIT = -2;
/** What is left of the fit when none of the needed slots was found. */
const ABSENT = 0.4;

interface State {
  part: number;
  slot: Slot;
}

/**
 * Lays the blocks of a reading onto the pattern of a technique, in order, as well as it can be done:
 * the best path through its slots (Viterbi), where slots may be left out and parts repeated at a price.
 */
export function matchTechnique(technique: Technique, reading: Reading): Match {
  const known = matched.get(reading) ?? new Map<Technique, Match>();
  matched.set(reading, known);
  const match = known.get(technique) ?? matchOnce(technique, reading);
  known.set(technique, match);
  return match;
}
/** The copies of a tape, where they are a matter of the technique. */
export const copiesIn = (technique: Technique, { copies }: Reading): Copies | null =>
  technique.copies ? copies : null;

/** Whether the tape has a block for a slot, or has none, as a template or a choice asks. */
export const isMet = (when: SlotFound | undefined, { places }: Match): boolean =>
  !when || places.some((p) => p?.slot.key === when.slot) === when.found;
/** The choices of a technique that this tape leaves. */
export const choicesOf = (match: Match): Choice[] =>
  (match.technique.choices ?? []).filter((c) => isMet(c.when, match));

/** Items that are sewn by one tape: copies that come apart are one each. */
export const itemsInTape = (technique: Technique, reading: Reading): number =>
  technique.copies === 'items' ? (copiesIn(technique, reading)?.offsets.length ?? 1) : 1;

/** Of copies the first is laid, and all others like it. */
function matchOnce(technique: Technique, reading: Reading): Match {
  const lay = technique.anyOrder ? matchByRole : matchInOrder;
  const copies = copiesIn(technique, reading);
  if (!copies) return lay(technique, reading);
  const m = copies.inTurn ? itemAt(copies.blocks, 0).length : reading.blocks.length;
  const match = lay(technique, { ...reading, blocks: copies.first.slice(0, m), extents: copies.extents });
  const places = reading.blocks.map((_, b) => {
    const place = itemAt(match.places, b % m);
    return place && { ...place, copy: Math.floor(b / m) };
  });
  return { ...match, places };
}
/** A technique is laid onto a reading once, whoever asks: for the choice of one, and for each plan. */
const matched = new WeakMap<Reading, Map<Technique, Match>>();

const fitOf = (slot: Slot, reading: Reading, block: number) => {
  const { value, confidence } = reading.blocks[block].role;
  const fit = slot.roles[value];
  if (fit === undefined) return MISFIT;
  return fit * (0.6 + 0.4 * confidence) * shapeFit(slot, reading, block);
};

/** Share of the design that a block spans, the smaller way, from which on it runs round the whole. */
export const WHOLE_SHARE = 0.84;
/** What is left of a fit where extent or opening speak against it. */
const AGAINST = 0.3;
/** And where its texture is not the usual one. */
const UNUSUAL = 0.8;

function shapeFit(
  { extent, opening, open, blade, prefers }: Slot,
  { blocks, extents: e }: Reading,
  block: number,
): number {
  const { box, openings, typed, bladeDeg } = blocks[block];
  // A typed stop has no shape to speak for or against.
  if (typed) return 1;
  const spans = shareSpanned(box, e);
  const textureSpeaksAgainst = prefers !== undefined && !prefers.includes(blocks[block].texture);
  const extentSpeaksAgainst = extent !== undefined && (extent === 'whole') !== spans >= WHOLE_SHARE;
  const openingSpeaksAgainst = opening !== undefined && opening !== openings.length > 0;
  const openSpeaksAgainst = open !== undefined && open !== isOpen(blocks[block]);
  const bladeSpeaksAgainst = blade !== undefined && blade !== (bladeDeg !== null);
  return (
    (extentSpeaksAgainst || openingSpeaksAgainst || openSpeaksAgainst || bladeSpeaksAgainst ? AGAINST : 1) *
    (textureSpeaksAgainst ? UNUSUAL : 1)
  );
}

/** Whether a block is marks of some corners, or one line along some sides only. */
const isOpen = (block: BlockReading) =>
  leavesSideOut(block) || (block.lines.length > 1 && !block.closed && !block.openings.length);

function matchInOrder(technique: Technique, reading: Reading): Match {
  const { parts } = technique;
  const states: State[] = parts.flatMap((p, part) => p.slots.map((slot) => ({ part, slot })));
  const required = (s: State) => !s.slot.optional && !parts[s.part].optional;
  const skip = (from: number, to: number) => {
    let cost = 0;
    for (let k = from; k < to; k++)
      // Inside a part that was entered, even an optional part's own slots are missed.
      if (
        required(states[k]) ||
        (!states[k].slot.optional &&
          (states[k].part === states[to]?.part || states[k].part === states[from - 1]?.part))
      )
        cost += MISSING_SLOT;
    return cost;
  };
  /** Cost of going from slot a (-1: the start) to slot b; null when there is no way. */
  const step = (a: number, b: number): number | null => {
    if (b > a) return skip(a + 1, b);
    if (b === a && states[b].slot.many) return 0;
    const part = states[b].part;
    if (a < 0 || states[a].part !== part || !parts[part].repeat) return null;
    const first = states.findIndex((s) => s.part === part);
    const end = states.findLastIndex((s) => s.part === part);
    return skip(a + 1, end + 1) + skip(first, b);
  };

  const n = reading.blocks.length;
  // best[b][s + 1]: best sum with block b done and slot s reached; blocks that fit nowhere stay where they are.
  const best = Array.from({ length: n + 1 }, () => new Array<number>(states.length + 1).fill(-Infinity));
  const came = Array.from({ length: n + 1 }, () =>
    new Array<{ from: number; stray: boolean } | null>(states.length + 1).fill(null),
  );
  best[0][0] = 0;
  for (let b = 0; b < n; b++)
    for (let a = -1; a < states.length; a++) {
      const sum = best[b][a + 1];
      if (sum === -Infinity) continue;
      const offer = (to: number, total: number, stray: boolean) => {
        if (total <= best[b + 1][to + 1]) return;
        best[b + 1][to + 1] = total;
        came[b + 1][to + 1] = { from: a, stray };
      };
      offer(a, sum + STRAY, true);
      for (let to = 0; to < states.length; to++) {
        const cost = step(a, to);
        if (cost !== null) offer(to, sum + cost + fitOf(states[to].slot, reading, b), false);
      }
    }

  let at = -1;
  let total = -Infinity;
  for (let a = -1; a < states.length; a++) {
    const sum = best[n][a + 1] + skip(a + 1, states.length);
    if (sum > total) [total, at] = [sum, a];
  }
  const slots = new Array<number | null>(n).fill(null);
  for (let b = n; b > 0; b--) {
    const { from, stray } = came[b][at + 1]!;
    if (!stray) slots[b - 1] = at;
    at = from;
  }
  const found = new Set(slots.filter((k) => k !== null));
  const stoodFor = new Set(states.flatMap((s, k) => (found.has(k) ? (s.slot.standsFor ?? []) : [])));
  const absent = states.filter((s, k) => required(s) && !found.has(k));
  const missing = absent.flatMap(({ slot }) => (stoodFor.has(slot.key) ? [] : [slot.title]));
  total -= MISSING_SLOT * (absent.length - missing.length);
  // A pattern of which hardly a needed slot was found is another pattern, however well the rest fits.
  const needed = states.filter(required).length;
  const presence = needed ? ABSENT + (1 - ABSENT) * (1 - missing.length / needed) : 1;
  return {
    technique,
    places: withRounds(
      slots.map((s) => (s === null ? null : states[s])),
      parts,
    ),
    fit: n ? Math.max(0, total / n) * presence : 0,
    missing,
  };
}

/** A round begins whenever a part starts over. */
function withRounds(states: (State | null)[], parts: Part[]): (Place | null)[] {
  const rounds = new Map<number, { round: number; last: number }>();
  return states.map((s) => {
    if (!s) return null;
    const index = parts[s.part].slots.indexOf(s.slot);
    const seen = rounds.get(s.part);
    const starts = !seen || index < seen.last || (index === seen.last && !s.slot.many);
    const round = (seen?.round ?? 0) + (starts ? 1 : 0);
    rounds.set(s.part, { round, last: index });
    return { part: parts[s.part], slot: s.slot, round, copy: 0 };
  });
}

/** Each block by its role alone; a cover or tack-down belongs to the piece whose line it follows. */
function matchByRole(technique: Technique, reading: Reading): Match {
  const rounds = new Map<number, number>();
  let pieces = 0;
  const places = reading.blocks.map((block): Place | null => {
    const part = technique.parts.find((p) => p.slots.some((s) => s.roles[block.role.value]));
    const slot = part?.slots.find((s) => s.roles[block.role.value]);
    if (!part || !slot) return null;
    const followed = block.follows ? rounds.get(block.follows.index) : undefined;
    const round = block.role.value === 'placement' ? ++pieces : (followed ?? Math.max(1, pieces));
    rounds.set(block.index, round);
    // A cover over nothing that was laid is decoration: no hand step belongs to it.
    if (part.repeat && block.role.value !== 'placement' && followed === undefined) return null;
    return { part, slot, round, copy: 0 };
  });
  const fit =
    reading.blocks.reduce((sum, b, i) => sum + (places[i] ? b.role.confidence : 0), 0) /
    Math.max(1, reading.blocks.length);
  // A pattern that fits says more than no pattern at all.
  return { technique, places, fit: fit * AS_READ_WEIGHT, missing: [] };
}
const AS_READ_WEIGHT = 0.7;

/** Why a technique was found to fit, or not, in one sentence: what was found, what is missing, what has no place in it. */
export function fitReason({ technique, places, missing }: Match): string {
  const stray = places.filter((p) => !p).length;
  const placed = places.length - stray;
  if (technique.anyOrder) return 'no pattern: each block is taken by its own role';
  const parts = [`${placed} of ${places.length} blocks stand where its pattern has them`];
  if (missing.length) parts.push(`it would also need ${missing.map((m) => `“${m}”`).join(', ')}`);
  if (stray) parts.push(`${stray} ${stray > 1 ? 'have' : 'has'} no place in it`);
  return parts.join('; ');
}
