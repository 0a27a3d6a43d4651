import {
  areaOf,
  boxOf,
  formatLength,
  heightOf,
  middleOf,
  widthOf,
  type LengthUnit,
  type Path,
  type Point,
} from '../base';
import { MATERIALS } from '../catalogue';
import { hoopsThatFit } from '../hoop';
import { cornersOf, crowdNear, straightestOn, turnWithin, type Side } from '../maker';
import type { Numbers } from '../numbers';
import { SCISSORS_MM } from '../score';
import type { Tape } from '../tape';
import type { Workshop } from '../workshop';
import { recipeOf, rowsOf, type Draft, type DraftRow, type DraftShape, type RowChange } from './draft';
import { sewnSize, type Drawing } from './draw';
import { edgeRowOf, type Covered } from './measure';
import type { Recipe } from './recipes';

/** A change of the draft that settles a matter. */
interface DraftFix {
  label: string;
  parts?: Record<string, RowChange>;
  shape?: Partial<DraftShape>;
}
/** Something that a maker should mind before it is made. stop: it will not come out; mind: likely trouble. */
export interface Advice {
  id: string;
  severity: 'stop' | 'mind' | 'tip';
  /** the line that it is about; null: the shape as a whole */
  rowId: string | null;
  message: string;
  because: string;
  /** where, mm */
  at?: Point;
  fix?: DraftFix;
}
/** What is advised on. */
export interface AdviseOn {
  draft: Draft;
  drawing: Drawing;
  covered: readonly Covered[];
  design: Tape | null;
  numbers: Numbers;
  workshop: Workshop;
  unit: LengthUnit;
}
interface Context extends AdviseOn {
  recipe: Recipe;
  rows: DraftRow[];
  length(mm: number): string;
}

/** What a maker who has done it often would say, worst first. */
export function adviseOn(input: AdviseOn): Advice[] {
  const context: Context = {
    ...input,
    recipe: recipeOf(input.draft),
    rows: rowsOf(input.draft).filter(({ isOn }) => isOn),
    length: (mm) => formatLength(mm, input.unit),
  };
  const order = ['stop', 'mind', 'tip'];
  return RULES.flatMap((rule) => rule(context)).sort(
    (a, b) => order.indexOf(a.severity) - order.indexOf(b.severity),
  );
}

/** A width is proposed in steps of this; a tape rounds each side by half as much. mm */
const WIDTH_STEP = 0.1;
const upTo = (mm: number) => Math.ceil(mm / WIDTH_STEP + 0.5) * WIDTH_STEP;
const wider = (row: DraftRow, byMm: number): DraftFix => {
  const widthMm = Math.min(30, Math.round(10 * (row.part.widthMm + 2 * upTo(byMm))) / 10);
  return { label: `Make it ${widthMm.toFixed(1)} mm wide`, parts: { [row.id]: { widthMm } } };
};

/** Where the cover of a laid piece is weakest. */
function coverTooShort(c: Context): Advice[] {
  const trims = c.recipe.piece === 'trimmed';
  const edge = edgeRowOf(c.recipe, c.rows);
  return c.covered.flatMap(({ coverId, overId, outsideMm, insideMm, outsideAt, insideAt }): Advice[] => {
    const row = c.rows.find(({ id }) => id === coverId);
    const over = c.rows.find(({ id }) => id === overId);
    if (!row || !over || (over.role !== 'tack-down' && over !== edge)) return [];
    const needs = (trims ? SCISSORS_MM : 0) + c.numbers['cut.coverSpare'];
    const found: Advice[] = [];
    if (outsideMm < needs)
      found.push({
        id: 'cover-short',
        severity: 'stop',
        rowId: row.id,
        message: `${row.name} reaches ${c.length(Math.max(0, outsideMm))} past ${named(over)} at its weakest place outside.`,
        because: trims
          ? 'No scissors cut so close: the raw edge would show there.'
          : 'A piece that lies off by a hair shows beside it.',
        ...place(outsideAt),
        fix: wider(row, needs - outsideMm),
      });
    else if (trims && outsideMm - c.numbers['cut.coverSpare'] < c.numbers['cut.trimClose'] - 0.05)
      found.push({
        id: 'trim-closer',
        severity: 'tip',
        rowId: row.id,
        message: `Trim to ${c.length(outsideMm - c.numbers['cut.coverSpare'])} outside ${named(over)}: ${row.name} reaches ${c.length(outsideMm)}.`,
        because: `Your usual ${c.length(c.numbers['cut.trimClose'])} would show beside it.`,
        fix: wider(row, c.numbers['cut.trimClose'] + c.numbers['cut.coverSpare'] - outsideMm),
      });
    if (insideMm < c.numbers['cut.coverSpare'] && c.recipe.edge !== 'window')
      found.push({
        id: 'cover-inside',
        severity: 'mind',
        rowId: row.id,
        message: `${row.name} reaches ${c.length(Math.max(0, insideMm))} past ${named(over)} inside.`,
        because: 'The tack-down would show beside it.',
        ...place(insideAt),
        fix: wider(row, c.numbers['cut.coverSpare'] - insideMm),
      });
    return found;
  });
}
const place = (at: Covered['outsideAt']) => (at ? { at: { x: at[0], y: at[1] } } : {});
const named = ({ name }: DraftRow) => `the ${name.toLowerCase()}`;

