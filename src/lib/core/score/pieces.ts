import { itemAt } from '../base';
import type { Build } from '../build';
import { MATERIALS } from '../catalogue';
import { inSchools, type Match, type PieceTemplate, type Schools } from '../techniques';
import type { ScorePiece } from './types';

/** Id of a piece: its key, with the round behind it where there are several. */
const pieceId = (template: PieceTemplate, round: number) =>
  template.part ? `${template.key}-${round}` : template.key;

/** Blocks that fill a slot, in one round of its part or in all. */
export const blocksOf = (match: Match, slot: string, round?: number): number[] =>
  match.places.flatMap((p, block) =>
    p?.slot.key === slot && (round === undefined || p.round === round) ? [block] : [],
  );

/** The pieces whose lines were found in the tape. */
export function piecesOf(match: Match, build: Build, schools: Schools): ScorePiece[] {
  return match.technique.pieces.flatMap((template) => {
    if (!inSchools(template.school, schools)) return [];
    const rounds = template.part
      ? [...new Set(match.places.flatMap((p) => (p && p.part.key === template.part ? [p.round] : [])))]
      : [0];
    return rounds.flatMap((round) => pieceOf(template, round, match, build) ?? []);
  });
}

function pieceOf(template: PieceTemplate, round: number, match: Match, build: Build): ScorePiece | null {
  const slots = slotsOf(template);
  // Of its own part it has one round; what lies outside, as a frame round all, belongs to each round.
  const ownPart = match.technique.parts.find((p) => p.key === template.part);
  const isOwn = (slot: string) => ownPart?.slots.some((s) => s.key === slot) ?? false;
  const blocks = Object.fromEntries(
    slots.map((slot) => [slot, blocksOf(match, slot, isOwn(slot) ? round : undefined)]),
  );
  const enough =
    template.size.rule === 'cover' || template.size.rule === 'shape'
      ? slots.some((s) => itemAt(blocks, s).length)
      : slots.every((s) => itemAt(blocks, s).length);
  if (!enough) return null;
  const id = pieceId(template, round);
  const own = build.materials[id];
  const material = own?.kind ?? template.material;
  return {
    id,
    name: own?.name ?? (template.part ? `${template.name} ${round}` : template.name),
    purpose: template.purpose,
    material,
    colour: own?.colour ?? MATERIALS[material].colour,
    layers: own?.layers ?? template.layers ?? 1,
    traits: own?.traits ?? [],
    fusible: own?.fusible ?? 'none',
    prewashed: own?.prewashed ?? false,
    own: own?.own ?? null,
    interfacing: own?.interfacing ?? false,
    marginMm: own?.marginMm ?? null,
    cutTo: own?.cutTo ?? null,
    mayTurn: own?.mayTurn ?? null,
    size: template.size,
    blocks,
    round: template.part ? round : null,
    tags: template.tags ?? [],
  };
}

function slotsOf({ size }: PieceTemplate): string[] {
  switch (size.rule) {
    case 'cover':
    case 'shape':
      return size.by;
    case 'fold':
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
