import { capital, formatNumber, formatSize, type LengthUnit } from '../base';
import { MATERIALS } from '../catalogue';
import { formatNotion, isHooped, orderedNotions, type CutPiece } from '../cut';
import type { Demand } from '../demand';
import { needOf } from '../order';
import type { Schedule } from '../schedule';
import { onShelfAs } from '../thread';
import type { Workshop } from '../workshop';
import type { BatchHooping } from './hoopings';
import type { Batch } from './types';

/** What lies ready for a hooping before its first stitch. */
export interface ReadyHooping {
  hooping: BatchHooping;
  /** s from the beginning of the plan */
  startS: number;
  headId: string | null;
  /** to tick off; the ids stay the same while the need is */
  lines: { id: string; group: 'Pieces' | 'Thread' | 'Small parts'; text: string; colour: string | null }[];
}
/** What the shelf will not have, and from which hooping on. */
export interface Shortage {
  what: string;
  colour: string | null;
  /** "0.42 m²", "310 m", "none" */
  needed: string;
  has: string;
  name: string;
  startS: number;
}
type Wanted = readonly Pick<Demand, 'build' | 'pieces' | 'notions' | 'threads' | 'order' | 'scorePieces'>[];

/** What lies ready for each hooping that is still to be begun, in the order of the plan. */
export function readyByHooping(
  batch: Batch,
  { tasks }: Pick<Schedule, 'tasks'>,
  demands: Wanted,
  unit: LengthUnit,
): ReadyHooping[] {
  return hoopingsInTurn(batch, tasks).map(({ hooping, startS, headId }) => {
    const seen = new Map<string, number>();
    // Two pieces of one name and size are two lines.
    const distinct = (id: string) => {
      const n = (seen.get(id) ?? 0) + 1;
      seen.set(id, n);
      return n > 1 ? `${id}:${n}` : id;
    };
    const lines = taken(hooping, demands).flatMap(({ demand, designs, pieces }): ReadyHooping['lines'] => {
      const { build, notions, threads, order } = demand;
      const line = (group: 'Pieces' | 'Thread' | 'Small parts', text: string, colour: string | null) => ({
        id: distinct(`${hooping.id}:${build.id}:${text}`),
        group,
        text,
        colour,
      });
      const items = designs * order.inTape;
      return [
        ...pieces.map(({ piece, many }) =>
          line(
            'Pieces',
            `${many} × ${piece.name}, ${formatSize(piece.width.cutMm, piece.height.cutMm, unit)}`,
            MATERIALS[piece.material].seen ? piece.colour : null,
          ),
        ),
        ...threads.map((t) => line('Thread', `${t.name}, ${Math.ceil(t.metres * designs)} m`, t.colour)),
        ...orderedNotions(notions, { designs, load: items, spare: 0, inTape: order.inTape }).map((n) =>
          line('Small parts', formatNotion(n.notion, n.amount), null),
        ),
      ];
    });
    return { hooping, startS, headId, lines };
  });
}
/** Begun ones have what they need. */
function hoopingsInTurn({ hoopings }: Batch, tasks: Schedule['tasks']) {
  const first = new Map<string, { startS: number; headId: string | null }>();
  for (const { hoopingId, startS, headId } of tasks) {
    const known = first.get(hoopingId);
    first.set(hoopingId, {
      startS: Math.min(startS, known?.startS ?? Infinity),
      headId: known?.headId ?? headId,
    });
  }
  return hoopings
    .flatMap((hooping) => {
      const at = first.get(hooping.id);
      return at && hooping.runId === null ? [{ hooping, ...at }] : [];
    })
    .sort((a, b) => a.startS - b.startS);
}
/** What each build of a hooping takes of pieces; what is hooped lies in it once, for the first. */
function taken({ parts, fillings, sharedId }: BatchHooping, demands: Wanted) {
  return parts.flatMap(({ buildId, designs }) => {
    const demand = demands.find(({ build }) => build.id === buildId);
    if (!demand) return [];
    const isShared = sharedId !== null;
    const pieces = demand.pieces.flatMap((piece): { piece: CutPiece; many: number }[] => {
      const own = demand.scorePieces.find((p) => p.id === (piece.of ?? piece.id))?.own;
      if (piece.material === 'zip' || own) return [];
      const isForIt = piece.times === null ? !(isShared && isHooped(piece)) : piece.id.endsWith(`@${sharedId}`); // prettier-ignore
      if (!isForIt) return [];
      const many = needOf({ ...piece, times: piece.times === null ? null : 1 }, { designs, hoopings: fillings }); // prettier-ignore
      return [{ piece, many }];
    });
    return [{ demand, designs, pieces }];
  });
}