/** How much of the cloth the cover holds: threads of a woven one pull out of a narrow one. */
function coverTooNarrow(c: Context): Advice[] {
  const { cloth, piece } = c.recipe;
  const { woven, name } = MATERIALS[cloth];
  const holdMm = c.numbers[woven ? 'check.holdWoven' : 'check.holdFirm'];
  if (!piece || piece === 'opened') return [];
  const edge = edgeRowOf(c.recipe, c.rows);
  return c.covered.flatMap(({ coverId, overId, insideMm }): Advice[] => {
    const row = c.rows.find(({ id }) => id === coverId);
    const over = c.rows.find(({ id }) => id === overId);
    // What is held lies inside the line that the raw edge follows.
    if (!row || !over || over.id !== edge?.id) return [];
    const held = insideMm + over.part.widthMm / 2;
    return held < holdMm - 0.05
      ? [
          {
            id: 'narrow-for-cloth',
            severity: 'mind',
            rowId: row.id,
            message: `${row.name} holds ${c.length(Math.max(0, held))} of the ${name} inside its edge; ${c.length(holdMm)} would last.`,
            because: woven
              ? 'Threads of a woven cloth pull out from under a narrow one in use and wash.'
              : 'So little tears out along the holes.',
            fix: wider(row, holdMm - held),
          },
        ]
      : [];
  });
}

/** A border heaps up where its line turns so sharply that both its sides lie on each other, degrees. */
const SHARP = 50;
function sharpCorners(c: Context): Advice[] {
  const row = c.rows.find(({ part }) => part.kind === 'cover' && part.widthMm > 0);
  if (!row) return [];
  const sharp = c.drawing.rings
    .flatMap((ring) => cornersOf(ring))
    .filter(({ angle }) => angle < (SHARP * Math.PI) / 180)
    .sort((a, b) => a.angle - b.angle);
  const [worst] = sharp;
  if (!worst) return [];
  const long = row.part.widthMm / Math.tan(worst.angle / 2);
  return [
    {
      id: 'sharp-corner',
      severity: 'mind',
      rowId: row.id,
      message: `${sharp.length > 1 ? `${sharp.length} corners are` : 'A corner is'} as sharp as ${Math.round((worst.angle * 180) / Math.PI)}°: ${named(row)} lies on itself for ${c.length(long)} there.`,
      because: 'Twice the thread in one place breaks needles and stands up from the cloth.',
      at: worst.at,
      ...(row.part.corners !== 'cap' && {
        fix: { label: 'Cap its corners', parts: { [row.id]: { corners: 'cap' as const } } },
      }),
    },
  ];
}

function smallOpening(c: Context): Advice[] {
  const { finished } = c.drawing.size;
  const least = Math.max(
    c.numbers['check.openingLeast'],
    c.numbers['check.openingShare'] * Math.min(finished.width, finished.height),
  );
  return c.rows.flatMap((row): Advice[] => {
    const { opening, kind } = row.part;
    if (kind !== 'final') return [];
    if (!opening)
      return c.recipe.edge === 'seam'
        ? [
            {
              id: 'no-opening',
              severity: 'stop',
              rowId: row.id,
              message: `${row.name} has no opening to turn through.`,
              because: 'Sewn all round, nobody gets it right side out.',
              fix: {
                label: 'Leave it open',
                parts: { [row.id]: { opening: { side: 'bottom' as Side, lengthMm: Math.ceil(least) } } },
              },
            },
          ]
        : [];
    return opening.lengthMm < least - 0.5
      ? [
          {
            id: 'opening-small',
            severity: 'mind',
            rowId: row.id,
            message: `An opening of ${c.length(opening.lengthMm)} is small for turning: ${c.length(least)} would do.`,
            because:
              'A third of the short side, and three fingers, must go through without creasing the work.',
            fix: {
              label: `Open ${c.length(Math.ceil(least))}`,
              parts: { [row.id]: { opening: { ...opening, lengthMm: Math.ceil(least) } } },
            },
          },
        ]
      : [];
  });
}

