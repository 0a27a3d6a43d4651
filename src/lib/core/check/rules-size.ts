import { boxOf, grownBox, itemAt, type Box } from '../base';
import { cornersOf } from '../cut';
import { repeatGap, repeatsThatFit, hoopsThatFit } from '../hoop';
import { popsOut, SCISSORS_MM, type ScorePiece } from '../score';
import type { Copies } from '../reading';
import type { Found, CheckRule } from './types';

/** A piece lies over the next copy when it does so by more than this, and still holds with a margin of this, mm. */
const LEAST_OVER = 0.5;
const LEAST_MARGIN = 3;
/** How far a piece lies over a copy beside its own whose lines are sewn with it, or later. mm */
function overNext(lies: Box, { copy }: ScorePiece, { offsets, extents, inTurn }: Copies): number {
  // Sewn together, the piece lies at each place, and is told at the first; in turn it is told where it lies.
  const ways = inTurn
    ? offsets.slice((copy ?? 0) + 1)
    : offsets.flatMap(([x, y], k) =>
        offsets.flatMap(([ox, oy], at): [number, number][] => (at === k ? [] : [[ox - x, oy - y]])),
      );
  return Math.max(
    0,
    ...ways.map(([dx, dy]) =>
      Math.min(
        lies.maxX - extents.minX - dx,
        extents.maxX + dx - lies.minX,
        lies.maxY - extents.minY - dy,
        extents.maxY + dy - lies.minY,
      ),
    ),
  );
}

