import { apartBy } from '../arrange';
import { boxOf, heightOf, itemAt, lyingPath, middleOf, widthOf, type Path } from '../base';
import { hoopBase, hoopsThatFit, intoInset, laidPlaces, machineFor, repeatGap, sewnHull } from '../hoop';
import { popsOut } from '../score';
import { goesOn, type Hoop, type Machine } from '../workshop';
import { clothOver, cornersMeeting, thingInHoop } from '../thing';
import type { CheckContext, CheckRule, Found } from './types';

/** Less is rounding, mm. */
const EXACT = 0.1;
/** A hoop so many times as long as it is wide is a long one. */
const LONG = 1.5;
/** Further off the middle than this share of its length, a group pulls. */
const OFF_CENTRE = 0.15;
/** A base of less than this share of the other's would do. */
const WASTES = 0.6;
/** A design that has grown or shrunk by more is another one, mm. */
const SAME_SIZE = 2;

/** The outlines of the items that the maker has laid, where they lie; none: nobody has. mm from the middle of the field */
function laidOutlines(c: CheckContext): Path[] {
  const outline = c.build.hooping?.outline.map(([x, y]) => ({ x, y }));
  const laid = laidPlaces(c.build, c.hoop.id);
  return outline && laid ? laid.places.map((place) => lyingPath(outline, place)) : [];
}
/** Of one item: as it was laid, else what all its stitches reach to. */
const outlineOf = (c: CheckContext): Path =>
  c.build.hooping?.outline.map(([x, y]) => ({ x, y })) ?? sewnHull(c.reading);
const workOut = { label: 'Work the places out again', change: { hooping: null } };