const MM2_PER_M2 = 1e6;
/**
 * Threads and cloth of which the shelf has less than is wanted by then. Cloth by area: what is cut from it always leaves something over, so
 * that it may be short before. @param cut pieces that lie cut already, by build and piece
 */
export function shortages(
  batch: Batch,
  { tasks }: Pick<Schedule, 'tasks'>,
  demands: Wanted,
  { threads, stock }: Pick<Workshop, 'threads' | 'stock'>,
  cut: Readonly<Record<string, number>>,
): Shortage[] {
  const uses = new Map<
    string,
    { total: number; short: Shortage | null; has: number; say: (n: number) => string }
  >();
  const lying = { ...cut };
  for (const { hooping, startS } of hoopingsInTurn(batch, tasks))
    for (const { demand, designs, pieces } of taken(hooping, demands)) {
      const { name } = demand.build;
      for (const need of demand.threads)
        take(`thread ${need.name} ${need.colour}`, need.metres * designs, {
          what: `Thread, ${need.name}`,
          colour: need.colour,
          name,
          startS,
          has: () => onShelfAs(need, threads).reduce((sum, { metres }) => sum + metres, 0),
          say: (m) => `${formatNumber(Math.ceil(m))} m`,
        });
      for (const { piece, many } of pieces) {
        const id = `${demand.build.id}:${piece.id}`;
        const there = Math.min(many, lying[id] ?? 0);
        lying[id] = (lying[id] ?? 0) - there;
        const { seen, name: material } = MATERIALS[piece.material];
        const key = seen ? `${piece.material} ${piece.colour.toLowerCase()}` : piece.material;
        take(`cloth ${key}`, (many - there) * piece.width.cutMm * piece.height.cutMm, {
          what: capital(material),
          colour: seen ? piece.colour : null,
          name,
          startS,
          has: () =>
            stock
              .filter(
                (s) =>
                  s.material === piece.material &&
                  (!seen || s.colour.toLowerCase() === piece.colour.toLowerCase()),
              )
              .reduce((sum, s) => sum + s.widthMm * s.heightMm * s.quantity, 0),
          say: (mm2) => `${(mm2 / MM2_PER_M2).toFixed(2)} m²`,
        });
      }
    }
  return [...uses.values()]
    .flatMap(({ short, total, say }) => (short ? [{ ...short, needed: say(total) }] : []))
    .sort((a, b) => a.startS - b.startS);

  function take(
    key: string,
    amount: number,
    { has, say, ...of }: Omit<Shortage, 'needed' | 'has'> & { has: () => number; say: (n: number) => string },
  ) {
    if (amount <= 0) return;
    const use = uses.get(key) ?? { total: 0, short: null, has: has(), say };
    uses.set(key, use);
    use.total += amount;
    if (!use.short && use.total > use.has + 1e-9)
      use.short = { ...of, needed: '', has: use.has ? say(use.has) : 'none' };
  }
}
/** Demands as large as what is begun on one day, build after build as they begin: for threads and bobbins. */
export function demandsOf(
  ready: readonly Pick<ReadyHooping, 'hooping'>[],
  demands: readonly Demand[],
): Demand[] {
  const jobs = new Map<string, { designs: number; hoopings: number }>();
  for (const { hooping } of ready)
    for (const { buildId, designs } of hooping.parts) {
      const job = jobs.get(buildId) ?? { designs: 0, hoopings: 0 };
      jobs.set(buildId, { designs: job.designs + designs, hoopings: job.hoopings + hooping.fillings });
    }
  return [...jobs].flatMap(([id, { designs, hoopings }]) => {
    const demand = demands.find(({ build }) => build.id === id);
    if (!demand) return [];
    const { order, sewing } = demand;
    const share = order.designs ? designs / order.designs : 1;
    const load = designs * order.inTape;
    return [
      {
        ...demand,
        order: { ...order, designs, hoopings, load, spare: 0 },
        // What is wound for an order is wound in that share for a part of it, whole bobbins.
        sewing: { ...sewing, wind: sewing.wind.map((w) => ({ ...w, count: Math.ceil(w.count * share) })) },
      },
    ];
  });
}
/** Days on which something is begun, midnight, ms since 1970. */
export const daysOf = (ready: readonly ReadyHooping[], now: number): number[] => [
  ...new Set(ready.map(({ startS }) => dayOf(startS, now))),
];
const dayOf = (startS: number, now: number): number => new Date(now + 1000 * startS).setHours(0, 0, 0, 0);
/** What is begun on a day. */
export const onDay = (ready: readonly ReadyHooping[], day: number, now: number): ReadyHooping[] =>
  ready.filter(({ startS }) => dayOf(startS, now) === day);