/** What must reach what. */
export const sizeRules: CheckRule[] = [
  {
    id: 'too-large',
    severity: 'stop',
    find: (c) => {
      if (c.field.fits || c.over || c.size.width === 0) return [];
      const [fitting] = hoopsThatFit(c.workshop, c.numbers, c.size);
      return [
        {
          stepId: null,
          message: `The design is too large for hoop ${c.hoop.name}: it measures ${c.length(c.size.width)} × ${c.length(c.size.height)}.`,
          because: `The foot needs ${c.length(c.field.inset)} on every side; beyond that the needle meets the frame.`,
          ...(fitting && {
            fix: {
              label: `Take hoop ${fitting.hoop.name}`,
              change: { hoopId: fitting.hoop.id, machineId: fitting.machine.id },
            },
          }),
        },
      ];
    },
  },
  {
    id: 'repeats',
    severity: 'stop',
    find: (c) => {
      const { repeats } = c.build.order;
      if (repeats < 2 || c.size.width === 0 || c.repeats) return [];
      const popped = popsOut(c.score);
      const gap = repeatGap(popped, c.numbers);
      const { across, down } = repeatsThatFit(c.field, c.size, gap);
      return [
        {
          stepId: null,
          message: `${repeats} repeats do not fit hoop ${c.hoop.name}: ${across} × ${down} do, ${c.length(gap)} apart.`,
          because: popped
            ? 'Between patches the film must hold until the last stitch.'
            : 'Closer together there is no room for the scissors, and the outermost would leave the field.',
          ...(across * down > 0 && {
            fix: {
              label: `Load ${across * down}`,
              change: { order: { ...c.build.order, repeats: across * down } },
            },
          }),
        },
      ];
    },
  },
  {
    id: 'piece-small',
    severity: 'stop',
    find: (c) =>
      c.pieces.flatMap((cut): Found[] => {
        const own = c.piece(cut.id)?.own;
        const needs = cut.covers;
        if (!own || !needs) return [];
        const short = [needs.maxX - needs.minX - own.widthMm, needs.maxY - needs.minY - own.heightMm];
        if (Math.max(...short) <= 0) return [];
        const { [cut.id]: material } = c.build.materials;
        return [
          {
            stepId: c.layOf(cut.id)?.id ?? null,
            message: `Your ${cut.name} of ${c.length(own.widthMm)} × ${c.length(own.heightMm)} is ${c.length(Math.max(...short))} too small for the lines that must catch it.`,
            because: `They measure ${c.length(needs.maxX - needs.minX)} × ${c.length(needs.maxY - needs.minY)}: one side would hang free.`,
            fix: {
              label: 'Cut it new',
              change: { materials: { ...c.build.materials, [cut.id]: { ...material, own: undefined } } },
            },
          },
        ];
      }),
  },
  {
    id: 'precut-small',
    severity: 'mind',
    find: (c) =>
      c.pieces.flatMap((cut): Found[] => {
        if (!cut.preCut || !cut.lies) return [];
        const tack = c.needles.find(({ step }) => step.holds.includes(cut.id) && step.role === 'tack-down');
        if (!tack) return [];
        const { box, widthMm } = itemAt(c.reading.blocks, tack.step.block);
        // A zigzag holds an edge that lies under its middle.
        const b = grownBox(box, -(widthMm ?? 0) / 2);
        const over = Math.max(
          cut.lies.minX - b.minX,
          b.maxX - cut.lies.maxX,
          cut.lies.minY - b.minY,
          b.maxY - cut.lies.maxY,
        );
        return over > SCISSORS_MM
          ? [
              {
                stepId: tack.step.id,
                message: `The tack-down stands ${c.length(over)} outside the pre-cut ${cut.name}.`,
                because: 'Where the line misses the shape, nothing holds its edge.',
              },
            ]
          : [];
      }),
  },
  {
    id: 'over-next',
    severity: 'mind',
    find: (c) => {
      const { copies } = c.design;
      if (!copies) return [];
      return c.pieces.flatMap((cut): Found[] => {
        const piece = c.piece(cut.id);
        const isOfCopies = piece && !cut.perHooping && !cut.of && (copies.inTurn || piece.copies > 1);
        if (!isOfCopies || !cut.lies) return [];
        const over = overNext(boxOf(cornersOf(cut.lies, cut.turnRad)), piece, copies);
        if (over < LEAST_OVER) return [];
        const margin = Math.floor((cut.lies.maxX - (cut.covers ?? cut.lies).maxX - over) * 2) / 2;
        // Copies are cut in one size: the first's.
        const first = piece.like ?? cut.id;
        const { [first]: material } = c.build.materials;
        return [
          {
            stepId: c.layOf(cut.id)?.id ?? null,
            message: `${cut.name} would lie ${c.length(over)} over the next one.`,
            because: 'The next one’s lines would catch it there.',
            ...(margin >= LEAST_MARGIN && {
              fix: {
                label: `Cut it with ${c.length(margin)} beyond the line`,
                change: { materials: { ...c.build.materials, [first]: { ...material, marginMm: margin } } },
              },
            }),
          },
        ];
      });
    },
  },
  {
    id: 'opening-small',
    severity: 'mind',
    find: (c) =>
      c.needles.flatMap(({ step }): Found[] => {
        const block = itemAt(c.reading.blocks, step.block);
        const [opening] = block.openings;
        if (step.role !== 'final-outline' || !opening) return [];
        const shortSide = Math.min(block.box.maxX - block.box.minX, block.box.maxY - block.box.minY);
        const least = Math.max(c.numbers['check.openingLeast'], c.numbers['check.openingShare'] * shortSide);
        return opening.lengthMm < least - 0.5
          ? [
              {
                stepId: step.id,
                message: `The opening of ${c.length(opening.lengthMm)} on the ${opening.side} is small for turning: ${c.length(least)} would do.`,
                because:
                  'A third of the short side, and three fingers, must go through without creasing the work.',
              },
            ]
          : [];
      }),
  },
  {
    id: 'no-lip',
    severity: 'tip',
    find: (c) => {
      const open = c.needles.find(
        ({ step }) =>
          itemAt(c.reading.blocks, step.block).openings.length > 0 && step.role === 'final-outline',
      );
      const trim = c.hands.find(({ step }) => step.action === 'trim-seam');
      if (!open || (trim && c.numbers['cut.openingLip'] > c.numbers['cut.seamAllowance'])) return [];
      if (!c.hands.some(({ step }) => step.action === 'turn')) return [];
      return [
        {
          stepId: trim?.step.id ?? open.step.id,
          message: 'No wider lip is left at the opening.',
          because: 'A lip folds in by itself when the opening is closed; a short one frays out of the seam.',
        },
      ];
    },
  },
];