/** Items that the maker has laid in the hoop. */
export const laidRules: CheckRule[] = [
  {
    id: 'laid-outside',
    severity: 'stop',
    find: (c) => {
      const over = laidOutlines(c).map((path) => intoInset(path, c.field));
      const worst = Math.max(...over);
      if (!(worst > EXACT)) return [];
      return [
        {
          stepId: null,
          message: `Item ${over.indexOf(worst) + 1} comes ${c.length(worst)} too near the frame of hoop ${c.hoop.name}.`,
          because: `The foot needs ${c.length(c.field.inset)} on every side; beyond that the needle meets the frame.`,
          fix: workOut,
        },
      ];
    },
  },
  {
    id: 'laid-close',
    severity: 'mind',
    find: (c) => {
      const paths = laidOutlines(c);
      const boxes = paths.map(boxOf);
      const gap = Math.min(c.build.hooping?.gapMm ?? 0, repeatGap(popsOut(c.score), c.numbers));
      let nearest = { mm: gap - EXACT, pair: '' };
      for (const [i, a] of boxes.entries())
        for (const [k, b] of boxes.entries()) {
          const apart = Math.max(b.minX - a.maxX, a.minX - b.maxX, b.minY - a.maxY, a.minY - b.maxY);
          if (k <= i || apart >= nearest.mm) continue;
          const [p, q] = [itemAt(paths, i), itemAt(paths, k)];
          const mm = apartBy({ path: p, radius: null }, { path: q, radius: null });
          if (mm < nearest.mm) nearest = { mm, pair: `Items ${i + 1} and ${k + 1}` };
        }
      if (!nearest.pair) return [];
      const isOver = nearest.mm <= 0;
      return [
        {
          stepId: null,
          ...(isOver && { severity: 'stop' as const }),
          message: isOver
            ? `${nearest.pair} lie over each other.`
            : `${nearest.pair} lie ${c.length(nearest.mm)} apart; ${c.length(gap)} were asked for.`,
          because: isOver
            ? 'The one would be sewn into the other.'
            : 'Scissors need their room, and film must hold until the last stitch.',
          fix: workOut,
        },
      ];
    },
  },
  {
    id: 'cloth-over',
    severity: 'stop',
    find: (c) => {
      const { thing } = c.build;
      const [on] = thing?.places ?? [];
      const places = c.repeats?.places ?? [];
      if (!thing || !on || places.length < 2) return [];
      const outline = outlineOf(c);
      if (outline.length < 3) return [];
      const items = places.map((place) => ({
        path: lyingPath(outline, place),
        cloth: thingInHoop(thing, on, place),
      }));
      const over = clothOver(items);
      if (!over) return [];
      return [
        {
          stepId: null,
          message: `The ${thing.name.toLowerCase()} of item ${over.cloth + 1} lies under the needle where item ${over.item + 1} is sewn.`,
          because:
            'It would be sewn to it: turn the things so that each lies outward, or sew fewer in a hooping.',
          ...(places.length <= 4 && {
            fix: {
              label: 'Lay their corners to the middle',
              change: {
                hooping: {
                  hoopId: c.hoop.id,
                  gapMm: 0,
                  outline: outline.map(({ x, y }): [number, number] => [x, y]),
                  places: cornersMeeting(thing, on, places.length),
                },
              },
            },
          }),
        },
      ];
    },
  },
  {
    id: 'off-centre',
    severity: 'tip',
    find: (c) => {
      const paths = laidOutlines(c);
      const { width, height } = c.field;
      if (!paths.length || Math.max(width, height) < LONG * Math.min(width, height)) return [];
      const middle = middleOf(boxOf(paths.flat()));
      const [off, length] = height >= width ? [middle.y, height] : [middle.x, width];
      if (Math.abs(off) <= OFF_CENTRE * length) return [];
      const places = c.build.hooping?.places.map((p) => ({ ...p, x: p.x - middle.x, y: p.y - middle.y }));
      return [
        {
          stepId: null,
          message: `What you laid lies ${c.length(Math.abs(off))} off the middle of the long hoop ${c.hoop.name}.`,
          because: 'A large group at one end of a long hoop pulls the cloth towards it.',
          ...(places &&
            c.build.hooping && {
              fix: { label: 'Lay it in the middle', change: { hooping: { ...c.build.hooping, places } } },
            }),
        },
      ];
    },
  },
  {
    id: 'hoop-large',
    severity: 'tip',
    find: (c) => {
      if (c.build.order.repeats > 1 || !c.field.fits || c.size.width === 0) return [];
      const areaOf = (hoop: Hoop, machine: Machine) => {
        const { widthMm, heightMm } = hoopBase(hoop, machine, c.numbers);
        return { widthMm, heightMm, area: widthMm * heightMm };
      };
      const now = areaOf(c.hoop, c.machine);
      const [smallest] = hoopsThatFit(c.workshop, c.numbers, c.size)
        .filter(({ hoop }) => goesOn(hoop, c.machine.id))
        .map(({ hoop }) => ({ hoop, ...areaOf(hoop, c.machine) }))
        .sort((a, b) => a.area - b.area);
      if (!smallest || smallest.area >= WASTES * now.area) return [];
      return [
        {
          stepId: null,
          message: `One item of ${c.length(c.size.width)} × ${c.length(c.size.height)} would go into hoop ${smallest.hoop.name}.`,
          because: `Its base takes ${c.length(smallest.widthMm)} × ${c.length(smallest.heightMm)}, not ${c.length(now.widthMm)} × ${c.length(now.heightMm)}, and less of it is bare.`,
          fix: { label: `Take hoop ${smallest.hoop.name}`, change: { hoopId: smallest.hoop.id } },
        },
      ];
    },
  },
  {
    id: 'last-hooping',
    severity: 'tip',
    find: ({ order }) => {
      const { hoopings, lastHooping, inHooping } = order;
      if (hoopings < 2 || 2 * lastHooping > inHooping) return [];
      return [
        {
          stepId: null,
          message: `The last of ${hoopings} hoopings holds ${lastHooping} of ${inHooping}.`,
          because:
            'Its base is cut whole all the same: what else is to be made on such a base may come into it, at the Hoop.',
        },
      ];
    },
  },
  {
    id: 'laid-other',
    severity: 'mind',
    find: (c): Found[] => {
      const { hooping } = c.build;
      if (!hooping) return [];
      if (!laidPlaces(c.build, c.hoop.id)) {
        const asked = hooping.places.length;
        const hoop = c.workshop.hoops.find((h) => h.id === hooping.hoopId);
        return [
          {
            stepId: null,
            severity: 'tip',
            message: `The places that you laid for ${asked} do not count: the order or the hoop is another now.`,
            because: 'Rows and columns are used, as if nobody had laid them.',
            fix: hoop
              ? {
                  label: `Back to ${asked} as laid`,
                  change: {
                    hoopId: hoop.id,
                    machineId: machineFor(hoop, c.workshop, c.build.machineId)?.id ?? c.build.machineId,
                    order: { ...c.build.order, repeats: asked },
                  },
                }
              : { label: 'Forget them', change: { hooping: null } },
          },
        ];
      }
      const box = boxOf(hooping.outline.map(([x, y]) => ({ x, y })));
      const [wide, high] = [c.design.size.width - widthOf(box), c.design.size.height - heightOf(box)];
      if (Math.max(Math.abs(wide), Math.abs(high)) <= SAME_SIZE) return [];
      return [
        {
          stepId: null,
          message: `The items were laid for a design of ${c.length(widthOf(box))} × ${c.length(heightOf(box))}; it measures ${c.length(c.design.size.width)} × ${c.length(c.design.size.height)} now.`,
          because: 'Where each lies, and how near the next, was worked out for the other size.',
          fix: workOut,
        },
      ];
    },
  },
];
