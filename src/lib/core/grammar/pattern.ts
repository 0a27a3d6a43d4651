/** The pattern of a technique as a grammar: the ways a row of blocks may go through its slots, and what is met on each. */
import { shareSpanned, type Box } from '../base';
import { leavesSideOut, ROLES, TEXTURES, type Role, type Texture, type Unread } from '../reading';

/** A place for a needle block in a pattern. */
export interface PatternSlot {
  key: string;
  /** how well a block of this role fits, 0-1; roles not named do not fit */
  roles: Partial<Record<Role, number>>;
  optional?: boolean;
  /** whole: runs round nearly all of the design; inner: within it */
  extent?: 'whole' | 'inner';
  /** leaves an opening to turn through (true), or must not (false) */
  opening?: boolean;
  /** runs along some sides and leaves one out (true), or must not (false) */
  open?: boolean;
  /** cut by a cutting needle (true), or must be sewn (false) */
  blade?: boolean;
  /** textures that speak for it */
  prefers?: Texture[];
  /** takes any number of blocks in a row */
  many?: boolean;
  /** a needed slot that is not missed where this one is found */
  standsFor?: string;
}
/** Slots that belong together; a repeated part is sewn once for each piece. */
export interface PatternPart {
  optional?: boolean;
  repeat?: boolean;
  slots: PatternSlot[];
}
/** What a grammar knows of a technique. */
export interface TechniquePattern {
  id: string;
  name: string;
  parts: PatternPart[];
  /** slots are found by role alone, in whatever order they come */
  anyOrder?: boolean;
  /** what copies in one tape are: items that come apart, or pieces of one item; else they are no matter of this technique */
  copies?: 'items' | 'pieces';
}

/** What is counted along a way through a pattern; the weight of each is fitted. */
export const TERMS = [
  /** share of the block's role by its own stitches, as a logarithm */
  'role',
  /** how well a role fits its slot, as a logarithm */
  'fit',
  /** of how many roles its slot tells, as a logarithm */
  'breadth',
  /** not as far round the design as its slot says */
  'extent',
  /** an opening, or none, against what its slot says */
  'opening',
  /** a side left out, or none, against what its slot says */
  'open',
  /** cut where it should be sewn, or sewn where it should be cut */
  'blade',
  /** not the usual texture of its slot */
  'texture',
  /** a block that stands nowhere */
  'stray',
  /** a needed slot that is passed over */
  'missing',
  /** the same in a round of a part that is sewn once for each piece: covers often wait until all pieces are held */
  'unfinished',
  /** a slot that may be left out and is */
  'skipped',
  /** a part begun once more */
  'again',
  /** one more block in the same slot */
  'same',
  /** a block of no pattern at all */
  'patternless',
  /** copies, where they are no matter of the technique */
  'copies',
] as const;
/** One of TERMS. */
export type Term = (typeof TERMS)[number];
/** What each term counts for. */
export type Terms = Readonly<Record<Term, number>>;
/** How much each term counts, and each technique before anything is seen of the tape; logarithms. */
export interface GrammarWeights {
  terms: Terms;
  techniques: Readonly<Record<string, number>>;
}

/** Share of the design that a block spans, the smaller way, from which on it runs round the whole. */
export const WHOLE_SHARE = 0.84;

/** How often each term is met; none but those that are. */
export type Counts = Partial<Record<Term, number>>;
/** A slot of a pattern, and the part that it stands in. */
interface State {
  part: number;
  slot: PatternSlot;
  /** of how many roles it tells, as a logarithm */
  breadth: number;
}
/** A pattern with its ways: from state a (0: the start, else slot a − 1) to slot b; null where there is none. */
export interface Pattern {
  states: State[];
  steps: (Counts | null)[][];
  ends: Counts[];
}

