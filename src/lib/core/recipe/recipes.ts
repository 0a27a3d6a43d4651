import { hasTrait, MATERIAL_KINDS, type MaterialKind } from '../catalogue';
import {
  attach,
  basting,
  cover,
  design,
  eyelet,
  front,
  lettering,
  place,
  registration,
  snaps,
  tack,
  type RecipeRow,
} from './rows';

/** What is made with construction lines. */
export const RECIPES = [
  'applique',
  'applique-pre-cut',
  'film-patch',
  'two-hoopings',
  'stitch-then-cut',
  'felt-tab',
  'turned',
  'coaster',
  'cutwork',
] as const;
export type RecipeId = (typeof RECIPES)[number];

/** How an outline becomes a thing. */
export interface Recipe {
  id: RecipeId;
  name: string;
  summary: string;
  /** each is a tape and a build of its own; of its pieces those of the cloth */
  hoopings: readonly {
    name: string;
    technique: string;
    schools: Record<string, string>;
    pieces: readonly string[];
  }[];
  /** the finished edge: of the widest border, cut outside the line, the seam itself, or of a window within it */
  edge: 'cover' | 'raw' | 'seam' | 'window';
  /** the laid piece ends where scissors trim it outside its tack-down, or on the line, or inside it; null: nothing is laid */
  piece: 'trimmed' | 'pre-cut' | 'opened' | null;
  cloth: MaterialKind;
  /** what it is laid on, besides the base; null: it is all that there is */
  ground: MaterialKind | null;
  base: MaterialKind;
  /** whether a matching back lies below */
  back: boolean;
  rows: readonly RecipeRow[];
}

/** What the cloth of a thing may be. */
export const CLOTHS = MATERIAL_KINDS.filter((kind) => hasTrait(kind, 'cloth'));

const onGarment = { name: 'attach line', technique: 'as-read', schools: {}, pieces: [] };

