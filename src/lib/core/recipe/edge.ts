import { MATERIALS, type MaterialKind } from '../catalogue';
import type { Numbers } from '../numbers';
import { edgesOf, reachOf, type DraftRow, type Reach } from './draft';
import { edgeRowOf } from './measure';
import type { Recipe } from './recipes';

/** A layer at the edge: cloth or base, from the top down. Reaches from inside to where it ends; mm, + outward */
interface EdgeLayer extends Reach {
  name: string;
  material: MaterialKind;
}
/** Across the edge: how far each line reaches, what lies below, and what is seen of both. mm from the line, + outward */
interface EdgeSection {
  lines: { id: string; name: string; reach: Reach }[];
  layers: EdgeLayer[];
  /** what is drawn */
  span: Reach;
  /** where the laid piece ends; null: nothing is laid */
  rawMm: number | null;
}
/** Room beside what reaches furthest, and how much of the cloth is drawn, mm. */
const BESIDE = 2;
/** A knife keeps so far inside the line that holds the edge of a window, mm. */
const INSIDE_LINE = 0.5;

/** The section of a recipe with its figures. */
export function edgeSection(recipe: Recipe, rows: readonly DraftRow[], numbers: Numbers): EdgeSection {
  const lines = rows
    .filter(({ isOn, role, places, letters }) => isOn && role !== null && !places && !letters)
    .map(({ id, name, part }) => ({ id, name, reach: reachOf(part) }));
  const { finishedMm } = edgesOf(recipe, rows, numbers['cut.rawEdge']);
  const rawMm = rawEdge(recipe, rows, numbers, finishedMm);
  const reaches = [finishedMm, rawMm ?? 0, 0, ...lines.flatMap(({ reach }) => [reach.fromMm, reach.toMm])];
  const span = { fromMm: Math.min(...reaches) - BESIDE, toMm: Math.max(...reaches) + BESIDE };
  const all = { fromMm: -Infinity, toMm: Infinity };
  const cloth = MATERIALS[recipe.cloth].name;
  const layers: EdgeLayer[] = [];
  if (rawMm !== null) {
    const piece =
      recipe.piece === 'opened' ? { fromMm: rawMm, toMm: Infinity } : { fromMm: -Infinity, toMm: rawMm };
    layers.push({ name: recipe.ground ? 'piece' : cloth, material: recipe.cloth, ...piece });
  }
  if (recipe.ground) layers.push({ name: MATERIALS[recipe.ground].name, material: recipe.ground, ...all });
  layers.push({ name: MATERIALS[recipe.base].name, material: recipe.base, ...all });
  if (recipe.back && rawMm !== null)
    layers.push({ name: 'back', material: recipe.cloth, fromMm: -Infinity, toMm: rawMm });
  return { lines, layers, span, rawMm };
}
function rawEdge(
  recipe: Recipe,
  rows: readonly DraftRow[],
  numbers: Numbers,
  finishedMm: number,
): number | null {
  if (recipe.edge === 'raw') return finishedMm;
  if (recipe.edge === 'seam') return finishedMm + numbers['cut.seamAllowance'];
  const edge = edgeRowOf(recipe, rows);
  if (!edge) return null;
  const { fromMm, toMm } = reachOf(edge.part);
  if (recipe.piece === 'opened') return fromMm - INSIDE_LINE;
  return recipe.piece === 'trimmed' ? toMm + trimOf(rows, numbers, toMm) : edge.part.offsetMm;
}
/** How close scissors come: as usual, or closer where the cover reaches less far. */
function trimOf(rows: readonly DraftRow[], numbers: Numbers, tackMm: number): number {
  const cover = rows.findLast(({ isOn, part }) => isOn && part.kind === 'cover');
  if (!cover) return numbers['cut.trimClose'];
  const most = reachOf(cover.part).toMm - tackMm - numbers['cut.coverSpare'];
  return Math.max(0, Math.min(numbers['cut.trimClose'], most));
}
