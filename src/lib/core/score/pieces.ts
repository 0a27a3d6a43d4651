import type { Build } from '../build';
import { actionOf, MATERIALS, type MaterialKind } from '../catalogue';
import type { Copies, Reading } from '../reading';
import {
  inSchools,
  isMet,
  type Match,
  type PieceTemplate,
  type Schools,
  type SizeRule,
  type Technique,
} from '../techniques';
import { madeSize } from './thing';
import type { Design, ScorePiece } from './types';

/** Id of a piece: its key, with the round behind it where there are several, and the copy behind that. */
const pieceId = (key: string, round: number | null, copy: number) =>
  [round === null ? key : `${key}-${round}`, copy ? `~${copy + 1}` : ''].join('');
/** The piece of a template in one round and copy; what there is once stands for all. */
export const pieceFor = (pieces: readonly ScorePiece[], key: string, round: number, copy: number) =>
  [pieceId(key, null, copy), pieceId(key, round, copy), key].flatMap(
    (id) => pieces.find((p) => p.id === id) ?? [],
  )[0];

/** Blocks that fill a slot in one copy, in one round of its part or in all. */
export const blocksOf = (match: Match, slot: string, round?: number, copy = 0): number[] =>
  match.places.flatMap((p, block) =>
    p?.slot.key === slot && p.copy === copy && (round === undefined || p.round === round) ? [block] : [],
  );

/** The pieces whose lines were found in the tape. */
export function piecesOf(match: Match, build: Build, schools: Schools, copies: Copies | null): ScorePiece[] {
  const turns = copies?.inTurn ? copies.blocks.map((_, copy) => copy) : [0];
  return match.technique.pieces.flatMap((template) => {
    if (!inSchools(template.school, schools) || !isMet(template.when, match)) return [];
    const rounds = template.part
      ? [...new Set(match.places.flatMap((p) => (p && p.part.key === template.part ? [p.round] : [])))]
      : [null];
    // What is hooped, or laid over the whole hooping, is there once, however many copies there are.
    const once = template.size.rule === 'hoop' || (!copies?.inTurn && isLaidOnce(template, match.technique));
    return rounds.flatMap((round) =>
      (once ? [0] : turns).flatMap((copy) => {
        const piece = pieceOf(template, round, copy, match, build);
        if (!piece || !copies || once) return piece ?? [];
        return copies.inTurn
          ? { ...piece, name: `${piece.name}, ${copy + 1} of ${turns.length}`, copy }
          : { ...piece, copies: copies.offsets.length };
      }),
    );
  });
}

/** Whether a piece is only ever laid and taken off for the whole hooping. */
function isLaidOnce({ key }: PieceTemplate, { parts }: Technique): boolean {
  const lays = parts
    .flatMap((p) => p.slots.flatMap((s) => [...(s.before ?? []), ...(s.after ?? [])]))
    .filter((t) => t.pieces?.includes(key));
  return lays.length > 0 && lays.every((t) => actionOf(t).perHooping);
}