/** An opening that goes round a corner is hard to close, and its seam hard to fold in, degrees. */
const BENT = 35;
function bentOpening(c: Context): Advice[] {
  const [ring] = c.drawing.rings;
  return c.rows.flatMap((row): Advice[] => {
    const { opening, kind } = row.part;
    if (kind !== 'final' || !opening || !ring) return [];
    const most = (BENT * Math.PI) / 180;
    const bent = turnWithin(ring, opening);
    if (bent <= most) return [];
    const straight = straightestOn(ring, opening.lengthMm);
    const atMm = Math.round(straight.opening.atMm);
    // Round a circle it is bent wherever it lies.
    return straight.turn <= most
      ? [
          {
            id: 'opening-bent',
            severity: 'tip',
            rowId: row.id,
            message: `The opening goes round a bend of ${Math.round((bent * 180) / Math.PI)}°.`,
            because: 'On a straight stretch its edges fold in and close without a pucker.',
            fix: {
              label: 'Open it where it is straight',
              parts: { [row.id]: { opening: { ...straight.opening, atMm } } },
            },
          },
        ]
      : [];
  });
}

/** What scissors or a knife must open. */
function smallHoles(c: Context): Advice[] {
  const least = c.numbers['check.leastWindow'];
  const isWindow = c.recipe.edge === 'window';
  const holes = c.drawing.finished.filter((ring) => isWindow || areaOf(ring) < 0);
  const narrow = (ring: Path) => Math.min(widthOf(boxOf(ring)), heightOf(boxOf(ring)));
  const small = holes.filter((ring) => narrow(ring) < least).sort((a, b) => narrow(a) - narrow(b));
  const [worst] = small;
  if (!worst) return [];
  return [
    {
      id: 'small-hole',
      severity: 'mind',
      rowId: null,
      message: `${small.length > 1 ? `${small.length} openings in it are` : 'An opening in it is'} only ${c.length(narrow(worst))} across.`,
      because: `Points of scissors do not turn in less than ${c.length(least)}.`,
      at: middleOf(boxOf(worst)),
    },
  ];
}

/** Holes a square millimetre holds at the most. */
const MOST_HOLES = 13;
function nearDesign(c: Context): Advice[] {
  if (!c.design) return [];
  const row = c.rows.find(({ part }) => part.kind === 'cover' || part.kind === 'final');
  const own = c.drawing.hoopings.find(({ blocks }) => blocks.some(({ role }) => role === null));
  const gapMm = c.draft.shape.gapMm;
  const met = crowdNear(c.design, own?.tape ?? c.design, c.drawing.inside, gapMm);
  const found: Advice[] = [];
  if (met.outside)
    found.push({
      id: 'design-outside',
      severity: 'stop',
      rowId: row?.id ?? null,
      message: 'The design reaches under the border or beyond it.',
      because: 'The border is sewn over it, and what lies outside is cut off.',
      at: met.outside,
      fix: { label: 'Go round the design', shape: { kind: 'tape' } },
    });
  else if (met.near)
    found.push({
      id: 'design-near',
      severity: 'mind',
      rowId: row?.id ?? null,
      message: `The design comes nearer to the border than ${c.length(gapMm)}.`,
      because: 'Cloth pulls together under dense stitches: the border may meet it.',
      at: met.near,
    });
  if (met.most > MOST_HOLES)
    found.push({
      id: 'dense-meeting',
      severity: 'mind',
      rowId: row?.id ?? null,
      message: `Where design and border meet, a square millimetre holds ${met.most} holes.`,
      because: `More than ${MOST_HOLES} cut the cloth.`,
      ...(met.at && { at: met.at }),
    });
  return found;
}

function tooLarge(c: Context): Advice[] {
  return c.drawing.hoopings.flatMap((hooping): Advice[] => {
    const size = sewnSize(hooping);
    if (hoopsThatFit(c.workshop, c.numbers, size).length) return [];
    return [
      {
        id: 'too-large',
        severity: 'mind',
        rowId: null,
        message: `It measures ${c.length(size.width)} × ${c.length(size.height)}: none of your hoops holds it.`,
        because: 'The foot needs room on every side of what is sewn.',
      },
    ];
  });
}

const RULES = [
  coverTooShort,
  coverTooNarrow,
  sharpCorners,
  smallOpening,
  bentOpening,
  smallHoles,
  nearDesign,
  tooLarge,
];
