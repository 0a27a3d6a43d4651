import type { Part, Side } from '../maker';
import type { Role } from '../reading';

/** Places from the finished edge, on the axes of its sides: inward +, mm. */
export interface Places {
  sides: readonly Side[];
  fromEdgeMm: number;
}
/** A line of the recipe, in the order of the stops. */
export interface RecipeRow {
  id: string;
  name: string;
  /** what its block is read as; null: the design that the lines go round */
  role: Role | null;
  /** figures that are not usual for its kind */
  part: Part;
  /** where its markers stand, or how far out the basting lies */
  places?: Places;
  isOn: boolean;
  /** sewn on without a stop */
  isJoined?: true;
  /** which of the recipe's hoopings, from 0 */
  hooping: number;
  /** what the hands do once it is sewn */
  hands?: string;
}
/** All four sides. */
const ALL: readonly Side[] = ['bottom', 'right', 'top', 'left'];
export const basting: RecipeRow = {
  id: 'basting',
  name: 'Basting box',
  role: 'tack-down',
  part: { kind: 'basting', stitchMm: 6 },
  places: { sides: [], fromEdgeMm: -8 },
  isOn: false,
  hooping: 0,
  hands: 'Smooth the layers; its threads come out at the end.',
};
export const registration: RecipeRow = {
  id: 'registration',
  name: 'Registration marks',
  role: 'marker',
  part: { kind: 'markers' },
  places: { sides: ALL, fromEdgeMm: -8 },
  isOn: false,
  hooping: 0,
};
export const snaps: RecipeRow = {
  id: 'snaps',
  name: 'Snap marks',
  role: 'marker',
  part: { kind: 'markers' },
  places: { sides: ['left', 'right'], fromEdgeMm: 10 },
  isOn: false,
  hooping: 0,
};
export const eyelet: RecipeRow = {
  id: 'eyelet',
  name: 'Eyelet ring',
  role: 'marker',
  part: { kind: 'markers', stitch: 'double-run', stitchMm: 1.2, ringMm: 6 },
  places: { sides: ['left'], fromEdgeMm: 9 },
  isOn: false,
  hooping: 0,
};
export const design: RecipeRow = {
  id: 'design',
  name: 'Design',
  role: null,
  part: { kind: 'placement' },
  isOn: true,
  hooping: 0,
};
export const lettering: RecipeRow = {
  id: 'lettering',
  name: 'Lettering',
  role: 'decoration',
  part: { kind: 'lettering', stitch: 'bean', stitchMm: 1.8 },
  isOn: false,
  hooping: 0,
};
export const place = (name: string, hands: string, hooping = 0): RecipeRow => ({
  id: hooping ? `place${hooping}` : 'place',
  name,
  role: 'placement',
  part: { kind: 'placement' },
  isOn: true,
  hooping,
  hands,
});
export const front = place('Front line', 'Lay batting and front over the whole line.');
export const cover = (widthMm: number, part: Partial<Part> = {}, hooping = 0): RecipeRow => ({
  id: 'cover',
  name: hooping ? 'Border' : 'Cover',
  role: 'cover',
  part: { kind: 'cover', stitch: 'satin', widthMm, advanceMm: 0.4, underlay: ['centre', 'edge'], ...part },
  isOn: true,
  hooping,
});
export const attach = (hooping: number): RecipeRow => ({
  id: 'attach',
  name: 'Attach line',
  role: 'tack-down',
  part: { kind: 'attach', stitch: 'run', stitchMm: 3 },
  isOn: false,
  hooping,
});
export const tack = (name: string, part: Partial<Part>): RecipeRow => ({
  id: 'tack',
  name,
  role: 'tack-down',
  part: { kind: 'tack', ...part },
  isOn: true,
  hooping: 0,
});