function pieceOf(
  template: PieceTemplate,
  round: number | null,
  copy: number,
  match: Match,
  build: Build,
): ScorePiece | null {
  const slots = slotsOf(template);
  // Of its own part it has one round; what lies outside, as a frame round all, belongs to each round.
  const ownPart = match.technique.parts.find((p) => p.key === template.part);
  const isOwn = (slot: string) => ownPart?.slots.some((s) => s.key === slot) ?? false;
  const blocks = Object.fromEntries(
    slots.map((slot) => [slot, blocksOf(match, slot, isOwn(slot) ? (round ?? undefined) : undefined, copy)]),
  );
  if (template.size.rule === 'strip') Object.assign(blocks, besideStrip(template.size, blocks, match, copy));
  const has = (slot: string) => (blocks[slot]?.length ?? 0) > 0;
  if (!isEnough(template.size, slots, has)) return null;
  const id = pieceId(template.key, round, copy);
  const first = pieceId(template.key, round, 0);
  // What the maker says of the first holds for all of its copies until they say otherwise.
  const own = { ...build.materials[first], ...build.materials[id] };
  const material = own.kind ?? template.material;
  return {
    id,
    name: own.name ?? (round === null ? template.name : `${template.name} ${round}`),
    purpose: template.purpose,
    material,
    // Ground and pieces are seldom cut from one cloth.
    colour: own.colour ?? (isGround(template.size, material) ? GROUND : MATERIALS[material].colour),
    layers: own.layers ?? template.layers ?? 1,
    traits: own.traits ?? [],
    fusible: own.fusible ?? 'none',
    prewashed: own.prewashed ?? false,
    own: own.own ?? madeSize(template.key, build),
    interfacing: own.interfacing ?? false,
    marginMm: own.marginMm ?? null,
    cutTo: own.cutTo ?? null,
    mayTurn: own.mayTurn ?? null,
    size: template.size,
    blocks,
    round,
    tags: template.tags ?? [],
    copies: 1,
    copy: null,
    like: copy ? first : null,
  };
}

/** As cloth that is sewn on usually looks, where nobody has said. */
const GROUND = '#e9e2d2';
const isGround = ({ rule }: SizeRule, material: MaterialKind): boolean =>
  rule === 'hoop' && MATERIALS[material].seen;

/** Blocks of a strip beside its own: the seam that ends it (next), and what tells its side, which does not catch it. */
export const NEXT_SEAM = 'next';
export const OTHER_SEAM = 'other';
function besideStrip(
  { seam, row, lies, awayFrom }: Extract<SizeRule, { rule: 'strip' }>,
  blocks: Readonly<Record<string, number[]>>,
  match: Match,
  copy: number,
): Record<string, number[]> {
  const seams = row.flatMap((s) => blocksOf(match, s, undefined, copy)).sort((a, b) => a - b);
  const own = seams.indexOf(blocks[seam]?.[0] ?? -1);
  const next = seams.slice(own + 1, own + 2);
  if (own < 0) return {};
  if (lies === 'before') {
    // The first of several seams catches it, and nothing on the other side does.
    const other = next.length || !awayFrom ? next : blocksOf(match, awayFrom, undefined, copy).slice(0, 1);
    return { [seam]: seams.slice(own, own + 1), [OTHER_SEAM]: other };
  }
  return next.length ? { [NEXT_SEAM]: next } : { [OTHER_SEAM]: seams.slice(Math.max(0, own - 1), own) };
}

/** The blocks by which a piece is measured and drawn: one copy of what lies at each; all of what lies over the whole. */
export const readingFor = (
  { copies }: { copies: number },
  { reading, one }: Pick<Design, 'reading' | 'one'>,
): Reading => (copies > 1 ? one : reading);

/** Whether the lines that were found give a size. */
function isEnough(size: SizeRule, slots: readonly string[], has: (slot: string) => boolean): boolean {
  if (size.rule === 'cover' || size.rule === 'pocket' || size.rule === 'shape') return slots.some(has);
  if (size.rule === 'strip') return has(size.seam);
  if (size.rule !== 'fold') return slots.every(has);
  const { seam, over, otherwise } = size;
  return has(seam) && (over.some(has) || (otherwise?.over.some(has) ?? false));
}

function slotsOf({ size }: PieceTemplate): string[] {
  switch (size.rule) {
    case 'cover':
    case 'pocket':
    case 'shape':
      return size.by;
    case 'fold':
      return [
        size.seam,
        ...size.over,
        ...(size.otherwise ? [...size.otherwise.over, size.otherwise.awayFrom] : []),
      ];
    case 'strip':
      return [size.seam, ...size.over];
    case 'pressed':
      return [size.edge, size.awayFrom, ...size.over];
    case 'zip':
      return [size.window];
    case 'float':
      return size.over;
    case 'hoop':
      return [];
  }
}
