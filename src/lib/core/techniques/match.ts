import { itemAt } from '../base';
import { bestWay, GRAMMAR } from '../grammar';
import { ROLES, type BlockReading, type Copies, type Reading } from '../reading';
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
  /** needed slots for which no block was found, by title */
  missing: string[];
}

interface State {
  part: number;
  slot: Slot;
}

/** Lays the blocks of a reading onto the pattern of a technique, in order, as well as it can be done. */
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

/** What is left to the roles that a block was neither read as nor nearly read as. */
const oddsOf = ({ role: { value, confidence, runnerUp } }: BlockReading): number[] =>
  ROLES.map((role) => {
    if (role === value) return confidence;
    if (role === runnerUp?.value) return runnerUp.confidence;
    return Math.max(0, 1 - confidence - (runnerUp?.confidence ?? 0)) / (ROLES.length - 2);
  });

function matchInOrder(technique: Technique, { blocks, extents, copies }: Reading): Match {
  const { parts } = technique;
  const states: State[] = parts.flatMap((p, part) => p.slots.map((slot) => ({ part, slot })));
  const row = { blocks, extents, hasCopies: copies !== null, odds: blocks.map(oddsOf) };
  const slots = bestWay(technique, row, GRAMMAR);
  const found = new Set(slots.filter((k) => k !== null));
  const stoodFor = states.flatMap((s, k) => (found.has(k) ? (s.slot.standsFor ?? []) : []));
  const isMissed = ({ slot, part }: State, k: number) =>
    !found.has(k) && !slot.optional && !parts[part].optional && !stoodFor.includes(slot.key);
  return {
    technique,
    places: withRounds(
      slots.map((s) => (s === null ? null : states[s])),
      parts,
    ),
    missing: states.filter(isMissed).map(({ slot }) => slot.title),
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
  return { technique, places, missing: [] };
}

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
