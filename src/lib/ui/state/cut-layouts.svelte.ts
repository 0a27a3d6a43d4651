import * as z from 'zod';
import type { Problem, Result } from '$lib/core/base';
import { asLayoutStock, shopStock, type CutGroup } from '$lib/core/cut';
import { layoutReportSchema } from '$lib/core/exchange';
import {
  alternativesOf,
  asGiven,
  compareLayouts,
  type Compared,
  type Layout,
  type LayoutStock,
} from '$lib/core/nesting';
import type { Numbers } from '$lib/core/numbers';
import type { Workshop } from '$lib/core/workshop';
import type { LayoutRequest } from '$lib/workers';
import { newId } from './ids';

/** Seconds spent on the layout of one material, and on each way that is compared. */
const SECONDS = 1.5;
const SECONDS_COMPARED = 0.5;

const layoutSchema = layoutReportSchema.omit({ seconds: true });
const isGroup = (value: unknown): value is CutGroup =>
  z
    .looseObject({
      key: z.string(),
      name: z.string(),
      pieces: z.array(z.looseObject({ id: z.string() })),
      stock: z.array(z.looseObject({ id: z.string() })),
      plies: z.number(),
    })
    .safeParse(value).success;
/** One material with its layout, as it is kept. */
export const laidSchema = z.object({
  /** of this very layout: it leaves the shelf only once */
  id: z.string(),
  group: z.custom<CutGroup>(isGroup),
  layout: layoutSchema.nullable(),
  /** what no stock holds, as it would be bought; null when nothing is short */
  toBuy: layoutSchema.nullable(),
  /** the way that the maker chose among those compared */
  way: z.string().nullable(),
});
export type LaidGroup = z.infer<typeof laidSchema>;

/** What the layouts stand on. */
export interface LayoutNeeds {
  workshop: () => Workshop;
  numbers: () => Numbers;
  /** looks for a layout, off the screen's thread; stopped in the middle it gives the best one so far */
  layout: (
    request: LayoutRequest,
    onBetter: (layout: Layout) => void,
    signal: AbortSignal,
  ) => Promise<Result<Layout | null>>;
  /** runs long work behind a bar that can be stopped */
  watch: <T>(
    what: string,
    work: (tell: (share: number) => void, signal: AbortSignal) => Promise<T>,
  ) => Promise<T>;
  tell: (problem: Problem) => void;
}

/** How the pieces lie on the shelf's stock. */
export class CutLayouts {
  constructor(private readonly needs: LayoutNeeds) {}

  edgeToEdge = $state(true);
  laid = $state.raw<readonly LaidGroup[]>([]);
  /** by the id of a layout: what was compared with it */
  compared = $state.raw<Readonly<Record<string, Compared[]>>>({});
  isWorking = $state(false);

  private get how() {
    return {
      edgeToEdge: this.edgeToEdge,
      gapMm: this.edgeToEdge ? 0 : this.needs.numbers()['cut.nestGap'],
    };
  }
  /** The same stuff as it is sold. */
  shop({ material }: CutGroup): LayoutStock {
    const { stock, sold } = this.needs.workshop();
    return shopStock(material, stock, sold);
  }

