import { count, itemAt } from '../base';
import type { Build } from '../build';
import { actionOf } from '../catalogue';
import { isNumberId, type NumberId, type Numbers } from '../numbers';
import { marksIn, type Copies, type Marks, type Reading, type Role } from '../reading';
import {
  HOLDS,
  inSchools,
  isHold,
  isMet,
  matchTechnique,
  openChoice,
  schoolsOf,
  techniqueById,
  type HandTemplate,
  type Match,
  type Schools,
} from '../techniques';
import { withHoopAdvice } from './advice';
import { applyEdits } from './edit';
import { bareHand, withCautions, type HandParts } from './hand';
import { insertSteps } from './insert';
import { blocksOf, pieceFor, piecesOf } from './pieces';
import { inOtherWords } from './stack';
import { withThing } from './thing';
import { withThreads } from './threads';
import { withPositions } from './positions';
import { isCovered, tightTrim } from './trim';
import type { Machine } from '../workshop';
import type { Design, HandStep, NeedleStep, Score, ScorePiece, Step } from './types';

/** What a score depends on besides build and design. */
export interface ScoreOptions {
  machine: Pick<Machine, 'kind'>;
  /** keys of the threads on its needles, null: nothing; left out: on one needle, hands change the thread */
  onNeedles?: readonly (string | null)[];
  /** such a frame pinches */
  magneticHoop: boolean;
  /** the design is sewn a quarter turned in its hoop */
  quarterTurned: boolean;
  /** of a long hoop: at which of its positions each needle step is sewn, by its id, and how many it has */
  positions?: { at: ReadonlyMap<string, number | null>; count: number };
  /** of a thing with several sewings which it is, from 0; left out: the first */
  sewing?: number;
  /** a length of the table of numbers, in the maker's unit */
  say: (number: NumberId) => string;
  /** any length in the maker's unit, mm in */
  length: (mm: number) => string;
  numbers: Numbers;
}

/** What all templates of one score are filled in with. */
interface Filling extends ScoreOptions {
  match: Match;
  copies: Copies | null;
  reading: Reading;
  pieces: ScorePiece[];
  schools: Schools;
  /** of one copy */
  marks: Marks;
}

/**
 * The score of a build: needle steps from the blocks, hand steps from the technique, in order, with the maker's edits.
 * Deterministic; step ids are stable for the same tape and technique.
 */
export function makeScore(build: Build, design: Design, options: ScoreOptions): Score {
  const technique = techniqueById(build.technique);
  const match = matchTechnique(technique, design.own);
  const marks = marksIn(blocksOfOne(design));
  const schools = schoolsOf(match, marks, build.schools);
  const pieces = piecesOf(match, build, schools, design.copies);
  const inserted = insertSteps(design, pieces, options);
  const filling: Filling = {
    ...options,
    match,
    copies: design.copies,
    reading: design.own,
    pieces: inserted.pieces,
    schools,
    marks,
  };
  const steps = withThing(
    proposed(filling, inserted.before),
    build.thing,
    options.sewing ?? 0,
    options.length,
  );
  const threaded = withThreads(steps, build, options.onNeedles);
  const { positions } = options;
  const { steps: edited, changed, stale } = applyEdits(threaded, build.edits, !options.onNeedles);
  const score: Score = {
    steps: numbered(positions ? withPositions(edited, positions.at, positions.count) : edited),
    pieces: inserted.pieces,
    technique: match.technique.id,
    schools,
    open: openChoice(match, marks, build.schools),
    changed,
    stale,
  };
  const advised = withHoopAdvice(score);
  return inOtherWords(advised, withCautions(advised.steps, options));
}