const ROWS: Record<RecipeId, Omit<Recipe, 'id'>> = {
  applique: {
    name: 'Appliqué, trimmed in the hoop',
    summary: 'A piece laid over its line, tacked, trimmed beside it and covered.',
    hoopings: [{ name: '', technique: 'applique', schools: { cut: 'trim' }, pieces: ['applique-1'] }],
    edge: 'cover',
    piece: 'trimmed',
    cloth: 'cotton',
    ground: 'cotton',
    base: 'tear-away',
    back: false,
    rows: [
      basting,
      registration,
      place('Placement line', 'Lay the piece over the whole line.'),
      { ...tack('Tack-down', { stitch: 'double-run' }), hands: 'Trim the piece close outside it.' },
      cover(5),
      design,
      lettering,
    ],
  },
  'applique-pre-cut': {
    name: 'Appliqué, cut to shape first',
    summary: 'A piece cut to the line beforehand, held by a zigzag over its edge and covered.',
    hoopings: [{ name: '', technique: 'applique', schools: { cut: 'pre-cut' }, pieces: ['applique-1'] }],
    edge: 'cover',
    piece: 'pre-cut',
    cloth: 'cotton',
    ground: 'cotton',
    base: 'tear-away',
    back: false,
    rows: [
      basting,
      registration,
      place('Placement line', 'Fuse the cut piece exactly inside it.'),
      tack('Tack-down', { stitch: 'zigzag', widthMm: 2, advanceMm: 2 }),
      cover(3.5),
      design,
      lettering,
    ],
  },
  'film-patch': {
    name: 'Patch on film',
    summary: 'A blank cut to its die line, the design on it, the border last; popped out.',
    hoopings: [{ name: '', technique: 'film-patch', schools: {}, pieces: ['blank'] }, onGarment],
    edge: 'cover',
    piece: 'pre-cut',
    cloth: 'felt',
    ground: null,
    base: 'film',
    back: false,
    rows: [
      registration,
      {
        id: 'die',
        name: 'Die line',
        role: 'placement',
        part: { kind: 'die-line' },
        isOn: true,
        hooping: 0,
        hands: 'Press the pre-cut blank into it.',
      },
      tack('Blank tack-down', { stitch: 'run', offsetMm: -1 }),
      design,
      lettering,
      { ...cover(4.5, { underlay: ['edge', 'zigzag'] }), name: 'Border' },
      attach(1),
    ],
  },
  'two-hoopings': {
    name: 'Patch in two hoopings',
    summary: 'The design and a line to cut along; then the cut patch bordered on wash-away.',
    hoopings: [
      { name: 'design', technique: 'patch-design', schools: {}, pieces: ['cloth'] },
      { name: 'border', technique: 'patch-border', schools: {}, pieces: ['patch'] },
      onGarment,
    ],
    edge: 'cover',
    piece: 'pre-cut',
    cloth: 'cotton',
    ground: null,
    base: 'mesh',
    back: false,
    rows: [
      basting,
      design,
      lettering,
      {
        id: 'cut',
        name: 'Cut line',
        role: 'cut-line',
        part: { kind: 'cut-line' },
        isOn: true,
        hooping: 0,
        hands: 'Take it out of the hoop and cut on the line.',
      },
      place('Patch line', 'Press the cut patch into it.', 1),
      { ...tack('Edge tack-down', { stitch: 'zigzag', widthMm: 3, advanceMm: 2 }), hooping: 1 },
      cover(4.5, { underlay: ['edge', 'zigzag'] }, 1),
      attach(2),
    ],
  },
  'stitch-then-cut': {
    name: 'Patch, stitched then cut',
    summary: 'Everything sewn on hooped cloth, the border last; cut out along it.',
    hoopings: [{ name: '', technique: 'patch-stitch-cut', schools: {}, pieces: ['body'] }, onGarment],
    edge: 'cover',
    piece: null,
    cloth: 'felt',
    ground: 'felt',
    base: 'cut-away',
    back: false,
    rows: [
      basting,
      registration,
      design,
      lettering,
      { ...cover(4, { underlay: ['centre', 'edge'] }), name: 'Border', hands: 'Cut close outside it.' },
      attach(1),
    ],
  },
  'felt-tab': {
    name: 'Tab with matching back, raw edge',
    summary: 'Front and back of felt or vinyl joined by one outline, cut out beside it.',
    hoopings: [{ name: '', technique: 'felt-tab', schools: {}, pieces: ['front', 'back'] }],
    edge: 'raw',
    piece: 'trimmed',
    cloth: 'felt',
    ground: null,
    base: 'tear-away',
    back: true,
    rows: [
      place('Placement line', 'Lay the front over the whole line.'),
      tack('Tack-down', { stitch: 'run', offsetMm: -1.5 }),
      design,
      lettering,
      { ...snaps, isOn: true },
      { ...eyelet, hands: 'Turn the hoop over and lay the back.' },
      {
        id: 'final',
        name: 'Final outline',
        role: 'final-outline',
        part: { kind: 'final', stitch: 'bean', stitchMm: 3 },
        isOn: true,
        hooping: 0,
        hands: 'Cut out beside it.',
      },
    ],
  },
  turned: {
    name: 'Turned, with an opening',
    summary: 'A back laid face down, one strong outline left open, turned through it.',
    hoopings: [{ name: '', technique: 'turned-item', schools: {}, pieces: ['front', 'back'] }],
    edge: 'seam',
    piece: 'trimmed',
    cloth: 'cotton',
    ground: null,
    base: 'tear-away',
    back: false,
    rows: [
      place('Placement line', 'Lay the front over the whole line.'),
      tack('Tack-down', { stitch: 'run', offsetMm: 2 }),
      design,
      lettering,
      { ...snaps, hands: 'Lay the back face down over everything.' },
      {
        id: 'final',
        name: 'Final outline',
        role: 'final-outline',
        part: { kind: 'final', stitch: 'bean', opening: { side: 'bottom', lengthMm: 75 } },
        isOn: true,
        hooping: 0,
        hands: 'Trim, clip the curves, turn through the opening.',
      },
    ],
  },
  coaster: {
    name: 'Coaster with a late back',
    summary: 'Quilted front trimmed late, a matching back laid after it, both edges covered.',
    hoopings: [{ name: '', technique: 'quilted-flat', schools: {}, pieces: ['front', 'back'] }],
    edge: 'cover',
    piece: 'trimmed',
    cloth: 'cotton',
    ground: null,
    base: 'mesh',
    back: true,
    rows: [
      // Held outside the edge: dense stitches pull it in before it is trimmed.
      { ...front, part: { kind: 'placement', offsetMm: 5 } },
      tack('Front tack-down', { stitch: 'zigzag', widthMm: 2, advanceMm: 2.4, offsetMm: 4.6 }),
      design,
      lettering,
      {
        id: 'edge-place',
        name: 'Edge line',
        role: 'placement',
        part: { kind: 'placement' },
        isOn: true,
        hooping: 0,
        hands: 'Trim the front now; turn the hoop over and lay the back.',
      },
      {
        ...tack('Back tack-down', { stitch: 'double-run' }),
        id: 'back-tack',
        hands: 'Trim the back; put in a matching bobbin.',
      },
      { ...cover(5.5), name: 'Edge' },
    ],
  },
  cutwork: {
    name: 'Cutwork window',
    summary: 'Two lines round a window that is cut out, its edge covered.',
    hoopings: [{ name: '', technique: 'cutwork', schools: {}, pieces: ['cloth'] }],
    edge: 'window',
    piece: 'opened',
    cloth: 'cotton',
    ground: null,
    base: 'sticky',
    back: false,
    rows: [
      registration,
      {
        id: 'outer',
        name: 'Outer window line',
        role: 'cut-line',
        part: { kind: 'tack', stitch: 'run', stitchMm: 1.8, offsetMm: 1.2 },
        isOn: true,
        hooping: 0,
      },
      {
        id: 'inner',
        name: 'Inner window line',
        role: 'cut-line',
        part: { kind: 'cut-line', stitch: 'double-run', stitchMm: 1.8 },
        isOn: true,
        isJoined: true,
        hooping: 0,
        hands: 'Cut out what lies inside it.',
      },
      cover(4, { offsetMm: 0.4 }),
      design,
      lettering,
    ],
  },
};
/** A recipe by its id. */
export const recipeById = (id: RecipeId): Recipe => ({ id, ...ROWS[id] });