  /**
   * Lays everything out, material by material; can be stopped, and then keeps the best so far.
   * @param inUse layouts that were taken from the shelf already: they stay
   */
  async layOut(groups: readonly CutGroup[], inUse: readonly LaidGroup[]): Promise<void> {
    this.isWorking = true;
    const laid: LaidGroup[] = [];
    await this.needs.watch('Laying out', async (tell, signal) => {
      for (const [i, group] of groups.entries()) {
        const id = newId();
        let isOver = false;
        // What is told on the way may arrive after the answer itself, and is old then.
        const show = (layout: Layout) => {
          if (!isOver) this.laid = [...inUse, ...laid, { id, group, layout, toBuy: null, way: null }];
        };
        const own = await this.layGroup(group, signal, show);
        isOver = true;
        // Stopped or failed before there was any answer: that says nothing about the shelf.
        if (!own) break;
        laid.push({ id, group, ...own, way: null });
        this.laid = [...inUse, ...laid];
        tell((i + 1) / groups.length);
        if (signal.aborted) break;
      }
    });
    this.compared = {};
    this.isWorking = false;
  }
  private async layGroup(
    group: CutGroup,
    signal: AbortSignal,
    show: (layout: Layout) => void,
  ): Promise<Pick<LaidGroup, 'layout' | 'toBuy'> | null> {
    const request = { ...this.how, seconds: SECONDS };
    const pieces = plainPieces(group);
    const layout = group.stock.length
      ? await this.look({ ...request, pieces, stock: asLayoutStock(group.stock) }, show, signal)
      : null;
    if (group.stock.length && !layout) return null;
    const toBuy = await this.layToBuy(group, layout, signal);
    return { layout, toBuy };
  }
  /** null: it was stopped before there was any, or could not be looked for, which is told. */
  private async look(...asked: Parameters<LayoutNeeds['layout']>): Promise<Layout | null> {
    const found = await this.needs.layout(...asked);
    if (found.ok) return found.value;
    this.needs.tell(found.problem);
    return null;
  }
  /** What the shelf does not hold, laid out on what is sold. */
  private async layToBuy(group: CutGroup, layout: Layout | null, signal: AbortSignal) {
    const short = plainPieces(group).flatMap((p) => {
      const quantity = layout ? (layout.unplaced.find((u) => u.pieceId === p.id)?.quantity ?? 0) : p.quantity;
      return quantity ? [{ ...p, quantity }] : [];
    });
    if (!short.length) return null;
    const request = { ...this.how, seconds: SECONDS_COMPARED };
    return this.look({ ...request, pieces: short, stock: [this.shop(group)] }, () => undefined, signal);
  }

  /** The ways of cutting one material beside each other: this roll or that, along or across. */
  async compare({ id, group }: LaidGroup): Promise<void> {
    const stock = asLayoutStock(group.stock);
    const name = (stockId: string) => group.stock.find((s) => s.id === stockId)?.name ?? stockId;
    const alternatives = alternativesOf(plainPieces(group), stock, name);
    await this.needs.watch('Comparing', async (tell, signal) => {
      const answers: { alternative: (typeof alternatives)[number]; layout: Layout }[] = [];
      for (const [i, alternative] of alternatives.entries()) {
        const layout = await this.look(
          { pieces: alternative.pieces, stock: alternative.stock, ...this.how, seconds: SECONDS_COMPARED },
          () => undefined,
          signal,
        );
        if (layout) answers.push({ alternative, layout: asGiven(alternative, layout) });
        if (signal.aborted) break;
        tell((i + 1) / alternatives.length);
      }
      this.compared = { ...this.compared, [id]: compareLayouts(answers, stock) };
    });
  }
  /** Takes one of the compared alternatives in place of the layout. */
  async take({ id, group }: LaidGroup, { layout, label }: Compared): Promise<void> {
    const toBuy = await this.layToBuy(group, layout, new AbortController().signal);
    this.laid = this.laid.map((l) => (l.id === id ? { ...l, layout, toBuy, way: label } : l));
  }
  /** Takes a layout off the screen. */
  putAway(id: string) {
    this.laid = this.laid.filter((l) => l.id !== id);
  }
}

/** Pieces as a layout takes them. */
export const plainPieces = (group: Pick<CutGroup, 'pieces'>) =>
  group.pieces.map(({ id, widthMm, heightMm, quantity, mayTurn }) => ({
    id,
    widthMm,
    heightMm,
    quantity,
    mayTurn,
  }));
/** Whether a layout is still one of what is asked for and what lies on the shelf. */
export const isOutdated = ({ group }: LaidGroup, now: CutGroup | undefined): boolean =>
  asked(group) !== asked(now);
const asked = (group: CutGroup | undefined) =>
  JSON.stringify(group && [plainPieces(group), asLayoutStock(group.stock)]);