/** @param insertedBefore steps of inserted designs, by the block before which they stand */
function proposed(filling: Filling, insertedBefore: Map<number, Step[]>): Step[] {
  const { match, reading } = filling;
  const { technique, places } = match;
  const hand = (anchor: string, place: At) => (t: HandTemplate) => handStep(t, anchor, place, filling) ?? [];
  const steps: Step[] = technique.start.flatMap(hand('start', ALL));
  reading.blocks.forEach((_, b) => {
    const place = places[b];
    const same = (other: number) => {
      const o = places[other];
      return o?.slot === place?.slot && o?.round === place?.round && o?.copy === place?.copy;
    };
    steps.push(...(insertedBefore.get(b) ?? []));
    // Slots that take several blocks have their hand steps once, before the first and after the last.
    if (place && !(b > 0 && same(b - 1)))
      steps.push(...(place.slot.before ?? []).flatMap(hand(`b${b}`, { ...place, block: b })));
    steps.push(needleStep(b, filling));
    if (place && !(b + 1 < places.length && same(b + 1)))
      steps.push(...(place.slot.after ?? []).flatMap(hand(`a${b}`, { ...place, block: b })));
  });
  steps.push(...(insertedBefore.get(reading.blocks.length) ?? []));
  steps.push(...technique.finish.flatMap(hand('finish', ALL)));
  return steps;
}

/** Where in the pattern a step stands: its round (0: none), which of the copies in turn (null: all), and the block that it is for. */
interface At {
  round: number;
  copy: number | null;
  block: number | null;
}
const ALL: At = { round: 0, copy: null, block: null };
/** The blade of a cutting needle as it stands over the hoop, in words. */
const bladeOf = ({ reading, quarterTurned }: Filling, block: number | null) => {
  const deg = block === null ? null : itemAt(reading.blocks, block).bladeDeg;
  return deg === null ? 'its own angle' : `${(deg + (quarterTurned ? 90 : 0)) % 180}°`;
};
/** Which of several copies, where they are sewn one after the other: ", 2 of 3". */
const whichOf = (copies: Copies | null, copy: number | null) =>
  copies?.inTurn && copy !== null ? `, ${copy + 1} of ${copies.blocks.length}` : '';

/** A block that fits its slot less well than this is called by its own role. */
const NAMED_BY_SLOT = 0.95;
const ROLE_TITLES: Record<Role, string> = {
  placement: 'Placement line',
  'tack-down': 'Tack-down',
  cover: 'Cover the edge',
  decoration: 'Decoration',
  quilting: 'Quilting',
  seam: 'Seam',
  'final-outline': 'Last outline',
  marker: 'Markers',
  'cut-line': 'Cut line',
  'lace-underlay': 'Lace underlay',
  lace: 'Lace',
};

function needleStep(block: number, filling: Filling): NeedleStep {
  const { match, copies, reading, pieces } = filling;
  const place = match.places[block];
  const { value, confidence, because } = itemAt(reading.blocks, block).role;
  const holds = (place?.slot.holds ?? []).flatMap(
    (key) => (place && pieceFor(pieces, key, place.round, place.copy)) ?? [],
  );
  const suffix =
    place?.part.repeat && holds.length ? `: ${itemAt(holds, 0).name}` : whichOf(copies, place?.copy ?? null);
  return {
    kind: 'needle',
    id: `n${block}`,
    block,
    title:
      itemAt(reading.blocks, block).typed?.title ??
      (place && (place.slot.roles[value] ?? 0) >= NAMED_BY_SLOT
        ? `${place.slot.title.replace('{blade}', bladeOf(filling, block))}${suffix}`
        : itemAt(ROLE_TITLES, value)),
    because,
    role: value,
    confidence,
    holds: holds.map((p) => p.id),
    attended: place?.slot.attended ?? false,
    bothSides: place?.slot.bothSides ?? false,
    skipped: false,
    again: false,
    thread: null,
    copy: copies?.inTurn && place ? place.copy : null,
    inserted: null,
    stop: block,
  };
}