const breadth = (slot: PatternSlot) => Math.log(Object.values(slot.roles).reduce((sum, fit) => sum + fit, 0));
function patternOf({ parts }: TechniquePattern): Pattern {
  const states: State[] = parts.flatMap((p, part) =>
    p.slots.map((slot) => ({ part, slot, breadth: breadth(slot) })),
  );
  /** what is passed over from the slot before `from` to slot `to` */
  const passed = (from: number, to: number) => {
    const counts = { missing: 0, unfinished: 0, skipped: 0 };
    for (let k = from; k < to; k++) {
      const { slot, part } = states[k];
      // Inside a part that was entered, even an optional part's own slots are missed.
      const isEntered = part === states[to]?.part || (from > 0 && part === states[from - 1].part);
      const isStoodFor = [states[to], states[from - 1]].some((s) => s?.slot.standsFor === slot.key);
      const isNeeded = !slot.optional && !isStoodFor && (isEntered || !parts[part].optional);
      counts[!isNeeded ? 'skipped' : isEntered && parts[part].repeat ? 'unfinished' : 'missing']++;
    }
    return counts;
  };
  const step = (a: number, b: number): Counts | null => {
    if (b > a) return passed(a + 1, b);
    if (b === a && states[b].slot.many) return { same: 1 };
    const { part } = states[b];
    if (a < 0 || states[a].part !== part || !parts[part].repeat) return null;
    const first = states.findIndex((s) => s.part === part);
    const end = states.findLastIndex((s) => s.part === part);
    const [left, right] = [passed(a + 1, end + 1), passed(first, b)];
    return {
      again: 1,
      missing: left.missing + right.missing,
      unfinished: left.unfinished + right.unfinished,
      skipped: left.skipped + right.skipped,
    };
  };
  const from = Array.from({ length: states.length + 1 }, (_, a) => a - 1);
  return {
    states,
    steps: from.map((a) => states.map((_, b) => step(a, b))),
    ends: from.map((a) => passed(a + 1, states.length)),
  };
}
const patterns = new WeakMap<TechniquePattern, Pattern>();
/** The pattern of a technique, with all its ways. */
export function pattern(technique: TechniquePattern): Pattern {
  const known = patterns.get(technique) ?? patternOf(technique);
  patterns.set(technique, known);
  return known;
}

/** Whether a block is marks of some corners, or one line along some sides only. */
const isOpen = (block: Unread) =>
  leavesSideOut(block) || (block.lines.length > 1 && !block.closed && !block.openings.length);
/** What slots ask of the shape of a block. */
export interface Shape {
  /** the same for shapes that are alike, for any slot */
  key: number;
  /** a typed stop has no shape to speak for or against */
  isTyped: boolean;
  isWhole: boolean;
  hasOpening: boolean;
  leavesOut: boolean;
  isCut: boolean;
  texture: Texture;
}
export function shapeOf(block: Unread, extents: Box): Shape {
  const [isTyped, isWhole] = [block.typed !== null, shareSpanned(block.box, extents) >= WHOLE_SHARE];
  const [hasOpening, leavesOut, isCut] = [block.openings.length > 0, isOpen(block), block.bladeDeg !== null];
  const asked = [isTyped, isWhole, hasOpening, leavesOut, isCut];
  const key = asked.reduce((sum, is) => 2 * sum + Number(is), TEXTURES.indexOf(block.texture));
  return { key, isTyped, isWhole, hasOpening, leavesOut, isCut, texture: block.texture };
}
/** What speaks against a shape in a slot. */
export function against(shape: Shape, { extent, opening, open, blade, prefers }: PatternSlot): Term[] {
  const found: Term[] = [];
  if (shape.isTyped) return found;
  if (extent !== undefined && (extent === 'whole') !== shape.isWhole) found.push('extent');
  if (opening !== undefined && opening !== shape.hasOpening) found.push('opening');
  if (open !== undefined && open !== shape.leavesOut) found.push('open');
  if (blade !== undefined && blade !== shape.isCut) found.push('blade');
  if (prefers !== undefined && !prefers.includes(shape.texture)) found.push('texture');
  return found;
}
/** What each role counts for in a slot; null: it has no place there. */
export const roleCounts = ({ roles }: PatternSlot): (Counts | null)[] =>
  ROLES.map((role) => (roles[role] ? { fit: Math.log(roles[role]) } : null));