function handStep(
  t: HandTemplate,
  anchor: string,
  { round, copy, block }: At,
  filling: Filling,
): HandStep | null {
  const { match, copies, reading, schools, say, length, numbers } = filling;
  if (!inSchools(t.school, schools) || !isMet(t.when, match)) return null;
  const pieces = (t.pieces ?? []).flatMap((key) => pieceFor(filling.pieces, key, round, copy ?? 0) ?? []);
  if (t.pieces?.length && !pieces.length) return null;
  const found = t.along ? (blocksOf(match, t.along, round || undefined, copy ?? 0).at(-1) ?? null) : null;
  // Where the tape has no such line of its own, it is that of the block beside which hands are at work.
  const along = t.along && !t.edge ? (found ?? block) : found;
  if (t.edge && along !== null && isCovered(along, reading) !== (t.edge === 'covered')) return null;
  const tight = t.action === 'trim-close' && along !== null ? tightTrim(along, reading, numbers) : null;
  const lengthNamed = (id: NumberId) =>
    id === 'cut.trimClose' && tight ? length(tight.allowanceMm) : say(id);
  const times = t.marks ? timesAt(t.marks.by, filling.marks) : (t.times ?? 1);
  const named = (text: string) =>
    text.replace(/\{([\w.]+)\}/g, (token, name: string) => {
      if (name === 'blade') return bladeOf(filling, block);
      if (name === 'piece') return pieces[0]?.name.toLowerCase() ?? 'the piece';
      if (name === 'count' && t.marks) return count(times, t.marks.what);
      return isNumberId(name) ? lengthNamed(name) : token;
    });
  const { hold: chosen = '' } = schools;
  const heldBy = t.held && isHold(chosen) ? chosen : null;
  const hold = heldBy && HOLDS[heldBy];
  const isTurn = copies?.inTurn && copy !== null;
  // One bobbin for all: it is in since the first.
  if (isTurn && copy > 0 && t.action === 'bobbin') return null;
  // What is done to the hoop, or to an item of several pieces, is done once; what is done to a copy, in its turn or to all.
  const isOnce =
    isTurn ||
    actionOf(t).perHooping ||
    (match.technique.copies === 'pieces' && !t.pieces?.length && !t.along);
  const places = copies && !isOnce ? copies.offsets.length : 1;
  const title = named(t.title);
  const which = actionOf(t).perHooping ? '' : whichOf(copies, copy);
  const parts: HandParts = {
    id: `${anchor}:${t.key}`,
    title: title.endsWith(which) ? title : title + which,
    text: [named(t.text), hold?.says, places > 1 && `There are ${places}: do it at each.`]
      .filter(Boolean)
      .join(' '),
    places,
    copy: isTurn ? copy : null,
    because: tight ? `${t.because} ${tight.because(length)}` : t.because,
    action: t.action,
    side: t.side,
    face: t.face,
    pieces: pieces.map((p) => p.id),
    along,
    keeps: keptBy(t.text, numbers, tight?.allowanceMm),
    tapeSides: t.tapeSides,
    heldBy,
    hoop: t.hoop,
    number: t.number,
    wait: t.wait,
    tools: [...(t.tools ?? []), ...(hold?.tools ?? [])],
    cautions: [...new Set([...(t.cautions ?? []), ...(hold?.cautions ?? [])])],
    times,
    uses: t.uses,
  };
  return bareHand(parts);
}

/** What an instruction leaves of an edge: "Trim to {cut.trimClose} outside the line". */
const KEEPS = /\{(cut\.\w+)\} (outside|inside)\b/;
function keptBy(text: string, numbers: Numbers, closerMm = Infinity): HandStep['keeps'] {
  const [, id = '', side] = KEEPS.exec(text) ?? [];
  if (!isNumberId(id)) return null;
  return { mm: Math.min(numbers[id], closerMm), side: side === 'inside' ? 'inside' : 'outside' };
}
/** How often something is done at marks: once even where none is sewn and the maker wants it. */
const timesAt = (by: 'each' | 'pair', { holes, slots }: Marks): number =>
  Math.max(1, by === 'each' ? holes + slots : slots + Math.floor(holes / 2));
/** The blocks that one copy is sewn in. */
const blocksOfOne = ({ one, copies }: Design) =>
  copies?.inTurn ? itemAt(copies.blocks, 0).map((b) => itemAt(one.blocks, b)) : one.blocks;

/** Gives every step both its numbers: the running hand number, and the machine's stop. */
function numbered(steps: Step[]): Step[] {
  let hand = 0;
  let stop = 0;
  return steps.map((step) => {
    if (step.kind === 'hand') return { ...step, hand: ++hand, stop };
    stop = step.stop + 1;
    return step;
  });
}
